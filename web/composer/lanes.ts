import type { Cue, CueKind, Document, Layer } from '#core/document/schema';
import { ACTIONS } from '#core/figure/actions/index';
import { EXPRESSIONS } from '#core/figure/expressions/index';
import { effectOf } from '#core/stage/effects/index';
import { LAYER_ENTRIES } from '#core/stage/layers/index';
import { propOf } from '#core/stage/props/index';
import { inOrder } from '#core/time/order';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { layerColour, type PlacedScene } from './film.ts';

export interface Lane {
  readonly key: string;
  readonly label: string;
  readonly kind: CueKind | 'voice';
  readonly layer?: string;
  readonly colour?: number;
  /** Set on the first lane of a character. */
  readonly head?: string;
  readonly locked: boolean;
  readonly hidden: boolean;
}

const CHARACTER_LANES: readonly (readonly [Lane['kind'], string])[] = [
  ['voice', 'voice'],
  ['mouth', 'mouth'],
  ['face', 'face'],
  ['gesture', 'gesture'],
  ['look', 'look'],
  ['move', 'move'],
];

/** Lanes of a scene: characters from front to back, then camera and captions. */
export function lanesOf(document: Document, scene: PlacedScene): Lane[] {
  const out: Lane[] = [];
  for (const [id, layer] of inOrder(scene.scene.layers).reverse()) {
    if (layer.kind !== 'character') continue;
    const colour = layerColour(document, scene.id, id);
    CHARACTER_LANES.forEach(([kind, label], index) => {
      out.push({
        key: `${id} ${kind}`,
        label,
        kind,
        layer: id,
        ...(colour === undefined ? {} : { colour }),
        ...(index === 0 ? { head: document.characters[layer.character]?.name ?? '' } : {}),
        locked: layer.locked,
        hidden: layer.hidden,
      });
    });
  }
  out.push(
    { key: 'camera', label: 'Camera', kind: 'camera', locked: false, hidden: false },
    { key: 'sound', label: 'Sound', kind: 'sound', locked: false, hidden: false },
    { key: 'captions', label: 'Captions', kind: 'caption', locked: false, hidden: false },
  );
  return out;
}

export const FRAMING_NAMES: Readonly<Record<string, string>> = { wide: 'Wide', 'two-shot': 'Two-shot', medium: 'Medium', close: 'Close', place: 'On a place' };

/** What a layer is called: a character by its name, words by themselves, everything else by its own name or its kind. */
export function nameOfStaged(document: Document, layer: Layer): string {
  if (layer.kind === 'character') return layer.name ?? document.characters[layer.character]?.name ?? 'someone';
  if (layer.name) return layer.name;
  if (layer.kind === 'text') return layer.text.trim().split('\n')[0]?.slice(0, 40) || LAYER_ENTRIES.text.label;
  if (layer.kind === 'prop') return propOf(layer.prop)?.name ?? LAYER_ENTRIES.prop.label;
  if (layer.kind === 'effect') return effectOf(layer.effect)?.label ?? LAYER_ENTRIES.effect.label;
  return LAYER_ENTRIES[layer.kind].label;
}

/** The name of who or what stands on a layer. */
export const nameOfLayer = (document: Document, scene: PlacedScene, id: string): string => {
  const layer = scene.scene.layers[id];
  if (!layer) return 'someone';
  return nameOfStaged(document, layer);
};

/** What a cue says on its bar. */
export function cueLabel(document: Document, scene: PlacedScene, cue: Cue): string {
  switch (cue.kind) {
    case 'face': {
      const name = EXPRESSIONS.find((e) => e.id === cue.expression)?.name ?? cue.expression;
      return cue.strength < 0.55 ? `A little ${name.toLowerCase()}` : name;
    }
    case 'gesture': {
      const action = ACTIONS.find((a) => a.id === cue.action);
      const name = action?.name ?? cue.action;
      return action?.handed === false ? name : `${name}, ${cue.hand === 'both' ? 'both hands' : `${cue.hand} hand`}`;
    }
    case 'look':
      return cue.target.to === 'viewer' ? 'at the viewer' : cue.target.to === 'place' ? `at ${cue.target.name}` : `at ${nameOfLayer(document, scene, cue.target.layer)}`;
    case 'move':
      return cue.walk ? 'Walk' : 'Slide';
    case 'camera': {
      const who = cue.subjects.map((id) => nameOfLayer(document, scene, id)).join(' and ');
      const way = cue.over ? 'ease to ' : '';
      return `${way}${FRAMING_NAMES[cue.framing]}${who && cue.framing !== 'wide' ? `, ${who}` : ''}${cue.push ? ', slow push' : ''}`.replace(/^./, (c) => c.toUpperCase());
    }
    case 'mouth':
      return cue.shape;
    case 'sound':
      return cue.muted ? `${cue.name}, muted` : cue.name;
    case 'caption':
      return cue.text;
  }
}

export const LANE_HEIGHT = 24;

/** Pixels of a span of ticks at a zoom (pixels a second). */
export const px = (ticks: number, zoom: number): number => (ticks / TICKS_PER_SECOND) * zoom;

/**
 * The first moment from `at` (ticks) on at which copies of cues can be put down so that none lies on another of its lane;
 * `first` is where the first of the sources begins.
 */
export function freeFrom(scene: PlacedScene, sources: readonly string[], at: number, first: number): number {
  const laneOf = (cue: Cue): string => `${cue.kind} ${'layer' in cue ? cue.layer : ''}`;
  const spans = Object.entries(scene.scene.cues).map(([id, cue]) => {
    const { start, end } = scene.resolved.cues.get(id) ?? { start: 0, end: 0 };
    // A shot holds until the next one: only a shot that begins at the same moment would lie under it.
    return { id, lane: laneOf(cue), start, end: cue.kind === 'camera' ? start + 1 : end };
  });
  const copies = spans.filter(({ id }) => sources.includes(id));
  let place = at;
  for (;;) {
    const pushes = copies.flatMap(({ lane, start, end }) => {
      const from = place + start - first;
      return spans.filter((other) => other.lane === lane && other.start < from + end - start && other.end > from).map((other) => other.end - from);
    });
    if (!pushes.length) return place;
    place += Math.max(...pushes);
  }
}
