import { keyPath } from '../document/pins.ts';
import type { Key as DocumentKey, Ease } from '../document/schema.ts';
import { type Oklch, oklchExact, readOklch } from '../draw/colour.ts';
import type { Colour } from '../draw/picture.ts';
import { type Key, sample, type Track, track } from '../time/track.ts';
import type { Resolved } from './resolve.ts';

/** A colour in time: lightness, chroma and hue (degrees), mixed in OKLCH the shorter way round. */
export interface ColourTrack {
  readonly l: Track;
  readonly c: Track;
  readonly h: Track;
}

/** Tracks by property: only what has keys is in it. */
export type Tracks = Readonly<Record<string, Track>>;
export type ColourTracks = Readonly<Record<string, ColourTrack>>;

type KeyLists = Readonly<Record<string, Readonly<Record<string, DocumentKey>>>> | undefined;

const NO_TRACKS: Tracks = Object.freeze({});
const NO_COLOURS: ColourTracks = Object.freeze({});

interface Moment {
  readonly at: number;
  readonly value: number | string;
  readonly ease: Ease;
}

/** Keys of one property in order of time; of two at one moment the later id stands. */
function momentsOf(of: string, property: string, list: Readonly<Record<string, DocumentKey>>, resolved: Resolved): Moment[] {
  return Object.entries(list)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([id, { value, ease }]) => ({ at: resolved.keys.get(keyPath(of, property, id)) ?? 0, value, ease }))
    .sort((a, b) => a.at - b.at);
}

const numbers = (moments: readonly Moment[]): Moment[] => moments.filter(({ value }) => typeof value === 'number');

/** Tracks of the numbers among the keys of `of` (a layer, a cue, a layer's effect). */
export function tracksOf(of: string, keys: KeyLists, resolved: Resolved): Tracks {
  if (!keys) return NO_TRACKS;
  const out: Record<string, Track> = {};
  for (const [property, list] of Object.entries(keys)) {
    const moments = numbers(momentsOf(of, property, list, resolved));
    if (moments.length) out[property] = track(moments as readonly Key[]);
  }
  return out;
}

/** Tracks of the colours among the keys of `of`. */
export function colourTracksOf(of: string, keys: KeyLists, resolved: Resolved): ColourTracks {
  if (!keys) return NO_COLOURS;
  const out: Record<string, ColourTrack> = {};
  for (const [property, list] of Object.entries(keys)) {
    const moments = momentsOf(of, property, list, resolved).filter(({ value }) => typeof value === 'string');
    if (moments.length) out[property] = colourTrack(moments as (Moment & { value: string })[]);
  }
  return out;
}

/** A grey has no hue of its own: it takes its neighbour's. */
const GREY = 0.004;

function colourTrack(moments: readonly { at: number; value: string; ease: Ease }[]): ColourTrack {
  const colours: Oklch[] = moments.map(({ value }) => readOklch(value));
  const hues = colours.map(({ c, h }) => (c < GREY ? undefined : h));
  let before = hues.find((hue) => hue !== undefined) ?? 0;
  const along = hues.map((hue) => {
    if (hue === undefined) return before;
    before += ((((hue - before) % 360) + 540) % 360) - 180;
    return before;
  });
  const of = (read: (index: number) => number): Track => track(moments.map(({ at, ease }, index) => ({ at, ease, value: read(index) })));
  return { l: of((n) => (colours[n] as Oklch).l), c: of((n) => (colours[n] as Oklch).c), h: of((n) => along[n] as number) };
}

export const sampleColour = ({ l, c, h }: ColourTrack, tick: number): Colour => oklchExact(sample(l, tick), sample(c, tick), ((sample(h, tick) % 360) + 360) % 360);
