import { describe, expect, it } from 'vitest';
import { filmFonts } from '#server/resources';
import type { Cue, Document, Scene } from '../document/schema.ts';
import type { Plane } from '../draw/picture.ts';
import { edit } from '../edit/change.ts';
import { removeLayers } from '../edit/commands/layers.ts';
import { schedule } from '../schedule/schedule.ts';
import { segmentsOf } from '../schedule/segments.ts';
import { sampleDocument } from '../testing/samples.ts';
import { inOrder } from '../time/order.ts';
import { TICKS_PER_SECOND } from '../time/ticks.ts';
import { focusAt, softness } from './camera.ts';
import { evaluate } from './evaluate.ts';
import { segmentInputs } from './segmentInputs.ts';

const S = TICKS_PER_SECOND;
const made = sampleDocument();
const { scene } = made;
const fonts = filmFonts();
const [near, far] = inOrder(made.document.scenes[scene]?.layers ?? {}).map(([id]) => id) as [string, string];
const shot = (from: number, focus: Extract<Cue, { kind: 'camera' }>['focus'], over = 0): Cue => ({
  kind: 'camera',
  framing: 'wide',
  subjects: [],
  x: 0,
  y: 0,
  width: 1920,
  over,
  push: 0,
  order: `a${from}`,
  start: { to: 'scene', edge: 'start', offset: from * S },
  end: { ticks: S },
  ...(focus ? { focus } : {}),
});
const shown = (...shots: readonly Cue[]): Document =>
  edit(made.document, 'Shots', 'cg_000000000001', (draft) => {
    const target = draft.scenes[scene] as Scene;
    (target.layers[far] as { depth?: number }).depth = 4;
    shots.forEach((one, n) => {
      target.cues[`cu_00000000000${n}`] = one;
    });
  }).document;
const placed = (document: Document) => schedule(document, () => undefined).scenes[0] as ReturnType<typeof schedule>['scenes'][number];
const blurAt = (document: Document, tick: number): Record<string, number> =>
  Object.fromEntries(
    (evaluate(document, placed(document), tick, fonts, { captions: false }).planes as Plane[]).map(({ id, blur = 0 }) => [id.startsWith('backdrop.sky') ? 'sky' : id, blur]),
  );

describe('what is in focus', () => {
  it('is everything, unless a shot says otherwise', () => {
    expect(blurAt(shown(shot(0, undefined)), S)).toMatchObject({ [near]: 0, [far]: 0, sky: 0 });
  });
  it('is what the shot is sharp on; what lies farther from that is softer', () => {
    const onNear = blurAt(shown(shot(0, { on: near, blur: 0.6 })), S);
    expect(onNear[near]).toBe(0);
    expect(onNear[far]).toBeGreaterThan(2);
    expect(onNear.sky).toBeGreaterThan(onNear[far] as number);
    const onFar = blurAt(shown(shot(0, { on: far, blur: 0.6 })), S);
    expect([onFar[far], (onFar[near] as number) > 2]).toEqual([0, true]);
  });
  it('grows with how soft it shall be, and with the distance as a lens makes it: less and less', () => {
    const at = (depth: number, blur = 1): number => softness({ depth: 0, blur }, depth);
    expect(at(2, 0.5) / at(2, 1)).toBeCloseTo(0.5, 1);
    expect(at(2) - at(0)).toBeGreaterThan(at(6) - at(4));
    expect(at(0)).toBe(0);
  });
  it('is racked from one shot to the next along its easing', () => {
    const scheduled = placed(shown(shot(0, { on: near, blur: 0.6 }), shot(2, { on: far, blur: 0.6 }, 2 * S)));
    expect(focusAt(scheduled, S)).toEqual({ depth: 0, blur: 0.6 });
    const depths = [2.4, 2.8, 3.2, 3.6].map((seconds) => focusAt(scheduled, seconds * S).depth);
    expect(depths).toEqual([...depths].sort((a, b) => a - b));
    expect(depths[0]).toBeGreaterThan(0);
    expect(depths[3]).toBeLessThan(4);
    expect(focusAt(scheduled, 4 * S)).toEqual({ depth: 4, blur: 0.6 });
  });
  it('is not looked at while the set is edited', () => {
    const document = shown(shot(0, { on: near, blur: 0.6 }));
    for (const { blur } of evaluate(document, placed(document), S, fonts, { wholeSet: true, captions: false }).planes) expect(blur ?? 0).toBe(0);
  });
  it('is in the key of what is filmed', () => {
    const keys = (document: Document): string[] => {
      const film = schedule(document, () => undefined);
      return segmentsOf(film).map((segment) => segmentInputs(film, segment));
    };
    const sharp = keys(shown(shot(0, undefined)));
    expect(keys(shown(shot(0, { on: near, blur: 0.6 })))).not.toEqual(sharp);
    expect(keys(shown(shot(0, { on: near, blur: 0.6 })))).not.toEqual(keys(shown(shot(0, { on: near, blur: 0.7 }))));
  });
  it('falls back to whom the shot shows when what was sharp is taken off', () => {
    const document = shown(shot(0, { on: far, blur: 0.6 }));
    const gone = edit(document, 'Off', 'cg_000000000002', removeLayers(scene, [far])).document;
    expect(gone.scenes[scene]?.cues.cu_000000000000).toMatchObject({ focus: { on: null, blur: 0.6 } });
  });
});
