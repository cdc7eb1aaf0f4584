import { COLOUR_PROPERTIES, isColourProperty, isProperty, propertyInfo } from '#core/document/properties';
import type { Cue, CueKind, Document, Layer } from '#core/document/schema';
import { laneOfCue } from '#core/edit/commands/bars';
import { ACTIONS } from '#core/figure/actions/index';
import { EXPRESSIONS } from '#core/figure/expressions/index';
import { effectOf } from '#core/stage/effects/index';
import { LAYER_ENTRIES } from '#core/stage/layers/index';
import { markKind } from '#core/stage/marks/forms';
import { propOf } from '#core/stage/props/index';
import { TICKS_PER_SECOND } from '#core/time/ticks';
import { layerColour, type PlacedScene } from './film.ts';
import { treeRows } from './treeRows.ts';

/** What a lane shows: a layer's time on the stage, a voice with its lips, all of a closed speaker, keys of a property, or cues of one kind. */
export type LaneKind = CueKind | 'voice' | 'span' | 'closed' | 'keys';

export interface Lane {
  readonly key: string;
  readonly label: string;
  readonly kind: LaneKind;
  readonly layer?: string;
  readonly colour?: number;
  /** How deep its layer lies. */
  readonly depth: number;
  /** Set on the first lane of a layer. */
  readonly head?: string;
  /** Of a first lane: whether more lies under it, and whether that is shown. */
  readonly holds?: boolean;
  readonly open?: boolean;
  /** Of keys: which property's. */
  readonly property?: string;
  readonly locked: boolean;
  readonly hidden: boolean;
  /** Always in reach, below everything that scrolls. */
  readonly pinned?: boolean;
}

const CUE_LANES: readonly (readonly [CueKind, string])[] = [
  ['mouth', 'mouth'],
  ['face', 'face'],
  ['gesture', 'gesture'],
  ['look', 'look'],
  ['move', 'move'],
];

/** So many speakers are open from the start; more are opened by hand. */
const OPEN_AT_FIRST = 2;

/** What tells whether the lanes of a layer are open, among the folds. */
export const laneFold = (layer: string): string => `lane ${layer}`;

/**
 * Lanes of a scene, in the order of the tree: each layer that holds something, what it holds if it is open, then camera,
 * sound and captions. What holds nothing takes no height, unless it is `chosen`.
 */
export function lanesOf(document: Document, scene: PlacedScene, folds: Readonly<Record<string, boolean>> = {}, chosen: readonly string[] = []): Lane[] {
  const out: Lane[] = [];
  const cues = new Map<string, Set<CueKind>>();
  for (const cue of Object.values(scene.scene.cues)) if ('layer' in cue) cues.set(cue.layer, (cues.get(cue.layer) ?? new Set()).add(cue.kind));
  let speakers = 0;
  for (const { id, layer, depth, holds, open } of treeRows(scene.scene, folds)) {
    const colour = layerColour(document, scene.id, id);
    const all = { layer: id, depth, ...(colour === undefined ? {} : { colour }), locked: layer.locked, hidden: layer.hidden };
    const name = nameOfStaged(document, layer);
    const keyed = Object.keys(layer.keys ?? {});
    const own = CUE_LANES.filter(([kind]) => cues.get(id)?.has(kind));
    const within: Lane[] = [
      ...own.map(([kind, label]) => ({ ...all, key: `${id} ${kind}`, label, kind })),
      ...keyed.map((property) => ({ ...all, key: `${id} keys ${property}`, label: propertyLabel(property), kind: 'keys' as const, property })),
    ];
    if (layer.kind === 'character') {
      const shown = folds[laneFold(id)] ?? speakers < OPEN_AT_FIRST;
      speakers++;
      const spans: Lane[] = layer.span || layer.enter || layer.exit ? [{ ...all, key: `${id} span`, label: 'on stage', kind: 'span' }] : [];
      out.push({ ...all, key: `${id} voice`, label: shown ? 'voice' : '', kind: shown ? 'voice' : 'closed', head: name, holds: true, open: shown });
      if (shown) out.push(...spans, ...within);
      continue;
    }
    const something = layer.kind === 'group' || layer.span || layer.enter || layer.exit || within.length > 0;
    if (!something && !chosen.includes(id)) continue;
    const isGroup = layer.kind === 'group';
    const shown = folds[laneFold(id)] ?? chosen.includes(id);
    out.push({
      ...all,
      key: `${id} span`,
      label: name,
      kind: 'span',
      head: name,
      holds: isGroup ? holds : within.length > 0,
      open: isGroup ? open : shown && within.length > 0,
    });
    if (shown || (isGroup && open)) out.push(...within);
  }
  out.push(
    { key: 'camera', label: 'Camera', kind: 'camera', depth: 0, locked: false, hidden: false, pinned: true },
    { key: 'sound', label: 'Sound', kind: 'sound', depth: 0, locked: false, hidden: false, pinned: true },
    { key: 'captions', label: 'Captions', kind: 'caption', depth: 0, locked: false, hidden: false, pinned: true },
  );
  return out;
}

/** What a property is called on its lane. */
export const propertyLabel = (property: string): string =>
  (isProperty(property) ? propertyInfo(property).label : isColourProperty(property) ? COLOUR_PROPERTIES[property].label : property).toLowerCase();

export const FRAMING_NAMES: Readonly<Record<string, string>> = {
  wide: 'Wide',
  'two-shot': 'Two-shot',
  medium: 'Medium',
  close: 'Close',
  shoulder: 'Over the shoulder',
  place: 'On a place',
};

/** What a layer is called: a character by its name, words by themselves, everything else by its own name or its kind. */
export function nameOfStaged(document: Document, layer: Layer): string {
  if (layer.kind === 'character') return layer.name ?? document.characters[layer.character]?.name ?? 'someone';
  if (layer.name) return layer.name;
  if (layer.kind === 'text' || layer.kind === 'balloon') return layer.text.trim().split('\n')[0]?.slice(0, 40) || LAYER_ENTRIES[layer.kind].label;
  if (layer.kind === 'chart') return layer.title || LAYER_ENTRIES.chart.label;
  if (layer.kind === 'mark') return layer.text.trim() || markKind(layer.form).name;
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
      const [seen, over] = cue.subjects;
      if (cue.framing === 'shoulder' && seen && over) return `Over ${nameOfLayer(document, scene, over)}’s shoulder, at ${nameOfLayer(document, scene, seen)}`;
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

/** What of ribbon and lanes is in view, pixels from the scene's start. */
export interface Visible {
  readonly from: number;
  readonly to: number;
}

/** Pixels of a span of ticks at a zoom (pixels a second). */
export const px = (ticks: number, zoom: number): number => (ticks / TICKS_PER_SECOND) * zoom;

/**
 * The first moment from `at` (ticks) on at which copies of cues can be put down so that none lies on another of its lane;
 * `first` is where the first of the sources begins. They come onto the layer `onto`, or each onto its own.
 */
export function freeFrom(scene: PlacedScene, sources: readonly string[], at: number, first: number, onto?: string): number {
  const spans = Object.entries(scene.scene.cues).map(([id, cue]) => {
    const { start, end } = scene.resolved.cues.get(id) ?? { start: 0, end: 0 };
    // A shot holds until the next one: only a shot that begins at the same moment would lie under it.
    return { id, cue, lane: laneOfCue(cue), start, end: cue.kind === 'camera' ? start + 1 : end };
  });
  const copies = spans
    .filter(({ id }) => sources.includes(id))
    .map((one) => (onto !== undefined && 'layer' in one.cue ? { ...one, lane: laneOfCue({ ...one.cue, layer: onto }) } : one));
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
