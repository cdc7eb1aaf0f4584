import { describe, expect, it } from 'vitest';
import type { Document } from '#core/document/schema';
import { edit, type Recipe } from '#core/edit/change';
import { moveCues, stretchCue } from '#core/edit/commands/cues';
import { changeLayer, setSpan } from '#core/edit/commands/layers';
import { setGap, setLineText } from '#core/edit/commands/lines';
import { setBackdrop } from '#core/edit/commands/stage';
import { schedule } from '#core/schedule/schedule';
import { everything } from '#core/testing/everything';
import { type PlacedScene, sameLines, sameSet, unlessScene } from './film.ts';

const made = everything();
const placed = (document: Document): PlacedScene => schedule(document, () => undefined).scenes[0] as PlacedScene;
const before = placed(made.document);
const changedBy = (recipe: Recipe): PlacedScene => placed(edit(made.document, 'x', made.makeId('change'), recipe).document);
const { scene, layers, cues, lines } = made;

describe('what a panel shows of a scene', () => {
  it('is the same set and the same words after a cue was moved or stretched', () => {
    for (const now of [changedBy(moveCues(scene, [cues.face], 9600)), changedBy(stretchCue(scene, cues.wave, { ticks: 9600 }))]) {
      expect(sameSet(before, now)).toBe(true);
      expect(sameLines(before, now)).toBe(true);
    }
  });
  it('is another set once a layer, the backdrop or a time on stage is another', () => {
    expect(sameSet(before, changedBy(changeLayer(scene, layers.star, { hidden: true })))).toBe(false);
    expect(sameSet(before, changedBy(setSpan(scene, layers.title, undefined)))).toBe(false);
    expect(sameSet(before, changedBy(setBackdrop(scene, { kind: 'set', set: 'study', light: 0.5 })))).toBe(false);
    // The words moved, and with them the time of what hangs from them.
    expect(sameSet(before, changedBy(setGap(scene, lines[1] as string, 96_000)))).toBe(false);
  });
  it('are other words once they are written anew or said at another time', () => {
    expect(sameLines(before, changedBy(setLineText(scene, lines[0] as string, 'Something else.', made.makeId)))).toBe(false);
    expect(sameLines(before, changedBy(setGap(scene, lines[1] as string, 96_000)))).toBe(false);
  });
  it('is another one in another scene, though both are empty and called alike', () => {
    const empty = { ...before, lines: [] };
    expect(sameLines(empty, { ...empty, id: 'sc_000000000002' })).toBe(false);
    expect(sameSet(empty, { ...empty, id: 'sc_000000000002' })).toBe(false);
  });
  it('is drawn anew for any other property that changed', () => {
    const alike = unlessScene<{ scene: PlacedScene; width: number }>(sameSet);
    const now = changedBy(moveCues(scene, [cues.face], 9600));
    expect(alike({ scene: before, width: 1 }, { scene: now, width: 1 })).toBe(true);
    expect(alike({ scene: before, width: 1 }, { scene: now, width: 2 })).toBe(false);
  });
});
