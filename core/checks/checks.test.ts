import { describe, expect, it } from 'vitest';
import type { Document, Line, Take } from '../document/schema.ts';
import { edit } from '../edit/change.ts';
import { addLayer, setSpan } from '../edit/commands/layers.ts';
import { setGap } from '../edit/commands/lines.ts';
import { schedule } from '../schedule/schedule.ts';
import type { Analysis } from '../speech/analysis.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { toTicks } from '../time/ticks.ts';
import { CHECKS, checked } from './index.ts';

const made = sampleDocument();
const lines = inOrder(made.document.scenes[made.scene]?.lines ?? {});
const [second] = lines[1] as (typeof lines)[number];
const SECONDS = 3;
/** A take of some seconds whose level is given at its steps of 10 ms. */
const take = (kind: Take['kind'], seconds = SECONDS): Take =>
  ({ order: 'a0', name: 'Take 1', kind, media: 'a'.repeat(64), from: 0, length: toTicks(seconds), gainDb: 0, times: {}, analysis: 'b'.repeat(64) }) as unknown as Take;
const heard = (level: (step: number) => number): Analysis => ({
  version: 1,
  length: toTicks(SECONDS),
  words: [],
  phones: [],
  mouth: [],
  loudness: Array.from({ length: SECONDS * 100 }, (_, step) => level(step)),
  stress: [],
});
const SETTLED = heard((step) => (step > 290 ? 0 : 1));

/** The sample with every line recorded, and changes to its lines and scene on top. */
function recorded(change: Partial<Record<number, Partial<Line>>> = {}, kind: Take['kind'] = 'recorded', seconds = SECONDS): Document {
  const scene = made.document.scenes[made.scene] as Document['scenes'][string];
  const all = Object.fromEntries(lines.map(([id, line], n) => [id, { ...line, take: 'tk_000000000001', takes: { tk_000000000001: take(kind, seconds) }, ...change[n] }]));
  return { ...made.document, scenes: { [made.scene]: { ...scene, lines: all } } } as Document;
}
const found = (document: Document, analysis: Analysis = SETTLED) => checked(schedule(document, () => analysis));
const texts = (document: Document, analysis?: Analysis): string[] => found(document, analysis).map(({ text }) => text);

describe('before a film is made', () => {
  it('nothing is found where everything is recorded and in place', () => expect(texts(recorded())).toEqual([]));
  it('drafts are counted, scene by scene', () => {
    expect(texts(recorded({}, 'draft'))).toEqual(['4 lines speak with a draft voice in “Scene 1”.']);
    expect(texts(recorded({ 1: { takes: { tk_000000000001: take('draft') } } }))).toEqual(['1 line speaks with a draft voice in “Scene 1”.']);
  });
  it('a line without a voice would be silent', () => {
    const [finding] = found(recorded({ 2: { take: null } }));
    expect(finding).toMatchObject({ check: 'mute', line: lines[2]?.[0], text: 'Line 3 has no voice yet: it would be silent.' });
  });
  it('a voice whose speaker is hidden or nowhere has no mouth; one from off stage needs none', () => {
    const document = recorded();
    const scene = document.scenes[made.scene] as Document['scenes'][string];
    const [tully] = Object.entries(scene.layers).find(([, layer]) => layer.kind === 'character' && document.characters[layer.character]?.name === 'Tully') as [string, never];
    const withLayers = (layers: typeof scene.layers): Document => ({ ...document, scenes: { [made.scene]: { ...scene, layers } } });
    const hidden = withLayers({ ...scene.layers, [tully]: { ...(scene.layers[tully] as (typeof scene.layers)[string]), hidden: true } });
    expect(texts(hidden)).toEqual(['Line 2 is spoken by somebody who is hidden.', 'Line 4 is spoken by somebody who is hidden.']);
    const { [tully]: _, ...others } = scene.layers;
    expect(found(withLayers(others)).map(({ check, line }) => [check, line])).toEqual([
      ['unseen', lines[1]?.[0]],
      ['unseen', lines[3]?.[0]],
    ]);
    const off = {
      ...document,
      scenes: { [made.scene]: { ...scene, layers: others, lines: Object.fromEntries(Object.entries(scene.lines).map(([id, line]) => [id, { ...line, offStage: true }])) } },
    };
    expect(texts(off)).toEqual([]);
  });
  it('long silences and overlaps are told in seconds, with the place where they begin', () => {
    const gap = edit(recorded(), 'gap', 'cg_000000000001', setGap(made.scene, second, toTicks(2.5))).document;
    const [silent, ...more] = found(gap);
    expect(more).toEqual([]);
    expect(silent?.text).toBe('2.5 s of silence before line 2.');
    const at = schedule(gap, () => SETTLED).scenes[0]?.lines;
    expect(silent?.tick).toBe(at?.[0]?.end);
    const over = edit(recorded(), 'gap', 'cg_000000000001', setGap(made.scene, second, toTicks(-0.5))).document;
    expect(found(over)).toMatchObject([{ check: 'overlaps', line: second, text: 'Lines 1 and 2 overlap by 0.5 s.' }]);
    expect(texts(edit(recorded(), 'gap', 'cg_000000000001', setGap(made.scene, second, toTicks(2))).document)).toEqual([]);
  });
  it('a last word is cut where the take ends while the voice is loud; a draft ends by itself', () => {
    const loud = heard(() => 1);
    expect(texts(recorded(), loud)).toHaveLength(4);
    expect(texts(recorded(), loud)[0]).toBe('The last word of line 1, “tide.”, is cut off. Let its take end later, or record it again.');
    expect(
      texts(
        recorded(),
        heard((step) => (step < 299 ? 1 : 0.1)),
      ),
    ).toEqual([]);
    expect(found(recorded({}, 'draft'), loud).map(({ check }) => check)).toEqual(['drafts']);
  });
  it('captions that go too quickly are told once for a scene', () => {
    const quick = recorded({}, 'recorded', 0.5);
    const [finding, ...more] = found(quick, { ...SETTLED, length: toTicks(0.5), loudness: Array.from({ length: 50 }, () => 0) });
    expect(more).toEqual([]);
    expect(finding?.check).toBe('quick-captions');
    expect(finding?.text).toMatch(/go(es)? too quickly to be read/);
    const silent = { ...quick, scenes: { [made.scene]: { ...(quick.scenes[made.scene] as Document['scenes'][string]), captions: false } } };
    expect(texts(silent, { ...SETTLED, loudness: [] })).toEqual([]);
  });
  it('what hurts most comes first, and each check has its own name', () => {
    const document = edit(recorded({ 3: { take: null } }), 'gap', 'cg_000000000001', setGap(made.scene, second, toTicks(3))).document;
    expect(found(document).map(({ check }) => check)).toEqual(['mute', 'silence']);
    expect(new Set(CHECKS.map(({ id }) => id)).size).toBe(CHECKS.length);
  });
  it('letters that no font of the film has are told, with where they are', () => {
    const written = edit(
      recorded(),
      'x',
      made.makeId('change'),
      addLayer(made.scene, made.makeId('layer'), { kind: 'balloon', text: 'Hello 한국', form: 'speech', x: 0, y: 0, locked: false, hidden: false }),
    );
    const [finding] = found(written.document);
    expect(finding?.check).toBe('letters');
    expect(finding?.text).toContain('“한국”');
    const fine = edit(
      recorded(),
      'x',
      made.makeId('change'),
      addLayer(made.scene, made.makeId('layer'), { kind: 'balloon', text: 'Как 潮汐 كيف', form: 'speech', x: 0, y: 0, locked: false, hidden: false }),
    );
    expect(found(fine.document).map(({ check }) => check)).not.toContain('letters');
  });
  it('words that go before they can be read twice are told, with the seconds that are missing', () => {
    const title = (seconds: number): Document => {
      const id = made.makeId('layer');
      return edit(recorded(), 'x', made.makeId('change'), (draft) => {
        addLayer(made.scene, id, { kind: 'text', look: 'cut-strip', text: 'Zanzibar quays', font: 'title', align: 'middle', x: 0, y: 0, locked: false, hidden: false })(draft);
        setSpan(made.scene, id, { start: { to: 'scene', edge: 'start', offset: 0 }, end: { ticks: toTicks(seconds) } })(draft);
      }).document;
    };
    const [finding] = found(title(0.8)).filter(({ check }) => check === 'brief-words');
    expect(finding?.text).toMatch(/“Zanzibar quays” goes before it can be read: \d\.\d s are missing/);
    expect(found(title(6)).map(({ check }) => check)).not.toContain('brief-words');
  });
  it('a list is read point by point, a last card within four seconds: neither is asked to stay for twice its words', () => {
    const shown = (look: string, seconds: number): (string | undefined)[] => {
      const id = made.makeId('layer');
      const text = 'Zanzibar quays\nUmbra quarry, xylophones\nVelvet zeppelins, umber kites\nQuartz gondolas, xenial yaks';
      const { document } = edit(recorded(), 'x', made.makeId('change'), (draft) => {
        addLayer(made.scene, id, { kind: 'text', look, text, font: 'title', align: 'middle', x: 0, y: 0, locked: false, hidden: false })(draft);
        setSpan(made.scene, id, { start: { to: 'scene', edge: 'start', offset: 0 }, end: { ticks: toTicks(seconds) } })(draft);
      });
      return found(document).map(({ check }) => check);
    };
    expect(shown('last-card', 2)).toContain('brief-words');
    expect(shown('last-card', 4)).not.toContain('brief-words');
    expect(shown('cut-strip', 4)).toContain('brief-words');
    expect(shown('growing-list', 9)).not.toContain('brief-words');
    expect(shown('cut-strip', 9)).toContain('brief-words');
  });
});
