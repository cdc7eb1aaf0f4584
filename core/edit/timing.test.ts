import { describe, expect, it } from 'vitest';
import type { Cue, Document, Scene } from '../document/schema.ts';
import { captionSpans } from '../schedule/captionSpans.ts';
import { schedule } from '../schedule/schedule.ts';
import { voiceClips } from '../sound/mix.ts';
import { gestureOn, sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { TICKS_PER_SECOND } from '../time/ticks.ts';
import { edit, type Recipe } from './change.ts';
import { deleteCues, hangCue, stretchCue } from './commands/cues.ts';
import { deleteLines, setGap, setSceneLength, takeTurn, waitForCue } from './commands/lines.ts';
import { addMarker, moveMarker, nameMarker, removeMarker } from './commands/markers.ts';
import { duplicateScene, joinScenes, splitScene } from './commands/scenes.ts';

const S = TICKS_PER_SECOND;
const made = sampleDocument();
const { scene } = made;
const lines = inOrder(made.document.scenes[scene]?.lines ?? {}).map(([id]) => id) as [string, string, string, string];
const [layer] = inOrder(made.document.scenes[scene]?.layers ?? {}).map(([id]) => id) as [string];
const [word] = inOrder(made.document.scenes[scene]?.lines[lines[0]]?.words ?? {}).map(([id]) => id) as [string];
const CUE = 'cu_000000000001';
const MARKER = 'ma_000000000001';
const edited = (document: Document, ...recipes: readonly Recipe[]): Document =>
  recipes.reduce((now, recipe) => edit(now, 'An edit', made.makeId('change'), recipe).document, document);
const placed = (document: Document, index = 0) => schedule(document, () => undefined).scenes[index] as ReturnType<typeof schedule>['scenes'][number];
const start = (document: Document, id: string): number => placed(document).resolved.lines.get(id)?.start ?? -1;
const withCue = edited(made.document, hangCue(scene, CUE, { ...gestureOn(layer, word), end: { ticks: 4 * S } } as Cue));
const cueEnd = (document: Document): number => placed(document).resolved.cues.get(CUE)?.end ?? -1;

describe('a line that waits for a cue', () => {
  const waiting = edited(withCue, waitForCue(scene, lines[1], CUE, S / 2));
  it('begins so long after it ends, and goes with it', () => {
    expect(start(waiting, lines[1])).toBe(cueEnd(waiting) + S / 2);
    const longer = edited(waiting, stretchCue(scene, CUE, { ticks: 6 * S }));
    expect(start(longer, lines[1])).toBe(cueEnd(longer) + S / 2);
    expect(start(longer, lines[2])).toBe(start(waiting, lines[2]) + 2 * S);
  });
  it('takes its turn again where the cue goes, and when it is told to', () => {
    expect(edited(waiting, deleteCues(scene, [CUE])).scenes[scene]?.lines[lines[1]]?.pin.to).toBe('previous');
    const turn = edited(waiting, takeTurn(scene, lines[1]));
    expect(start(turn, lines[1])).toBeLessThan(start(waiting, lines[1]));
    expect(turn.scenes[scene]?.lines[lines[1]]?.pin).toMatchObject({ to: 'previous' });
  });
  it('cannot wait for what hangs from itself', () => {
    expect(() => edited(withCue, waitForCue(scene, lines[0], CUE))).toThrow(/ring in which each waits for the other/);
    expect(() => edited(withCue, waitForCue(scene, lines[0], 'cu_00000000000x'))).toThrow(/That cue is gone/);
  });
});

describe('a scene of fixed length', () => {
  const length = 5 * S;
  const fixed = edited(made.document, setSceneLength(scene, length));
  it('ends when it ends, whatever is said, and follows its lines again when it is let go', () => {
    expect(placed(fixed).length).toBe(length);
    expect(placed(edited(fixed, setGap(scene, lines[1], 3 * S))).length).toBe(length);
    expect(placed(edited(fixed, setSceneLength(scene, undefined))).length).toBe(placed(made.document).length);
  });
  it('cuts off what is said and read after it', () => {
    const film = schedule(fixed, () => undefined);
    for (const { at, length: said } of voiceClips(film)) expect(at + said).toBeLessThanOrEqual(length);
    expect(placed(made.document).captions.some(({ end }) => end > length)).toBe(true);
    const captions = captionSpans(fixed, fixed.scenes[scene] as Scene, placed(fixed).resolved, placed(fixed).lines, 24);
    expect(captions.length).toBeGreaterThan(0);
    for (const caption of captions) expect(caption.end).toBeLessThanOrEqual(length);
  });
  it('is never shorter than half a second', () => {
    expect(placed(edited(made.document, setSceneLength(scene, 3))).length).toBe(S / 2);
  });
  it('follows its lines again where it is cut in two', () => {
    const at = placed(fixed).lines[1]?.start as number;
    const parted = edited(fixed, splitScene(scene, at, made.makeId('scene'), made.makeId));
    for (const one of Object.values(parted.scenes)) expect(one.length).toBeUndefined();
  });
  it('keeps the silence between its last word and its end when it is joined with the next one', () => {
    const long = 40 * S;
    const two = edited(made.document, duplicateScene(scene, made.makeId('scene'), made.makeId), setSceneLength(scene, long));
    const joined = edited(two, joinScenes(scene, made.makeId));
    const first = placed(joined).lines[lines.length] as { start: number };
    expect(first.start).toBe(long + (made.document.scenes[scene]?.lead ?? 0));
  });
});

describe('a marker', () => {
  const at = 3 * S;
  const marked = edited(made.document, addMarker(scene, MARKER, at, 'Here it turns'));
  const moment = (document: Document, index = 0): number[] => [...placed(document, index).resolved.markers.values()];
  it('lies where it was set, and goes with the word that is said there', () => {
    expect(moment(marked)).toEqual([at]);
    expect(moment(edited(marked, setGap(scene, lines[1], 2 * S)))).toEqual([at]);
    const late = edited(made.document, addMarker(scene, MARKER, start(made.document, lines[2]) + 100, 'Later'));
    expect(moment(edited(late, setGap(scene, lines[1], 2 * S)))[0]).toBeGreaterThan(moment(late)[0] as number);
  });
  it('is moved, named and taken away; nothing of it is left then', () => {
    expect(moment(edited(marked, moveMarker(scene, MARKER, 4 * S)))).toEqual([4 * S]);
    expect(edited(marked, nameMarker(scene, MARKER, 'Ebb')).scenes[scene]?.markers?.[MARKER]?.name).toBe('Ebb');
    const gone = edited(marked, removeMarker(scene, MARKER));
    expect(gone).toEqual(made.document);
    expect(() => edited(gone, removeMarker(scene, MARKER))).toThrow(/That marker is gone/);
  });
  it('stays at its moment when the line that it hangs from is deleted', () => {
    const late = edited(made.document, addMarker(scene, MARKER, start(made.document, lines[3]) + 100, 'Later'));
    expect(moment(edited(late, deleteLines(scene, [lines[3]])))).toHaveLength(1);
  });
  it('goes to the half of a scene that it lies in, and along when two are joined', () => {
    const cut = start(made.document, lines[2]);
    const both = edited(marked, addMarker(scene, 'ma_000000000002', cut + S, 'Second half'));
    const parted = edited(both, splitScene(scene, cut, made.makeId('scene'), made.makeId));
    expect([0, 1].map((index) => Object.values(placed(parted, index).scene.markers ?? {}).map(({ name }) => name))).toEqual([['Here it turns'], ['Second half']]);
    const again = edited(parted, joinScenes(scene, made.makeId));
    expect(Object.values(again.scenes[scene]?.markers ?? {}).map(({ name }) => name)).toEqual(['Here it turns', 'Second half']);
  });
});
