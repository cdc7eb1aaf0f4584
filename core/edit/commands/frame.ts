import { type Property, propertyInfo, restValue } from '../../document/properties.ts';
import type { Character, Document, FrameShape, Layer, Scene } from '../../document/schema.ts';
import { floorOf } from '../../stage/backdrop.ts';
import { frameSize } from '../../stage/frame.ts';
import type { Recipe } from '../change.ts';
import { scaleFor } from '../create.ts';

/** What stands so near the floor, as a share of the frame's height, stands on it. */
const STANDS = 0.3;
const hundredth = (value: number): number => Math.round(value * 100) / 100;

/**
 * Gives the production a frame of another shape and re-fits every scene: places keep their share of the width, who stands
 * on the floor stands on it again at the size that the new frame has room for, words keep their share of the width,
 * everything else is as large as fits. Ways, keys, looks and shots at places go along. What hangs or lies in a group goes with it.
 */
export const setFrameShape =
  (to: FrameShape): Recipe =>
  (draft) => {
    const from = draft.production.frame;
    if (from === to) return;
    draft.production.frame = to;
    for (const scene of Object.values(draft.scenes)) refit(scene as Scene, draft, from, to);
  };

/** Re-fits one scene, in place. */
export function refit(scene: Scene, { characters }: Pick<Document, 'characters'>, from: FrameShape, to: FrameShape): void {
  const [before, after] = [frameSize(from), frameSize(to)];
  const [across, down] = [after.width / before.width, after.height / before.height];
  const [floor, newFloor] = [floorOf(scene.backdrop, from), floorOf(scene.backdrop, to)];
  const onFloor = (y: number): boolean => Math.abs(y - floor) < STANDS * before.height;
  const x = (value: number): number => hundredth(value * across);
  const y = (value: number, stands: boolean): number => hundredth(stands && onFloor(value) ? newFloor + (value - floor) : value * down);
  const people = Object.values(scene.layers).filter(({ kind }) => kind === 'character').length;
  const room = ({ width }: { width: number }): number => width / (people + 0.6);
  const grown = (layer: Layer): number => {
    if (layer.kind === 'text') return across;
    const character = layer.kind === 'character' ? characters[layer.character] : undefined;
    if (character) return scaleFor(character as Character, to, room(after)) / scaleFor(character as Character, from, room(before));
    return Math.min(across, down);
  };

  const standing = new Map<string, boolean>();
  for (const [id, layer] of Object.entries(scene.layers)) {
    if (layer.parent !== undefined || layer.kind === 'effect') continue;
    const stands = layer.kind === 'character' || layer.kind === 'prop' || layer.kind === 'group';
    standing.set(id, stands);
    const by = grown(layer);
    const change = (property: Property, value: number): number => {
      const { least, most } = propertyInfo(property);
      return Math.min(most, Math.max(least, property === 'x' ? x(value) : property === 'y' ? y(value, stands) : hundredth(value * by)));
    };
    for (const property of ['x', 'y', 'scaleX', 'scaleY'] as const) {
      const [value, next] = [restValue(layer, property), change(property, restValue(layer, property))];
      if (next !== value) (layer as Record<string, unknown>)[property] = next;
      for (const key of Object.values((layer.keys as Record<string, Record<string, { value: number }>> | undefined)?.[property] ?? {})) key.value = change(property, key.value);
    }
  }
  for (const cue of Object.values(scene.cues)) {
    if (cue.kind === 'move' && standing.has(cue.layer)) {
      cue.x = x(cue.x);
      cue.y = y(cue.y, standing.get(cue.layer) === true);
    }
    if (cue.kind === 'look' && cue.target.to === 'place') cue.target = { ...cue.target, x: x(cue.target.x), y: y(cue.target.y, false) };
    if (cue.kind === 'camera') {
      cue.x = x(cue.x);
      cue.y = y(cue.y, false);
      cue.width = Math.max(60, hundredth(cue.width * across));
      for (const [property, list] of Object.entries((cue.keys ?? {}) as Record<string, Record<string, { value: number }>>))
        for (const key of Object.values(list)) key.value = property === 'y' ? y(key.value, false) : property === 'width' ? Math.max(60, x(key.value)) : x(key.value);
    }
  }
}
