import type { LayerOf } from '../../document/schema.ts';
import { IDENTITY } from '../../draw/matrix.ts';
import type { Node } from '../../draw/picture.ts';
import { TICKS_PER_SECOND } from '../../time/ticks.ts';
import { type DrawnKind, middleBox } from './kind.ts';

type ClipLayer = Pick<LayerOf<'clip'>, 'frames' | 'rate' | 'into' | 'until' | 'speed' | 'after'>;

/** The frames that a clip plays: first, and one after the last; at least one. */
export function clipRange({ frames, rate, into = 0, until }: ClipLayer): readonly [number, number] {
  const at = (ticks: number): number => Math.floor((ticks / TICKS_PER_SECOND) * rate + 1e-6);
  const first = Math.min(frames - 1, at(into));
  return [first, until === undefined ? frames : Math.max(first + 1, Math.min(frames, Math.ceil((until / TICKS_PER_SECOND) * rate - 1e-6)))];
}

/** How long a clip takes once through, in ticks. */
export const clipLength = (clip: ClipLayer): number => {
  const [first, end] = clipRange(clip);
  return Math.max(1, Math.round(((end - first) / clip.rate / (clip.speed ?? 1)) * TICKS_PER_SECOND));
};

/** Which frame of a clip is seen so many ticks after it came; undefined where it is over and gone. */
export function clipFrame(clip: ClipLayer, ticks: number): number | undefined {
  const [first, end] = clipRange(clip);
  const count = end - first;
  // A hair more, so that a clip at the film's own rate is never a frame late by rounding.
  const gone = Math.max(0, Math.floor((ticks / TICKS_PER_SECOND) * (clip.speed ?? 1) * clip.rate + 1e-6));
  if (gone < count) return first + gone;
  switch (clip.after) {
    case 'hold':
      return end - 1;
    case 'again':
      return first + (gone % count);
    case 'back': {
      const round = Math.max(1, 2 * count - 2);
      const at = gone % round;
      return first + (at < count ? at : round - at);
    }
    case 'gone':
      return undefined;
  }
}

const drawn = new WeakMap<object, { readonly frame: number; readonly nodes: readonly Node[] }>();
const NOTHING: readonly Node[] = [];

/** A moving picture: a clip, a drawing that moves. */
export const clip: DrawnKind<'clip'> = {
  kind: 'clip',
  moves: () => true,
  entry: {
    label: 'Clip',
    icon: 'M4 5h16v14H4zM8 5v14M16 5v14M4 9.7h4M4 14.3h4M16 9.7h4M16 14.3h4',
    fields: [],
  },
  nodes({ layer, start }, tick) {
    const frame = clipFrame(layer, tick - start);
    if (frame === undefined) return NOTHING;
    const known = drawn.get(layer);
    if (known?.frame === frame) return known.nodes;
    const { media, width, height, chroma } = layer;
    const image = { media, frame, x: -width / 2, y: -height / 2, width, height, ...(chroma ? { keying: chroma } : {}) };
    const nodes: readonly Node[] = [{ id: 'clip', matrix: IDENTITY, image }];
    drawn.set(layer, { frame, nodes });
    return nodes;
  },
  box: ({ layer }) => middleBox(layer.width, layer.height),
};
