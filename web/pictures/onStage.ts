import type { Pin } from '#core/document/schema';
import { bringClip } from '#core/edit/commands/clips';
import { pinAt } from '#core/edit/commands/cues';
import { addLayer, type NewLayer } from '#core/edit/commands/layers';
import { frameSize } from '#core/stage/frame';
import { clipLength } from '#core/stage/layers/clip';
import type { PlacedScene } from '../composer/film.ts';
import { makeId } from '../ids.ts';
import { run, useProduction } from '../state/production.ts';
import { choose, useView } from '../state/view.ts';
import type { Brought } from './bringIn.ts';

type Sided = Pick<Brought, 'width' | 'height'> & { readonly clip?: Brought['clip'] };

/** How tall or wide a picture stands in the frame when it comes in; a clip as large as the frame allows. */
const PICTURE_SHARE = 0.6;

/** Sides of a picture on the stage, in stage units. */
export function sidesOnStage({ width, height, clip }: Sided, frame: Parameters<typeof frameSize>[0]): { width: number; height: number } {
  const room = frameSize(frame);
  const share = clip ? 1 : PICTURE_SHARE;
  const most = clip ? Number.POSITIVE_INFINITY : 1;
  const k = Math.min((room.height * share) / height, (room.width * share) / width, most);
  return { width: Math.max(1, Math.round(width * k)), height: Math.max(1, Math.round(height * k)) };
}

/** A picture or clip of one's own as a layer. */
export function ownLayer(picture: Sided & Pick<Brought, 'name' | 'media'>, frame: Parameters<typeof frameSize>[0], span?: { start: Pin; end: { ticks: number } }): NewLayer {
  const base = { name: picture.name, ...sidesOnStage(picture, frame), locked: false, hidden: false } as const;
  const { clip } = picture;
  return clip
    ? ({ kind: 'clip', media: clip.media, frames: clip.frames, rate: clip.rate, after: clip.sound ? 'hold' : 'again', ...base, ...(span ? { span } : {}) } as const)
    : ({ kind: 'picture', media: picture.media, ...base } as const);
}

/** Brings one on the stage; what has sound comes at the playhead and lasts as long as itself. */
export function bringOwn(scene: PlacedScene, picture: Brought, { sound }: { readonly sound: boolean }): void {
  const frame = useProduction.getState().document?.production.frame ?? '16:9';
  const id = makeId('layer');
  const { clip } = picture;
  const heard = sound ? clip?.sound : undefined;
  const start = pinAt(scene.scene, Math.round(useView.getState().tick), scene.fps);
  const layer = ownLayer(picture, frame, clip && heard ? { start, end: { ticks: clipLength({ ...clip, after: 'hold' }) } } : undefined);
  const recipe = layer.kind === 'clip' ? bringClip(scene.id, id, layer, heard ? { cue: makeId('cue'), source: heard } : undefined) : addLayer(scene.id, id, layer);
  if (run(`Bring on ${picture.name}`, recipe)) choose({ kind: 'layer', id });
}
