import { failure } from '../../document/failure.ts';
import type { Chroma, CueOf, LayerOf } from '../../document/schema.ts';
import { clipLength } from '../../stage/layers/clip.ts';
import { orderAtEnd } from '../../time/order.ts';
import type { Recipe } from '../change.ts';
import { same } from '../fit.ts';
import { hangCue } from './cues.ts';
import { addLayer, layerIn, type NewLayer, setSpan } from './layers.ts';
import { sceneOf } from './lines.ts';

export type ClipValues = Partial<Pick<LayerOf<'clip'>, 'into' | 'until' | 'speed' | 'after'>>;

type Draft = Parameters<Recipe>[0];

function clipIn(draft: Draft, scene: string, id: string): LayerOf<'clip'> {
  const layer = layerIn(sceneOf(draft, scene), id);
  if (layer.kind !== 'clip') throw failure('no-clip', 'That is no clip. Choose a clip on the stage.');
  return layer;
}

/** Brings a clip on the stage; its sound, if it is kept, hangs beside it as a sound cue. */
export const bringClip =
  (scene: string, layerId: string, layer: NewLayer & { kind: 'clip' }, sound?: { readonly cue: string; readonly source: string }): Recipe =>
  (draft) => {
    addLayer(scene, layerId, layer)(draft);
    if (!sound) return;
    const start = layer.span?.start ?? ({ to: 'scene', edge: 'start', offset: 0 } as const);
    const cue: CueOf<'sound'> = {
      kind: 'sound',
      source: sound.source,
      name: layer.name ?? 'Clip',
      gainDb: 0,
      pan: 0,
      fadeIn: 0,
      fadeOut: 0,
      loop: layer.after === 'again',
      duck: null,
      muted: false,
      solo: false,
      order: orderAtEnd(sceneOf(draft, scene).cues),
      start,
      end: { ticks: clipLength(layer) },
    };
    hangCue(scene, sound.cue, cue)(draft);
  };

/** How a clip runs; undefined takes a value out. Where it is on the stage as long as itself, it stays so. */
export const setClip =
  (scene: string, id: string, values: { readonly [K in keyof ClipValues]: ClipValues[K] | undefined }): Recipe =>
  (draft) => {
    const clip = clipIn(draft, scene, id);
    const before = clipLength(clip);
    const span = clip.span;
    const fields = clip as Record<string, unknown>;
    for (const [key, value] of Object.entries(values)) {
      if (value === undefined) delete fields[key];
      else fields[key] = value;
    }
    if (clip.until !== undefined && clip.until <= (clip.into ?? 0)) throw failure('clip-empty', 'The clip would end before it begins. Let it end later.');
    if (span && 'ticks' in span.end && span.end.ticks === before) clip.span = { ...span, end: { ticks: clipLength(clip) } };
    return alongWith(draft, scene, clip);
  };

/** Its own sound, where it began with the clip, is trimmed as the clip is. Says where it cannot follow. */
function alongWith(draft: Draft, scene: string, clip: LayerOf<'clip'>): string | undefined {
  const own = Object.values(draft.production.pictures ?? {}).find((one) => one.clip?.media === clip.media)?.clip?.sound;
  const start = clip.span?.start ?? { to: 'scene', edge: 'start', offset: 0 };
  const sounds = Object.values(sceneOf(draft, scene).cues).filter((cue) => cue.kind === 'sound' && cue.source === own && same(cue.start, start));
  for (const cue of sounds) {
    if (cue.kind !== 'sound') continue;
    if (clip.into) cue.into = clip.into;
    else delete cue.into;
    cue.end = { ticks: clipLength({ ...clip, speed: 1 }) };
  }
  return sounds.length && (clip.speed ?? 1) !== 1 ? 'Its sound keeps its own speed. Take it off, or let the clip run at 1.' : undefined;
}

/** How long a clip is on the stage: as long as itself from where it comes, as a line, or the whole scene. */
export const clipLasts =
  (scene: string, id: string, as: 'itself' | 'scene' | { readonly line: string }): Recipe =>
  (draft) => {
    const clip = clipIn(draft, scene, id);
    if (as === 'scene') return setSpan(scene, id, undefined)(draft);
    if (as === 'itself') return setSpan(scene, id, { start: clip.span?.start ?? { to: 'scene', edge: 'start', offset: 0 }, end: { ticks: clipLength(clip) } })(draft);
    const pin = (edge: 'start' | 'end') => ({ to: 'line', line: as.line, edge, offset: 0 }) as const;
    return setSpan(scene, id, { start: pin('start'), end: pin('end') })(draft);
  };

/** The colour that is taken out of a picture or clip; undefined leaves it as it is. */
export const setChroma =
  (scene: string, id: string, chroma: Chroma | undefined): Recipe =>
  (draft) => {
    const layer = layerIn(sceneOf(draft, scene), id);
    if (layer.kind !== 'clip' && layer.kind !== 'picture') throw failure('no-picture', 'Colours are taken out of pictures and clips only. Choose one of them.');
    if (chroma) layer.chroma = chroma;
    else delete layer.chroma;
  };
