import { type ColourProperty, colourOf, type Property, restValue } from '../document/properties.ts';
import type { Document, FrameShape, Layer, LayerOf, Scene } from '../document/schema.ts';
import { readTable } from '../document/table.ts';
import type { Colour } from '../draw/picture.ts';
import { dressed } from '../figure/outfits.ts';
import { byOrder } from '../time/order.ts';
import type { FrameRate } from '../time/ticks.ts';
import { type Amount, sample } from '../time/track.ts';
import { type Acting, actingOf } from './acting.ts';
import type { TimedCue } from './attention.ts';
import { beatsOf } from './beats.ts';
import type { ScheduledLine } from './lines.ts';
import { type Path, slidesOf } from './moves.ts';
import type { Resolved } from './resolve.ts';
import { type ColourTracks, colourTracksOf, sampleColour, type Tracks, tracksOf } from './tracks.ts';

/** An effect of a layer with its values in time. */
export interface StagedEffect {
  readonly id: string;
  readonly effect: string;
  readonly values: Readonly<Record<string, number | string>>;
  readonly tracks: Tracks;
  readonly colours: ColourTracks;
}

/** A layer along its scene: nothing after this knows pins. */
export interface StagedLayer {
  readonly id: string;
  readonly layer: Layer;
  /** When it is on the stage: scene ticks, end exclusive. */
  readonly start: number;
  readonly end: number;
  /** Properties and colours that have keys. */
  readonly tracks: Tracks;
  readonly colours: ColourTracks;
  /** Where move cues take it, in the units of its parent; undefined where none does. */
  readonly path: Path | undefined;
  readonly effects: readonly StagedEffect[];
  /** Of a character: what its body does. */
  readonly acting?: Acting;
  /** Of words that have a look: when each word appears, in whose colour, in which shape of frame. */
  readonly words?: StagedWords;
}

export interface StagedWords {
  /** Scene ticks, one for each word. */
  readonly beats: readonly number[];
  readonly tone: number;
  readonly shape: FrameShape;
}

/** The colour of the production's words where nobody speaks them. */
const WORDS_TONE = 2;

/** How the words of a layer come, if they have a look. */
function wordsOf(document: Document, scene: Scene, layer: Layer, lines: readonly ScheduledLine[], start: number, end: number): StagedWords | undefined {
  if (layer.kind === 'chart') return { beats: beatsOf(chartText(layer), lines, start, end), tone: layer.tone ?? WORDS_TONE, shape: document.production.frame };
  if (layer.kind === 'mark') return { beats: layer.text.trim() ? beatsOf(layer.text, lines, start, end) : [], tone: layer.tone ?? WORDS_TONE, shape: document.production.frame };
  if (!(layer.kind === 'balloon' || (layer.kind === 'text' && layer.look))) return undefined;
  const whose = layer.of === undefined ? undefined : scene.layers[layer.of];
  const speaker =
    whose?.kind === 'character' ? Object.entries(document.production.roles).find(([role, { character }]) => (scene.recast[role] ?? character) === whose.character)?.[1] : undefined;
  const tone = (layer.kind === 'text' ? layer.tone : undefined) ?? speaker?.colour ?? WORDS_TONE;
  // Of somebody's own words only what they say counts; a thing that speaks has the voice of whoever is heard.
  const own = layer.kind === 'balloon' ? lines.filter((line) => line.layer !== undefined && line.layer === layer.of) : [];
  const heard = own.length ? own : lines;
  return { beats: beatsOf(layer.text, heard, start, end), tone, shape: document.production.frame };
}

/** All layers of a scene with their tracks. */
export function stagedLayers(document: Document, scene: Scene, resolved: Resolved, lines: readonly ScheduledLine[], fps: FrameRate): Map<string, StagedLayer> {
  const cues = new Map<string, TimedCue[]>();
  for (const [id, cue] of Object.entries(scene.cues)) {
    if (!('layer' in cue)) continue;
    const list = cues.get(cue.layer) ?? [];
    if (!list.length) cues.set(cue.layer, list);
    list.push({ id, cue, ...(resolved.cues.get(id) as { start: number; end: number }) });
  }
  for (const list of cues.values()) list.sort((a, b) => a.start - b.start || (a.id < b.id ? -1 : 1));

  const out = new Map<string, StagedLayer>();
  for (const [id, layer] of Object.entries(scene.layers)) {
    const own = cues.get(id) ?? [];
    const tracks = tracksOf(id, layer.keys, resolved);
    const span = resolved.spans.get(id);
    const acting = layer.kind === 'character' ? characterActing(document, scene, resolved, lines, id, layer, own, fps, tracks) : undefined;
    out.set(id, {
      id,
      layer,
      start: span?.start ?? 0,
      end: span?.end ?? resolved.length,
      tracks,
      colours: colourTracksOf(id, layer.keys, resolved),
      path: acting ? { x: acting.x, y: acting.y } : slidesOf(layer, own),
      effects: effectsOf(id, layer, resolved),
      ...(acting ? { acting } : {}),
      ...wordsPart(wordsOf(document, scene, layer, lines, span?.start ?? 0, span?.end ?? resolved.length)),
    });
  }
  return out;
}

/** The words by which a chart hangs from what is said: its title, then the label of each row. */
const chartText = ({ title, table }: LayerOf<'chart'>): string => [title, ...readTable(table).rows.map(({ label }) => label || '·')].join('\n');

const wordsPart = (words: StagedWords | undefined): { words?: StagedWords } => (words ? { words } : {});

function effectsOf(id: string, layer: Layer, resolved: Resolved): StagedEffect[] {
  if (layer.kind === 'effect')
    return [{ id, effect: layer.effect, values: layer.values, tracks: tracksOf(id, layer.keys, resolved), colours: colourTracksOf(id, layer.keys, resolved) }];
  return Object.entries(layer.effects ?? {})
    .sort((a, b) => byOrder(a[1], b[1]) || (a[0] < b[0] ? -1 : 1))
    .map(([effectId, { effect, values, keys }]) => {
      const of = `${id}/${effectId}`;
      return { id: effectId, effect, values, tracks: tracksOf(of, keys, resolved), colours: colourTracksOf(of, keys, resolved) };
    });
}

function characterActing(
  document: Document,
  scene: Scene,
  resolved: Resolved,
  lines: readonly ScheduledLine[],
  id: string,
  layer: LayerOf<'character'>,
  cues: readonly TimedCue[],
  fps: FrameRate,
  tracks: Tracks,
): Acting | undefined {
  const character = document.characters[layer.character];
  if (!character) return undefined;
  // How the mouth speaks belongs to the role that speaks through it.
  const role = lines.find((line) => line.layer === id)?.line.role;
  const mouth = role ? document.production.roles[role]?.mouth : undefined;
  const amount = (property: Property): Amount => tracks[property] ?? restValue(layer, property);
  return actingOf({ scene, resolved, lines, id, layer, cues, character: dressed(character, layer.outfit), fps, mouth, amount });
}

/** A property of a layer at a tick: where keys of a place and a move meet, the move comes on top. */
export function valueAt(staged: StagedLayer, property: Property, tick: number): number {
  const track = staged.tracks[property];
  if ((property === 'x' || property === 'y') && staged.path) {
    const moved = sample(staged.path[property], tick);
    return track ? sample(track, tick) + moved - restValue(staged.layer, property) : moved;
  }
  return track ? sample(track, tick) : restValue(staged.layer, property);
}

export function colourAt(staged: StagedLayer, property: ColourProperty, tick: number): Colour {
  const track = staged.colours[property];
  return track ? sampleColour(track, tick) : colourOf(staged.layer, property);
}

/** Whether a layer is on the stage at a tick. */
export const isOn = ({ start, end }: Pick<StagedLayer, 'start' | 'end'>, tick: number): boolean => start <= tick && tick < end;
