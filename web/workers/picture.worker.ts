import { sentenceOf } from '#core/document/failure';
import { type Backdrop, MOUTH_SHAPES, type MouthSource, type OwnPicture, type PictureActor, type PictureFace } from '#core/document/schema';
import { IDENTITY } from '#core/draw/matrix';
import { rect } from '#core/draw/path';
import type { Plane } from '#core/draw/picture';
import { picturedCharacter } from '#core/edit/commands/pictures';
import { alivePose } from '#core/figure/alive';
import { drawFigure } from '#core/figure/figure';
import { MOUTH_CHART } from '#core/figure/mouth';
import { nearestMouth } from '#core/figure/pictured/mouthPictures';
import { posed } from '#core/figure/pose';
import type { EngineExports } from '#core/paint/engine';
import { IncrementalPainter, paintFully } from '#core/paint/incremental';
import { type Images, Painter } from '#core/paint/paint';
import { type ActingPicture, actingPicture, isCutOut, liftedOff, maskOf, movedFace, working } from '#core/picture/actor';
import { type Made, pictureFigure } from '#core/picture/figure';
import { type LayerParts, type NamedLayer, partsOfLayers } from '#core/picture/layerParts';
import { COARSE } from '#core/picture/lift';
import { mouthSource } from '#core/picture/mouthClip';
import { type Outline, outlinesOf } from '#core/picture/outline';
import type { Raster } from '#core/picture/raster';
import { resized, shrunk } from '#core/picture/raster';
import { suggestedFaces } from '#core/picture/suggest';
import { mouthAt, mouthTrack } from '#core/schedule/mouths';
import { estimateSpeech } from '#core/speech/estimate';
import { backdropNodes } from '#core/stage/backdrop';
import { toSeconds } from '#core/time/ticks';
import engineUrl from '../../core/paint/engine.wasm?url';
import { Clips } from './clips.ts';
import { Pictures } from './pictures.ts';

type Lifting = Pick<PictureActor, 'lifted' | 'strokes' | 'lasso' | 'edge' | 'mends'>;
export interface TalkParts {
  readonly talks: boolean;
  readonly blinks: boolean;
  readonly looks: boolean;
  readonly nods: boolean;
}

export type PictureRequest =
  /** Opens a picture, with its layers where it has some. */
  | { readonly kind: 'open'; readonly media: string; readonly layered?: OwnPicture['layered'] }
  | { readonly kind: 'lift'; readonly call: number; readonly actor: Lifting; readonly coarse: boolean }
  | { readonly kind: 'suggest'; readonly call: number; readonly actor: Lifting | undefined }
  | { readonly kind: 'prepare'; readonly call: number; readonly actor: Lifting & Pick<PictureActor, 'limbs'> & { readonly face: PictureFace } }
  | { readonly kind: 'export'; readonly call: number }
  | { readonly kind: 'colour'; readonly call: number; readonly x: number; readonly y: number }
  /** Sorts a clip's frames to a mouth. */
  | { readonly kind: 'mouthClip'; readonly call: number; readonly clip: { readonly media: string; readonly frames: number; readonly width: number; readonly height: number } }
  /** What each shape of the chart becomes with a mouth's pictures. */
  | { readonly kind: 'shapes'; readonly call: number; readonly source: MouthSource; readonly open: number; readonly skin: string }
  | { readonly kind: 'canvas'; readonly canvas: OffscreenCanvas; readonly width: number; readonly height: number }
  | {
      readonly kind: 'look';
      readonly actor: Pick<PictureActor, 'lifted' | 'mouth' | 'lids' | 'moves' | 'floats'>;
      readonly backdrop: Backdrop;
      readonly text: string;
      readonly parts: TalkParts;
      readonly playing: boolean /** Marks as they are dragged. */;
      readonly face: PictureFace | undefined;
    };

export interface Spoken {
  readonly seconds: number;
  readonly words: readonly { readonly text: string; readonly start: number; readonly end: number }[];
  readonly mouths: readonly { readonly shape: string; readonly start: number; readonly end: number }[];
}

export interface LiftAnswer {
  readonly outlines: readonly Outline[];
  readonly preview: ImageBitmap | undefined;
  readonly share: number;
  readonly cutOut: boolean;
  readonly milliseconds: number;
}
export interface SuggestAnswer {
  readonly faces: readonly PictureFace[];
  readonly parts?: LayerParts;
  /** The picture for a model that looks for faces. */
  readonly small: ImageData;
}
export interface PrepareAnswer {
  readonly bounds: ActingPicture['bounds'];
  readonly face: PictureFace;
  readonly colours: ActingPicture['colours'];
  readonly open: number;
  readonly pupils: boolean;
  readonly cutBelow: boolean;
  readonly mended: ImageBitmap;
}
export interface ExportAnswer {
  readonly image: Blob;
  readonly left: Blob | undefined;
  readonly right: Blob | undefined;
  readonly limbs: readonly Blob[];
  readonly made: Made;
}

export type PictureAnswer =
  | { readonly kind: 'opened'; readonly media: string; readonly width: number; readonly height: number; readonly cutOut: boolean }
  | { readonly kind: 'answer'; readonly call: number; readonly value: unknown }
  | { readonly kind: 'failed'; readonly call: number | undefined; readonly media?: string; readonly sentence: string }
  | { readonly kind: 'spoken'; readonly spoken: Spoken }
  | { readonly kind: 'at'; readonly seconds: number };

const post = (answer: PictureAnswer, transfer: Transferable[] = []): void => self.postMessage(answer, { transfer });
const engine = WebAssembly.instantiateStreaming(fetch(engineUrl), { env: { abort() {} } }).then(({ instance }) => instance.exports as unknown as EngineExports);

let source: Raster | undefined;
/** What the layers of an open layered picture say. */
let parts: LayerParts | undefined;
let made: { readonly key: string; readonly picture: ActingPicture } | undefined;
let lifted: { readonly key: string; readonly image: Raster } | undefined;
let turn: Promise<unknown> = Promise.resolve();
/** The last call of each kind: an older one that still waits is not worth doing. */
const latest = new Map<string, number>();

const bitmapOf = ({ width, height, data }: Raster): Promise<ImageBitmap> => createImageBitmap(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height));
async function pngOf({ width, height, data }: Raster): Promise<Blob> {
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')?.putImageData(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0);
  return canvas.convertToBlob({ type: 'image/png' });
}

async function open(media: string, layered: OwnPicture['layered']): Promise<void> {
  source = undefined;
  parts = undefined;
  made = undefined;
  lifted = undefined;
  const bitmap = await bitmapFrom(media);
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser cannot read pictures. Use a current Chromium, Firefox or Safari.');
  context.drawImage(bitmap, 0, 0);
  const { data } = context.getImageData(0, 0, bitmap.width, bitmap.height);
  source = working({ width: bitmap.width, height: bitmap.height, data });
  bitmap.close();
  if (layered) parts = partsOfLayers(await alphasOf(layered));
  post({ kind: 'opened', media, width: source.width, height: source.height, cutOut: isCutOut(source) });
}

async function bitmapFrom(media: string): Promise<ImageBitmap> {
  const response = await fetch(`/api/media/${media}`);
  if (!response.ok) throw new Error('This picture is not in the store any more. Bring it in again.');
  return createImageBitmap(await response.blob(), { colorSpaceConversion: 'none' });
}

/** The longer side, in pixels, at which layers are told apart. */
const LAYERS_SIDE = 800;

/** How opaque each shown layer is, all over the page. */
async function alphasOf({ width: pageWidth, height: pageHeight, layers }: NonNullable<OwnPicture['layered']>): Promise<NamedLayer[]> {
  const k = Math.min(1, LAYERS_SIDE / Math.max(pageWidth, pageHeight));
  const [width, height] = [Math.max(1, Math.round(pageWidth * k)), Math.max(1, Math.round(pageHeight * k))];
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  const out: NamedLayer[] = [];
  for (const { name, media, x, y, width: wide, height: high, opacity, shown } of layers) {
    if (!shown || !context) continue;
    const bitmap = await bitmapFrom(media);
    context.clearRect(0, 0, width, height);
    context.globalAlpha = opacity;
    context.drawImage(bitmap, x * k, y * k, wide * k, high * k);
    bitmap.close();
    const { data } = context.getImageData(0, 0, width, height);
    out.push({ name, alpha: { width, height, data: Float32Array.from({ length: width * height }, (_, p) => (data[p * 4 + 3] as number) / 255) } });
  }
  return out;
}

/** The longer side, in pixels, of what a trained model looks at. */
const MODEL_SIDE = 640;

/** A picture as a trained model gets it: small, on grey where it is clear. */
function forModel(image: Raster): ImageData {
  const k = Math.min(1, MODEL_SIDE / Math.max(image.width, image.height));
  const { width, height, data } = shrunk(image, Math.max(1, Math.round(image.width * k)), Math.max(1, Math.round(image.height * k)));
  const out = new ImageData(width, height);
  for (let at = 0; at < data.length; at += 4) {
    const a = (data[at + 3] as number) / 255;
    for (let c = 0; c < 3; c++) out.data[at + c] = (data[at + c] as number) * a + 128 * (1 - a);
    out.data[at + 3] = 255;
  }
  return out;
}

const OUTLINE_SIDE = 700;

function lift(image: Raster, actor: Lifting): Raster {
  const key = JSON.stringify([actor.lifted, actor.strokes, actor.lasso, actor.edge, actor.mends]);
  if (lifted?.key !== key) lifted = { key, image: liftedOff(image, actor) };
  return lifted.image;
}

async function liftAnswer(image: Raster, actor: Lifting, coarse: boolean): Promise<LiftAnswer> {
  const begun = performance.now();
  if (coarse) {
    const mask = maskOf(image, actor, COARSE);
    const share = mask.data.reduce((sum, value) => sum + value, 0) / mask.data.length;
    const outlines = outlinesOf(mask.width, mask.height, (x, y) => mask.data[y * mask.width + x] as number, 0.5);
    return { outlines, preview: undefined, share, cutOut: false, milliseconds: performance.now() - begun };
  }
  const whole = lift(image, actor);
  const alpha = new Float32Array(image.width * image.height);
  let share = 0;
  for (let p = 0; p < alpha.length; p++) {
    alpha[p] = (whole.data[p * 4 + 3] as number) / 255;
    share += alpha[p] as number;
  }
  const scale = Math.min(1, OUTLINE_SIDE / Math.max(image.width, image.height));
  const small = resized({ width: image.width, height: image.height, data: alpha }, Math.max(1, Math.round(image.width * scale)), Math.max(1, Math.round(image.height * scale)));
  const outlines = outlinesOf(small.width, small.height, (x, y) => small.data[y * small.width + x] as number, 0.35);
  return { outlines, preview: await bitmapOf(whole), share: share / alpha.length, cutOut: isCutOut(image), milliseconds: performance.now() - begun };
}

function prepare(image: Raster, actor: Lifting & Pick<PictureActor, 'limbs'> & { readonly face: PictureFace }): ActingPicture {
  const key = JSON.stringify([actor.lifted, actor.strokes, actor.lasso, actor.edge, actor.mends, actor.face, actor.limbs]);
  if (made?.key !== key) {
    made = { key, picture: actingPicture(image, actor, lift(image, actor)) };
    dress();
  }
  return made.picture;
}

const stored = new Pictures(() => painter?.reset());
const clips = new Clips();
const found: Images = (media, frame) => (frame === undefined ? (images.get(media) ?? stored.find(media)) : clips.find(media, frame));
/** A painter for pictures that are answered, apart from the loop's. */
let still: Promise<Painter> | undefined;
const stillPainter = (): Promise<Painter> => {
  still ??= WebAssembly.instantiateStreaming(fetch(engineUrl), { env: { abort() {} } }).then(({ instance }) => new Painter(instance.exports as unknown as EngineExports, found));
  return still;
};

/** Frames of a clip that are looked at for a mouth, and how wide. */
const LOOKED_AT = 96;
const SMALL_SIDE = 170;

async function mouthOfClip({ media, frames, width, height }: Extract<PictureRequest, { kind: 'mouthClip' }>['clip']): Promise<MouthSource> {
  const own = await stillPainter();
  const k = Math.min(1, SMALL_SIDE / Math.max(width, height));
  const [w, h] = [Math.max(8, Math.round(width * k)), Math.max(8, Math.round(height * k))];
  const count = Math.min(frames, LOOKED_AT);
  const list: { frame: number; image: Raster }[] = [];
  for (let n = 0; n < count; n++) {
    const frame = Math.floor((n * frames) / count);
    await clips.bring([{ media, frame }]);
    const nodes = [{ id: 'frame', matrix: IDENTITY, image: { media, frame, x: 0, y: 0, width: w, height: h } }];
    const surface = paintFully(own, { width: w, height: h, planes: [{ id: 'all', view: IDENTITY, nodes }] }, w, h);
    list.push({ frame, image: { width: w, height: h, data: new Uint8ClampedArray(surface.pixels()) } });
    surface.dispose();
  }
  return mouthSource(media, list);
}

const CHART_SIDES = { width: 124, height: 88 } as const;

/** Each shape of the chart as the mouth's pictures show it, on skin. */
async function chartOf({ source, open, skin }: Extract<PictureRequest, { kind: 'shapes' }>): Promise<ImageBitmap[]> {
  const own = await stillPainter();
  const { width, height } = CHART_SIDES;
  const wide = 54;
  const out: ImageBitmap[] = [];
  for (const name of MOUTH_SHAPES) {
    const { media, frame, aspect } = nearestMouth(source.shapes, MOUTH_CHART[name], open);
    if (frame !== undefined) await clips.bring([{ media, frame }]);
    else {
      stored.find(media);
      await stored.arrived();
    }
    const [w, h] = [wide * source.size, wide * source.size * aspect];
    const image = { media, x: width / 2 - w * source.x, y: height * 0.42 - h * source.y, width: w, height: h };
    const nodes = [{ id: 'mouth', matrix: IDENTITY, image: { ...image, ...(frame === undefined ? {} : { frame }), ...(source.chroma ? { keying: source.chroma } : {}) } }];
    const surface = paintFully(own, { width, height, background: skin, planes: [{ id: 'all', view: IDENTITY, nodes }] }, width, height);
    out.push(await createImageBitmap(new ImageData(new Uint8ClampedArray(surface.pixels()), width, height)));
    surface.dispose();
  }
  return out;
}

// The loop that talks.
let look: Extract<PictureRequest, { kind: 'look' }> | undefined;
let spoken: { readonly text: string; readonly track: ReturnType<typeof mouthTrack>; readonly ticks: number; readonly stressed: readonly number[] } | undefined;
let canvas: OffscreenCanvas | undefined;
let size = { width: 348, height: 196 };
let painter: IncrementalPainter | undefined;
let images = new Map<string, Raster>();
let character: ReturnType<typeof picturedCharacter> | undefined;
let timer: ReturnType<typeof setInterval> | undefined;
let showing = 0;
let clock = 0;
let before = 0;
const FPS = 24;
const FIXATIONS = [0, 0, 0.8, 0, -0.7, 0.2, 0] as const;
const PAUSE_TICKS = 38_400;

/** The figure from what was made and what was chosen, under names that are new each time: the painter remembers pictures. */
function dress(): void {
  if (!made || !look) return;
  const { picture } = made;
  if (!images.size || [...images.values()][0] !== picture.image) {
    showing++;
    images = new Map([[`acting ${showing}`, picture.image]]);
    for (const side of ['left', 'right'] as const) if (picture.pupils[side]) images.set(`${side} ${showing}`, picture.pupils[side].image);
    picture.limbs.forEach((limb, n) => void images.set(`limb ${n} ${showing}`, limb.image));
  }
  const face = look.face && source ? movedFace(look.face, source, picture.bounds) : picture.face;
  const figure = pictureFigure({ ...picture, face }, look.actor, {
    media: `acting ${showing}`,
    source: '',
    left: `left ${showing}`,
    right: `right ${showing}`,
    limbs: picture.limbs.map((_, n) => `limb ${n} ${showing}`),
  });
  character = picturedCharacter('ch_000000000000', 'a0', '', figure);
}

function speak(text: string): void {
  if (spoken?.text === text) return;
  const words = text.split(/\s+/).filter(Boolean).slice(0, 60);
  const analysis = estimateSpeech(words);
  const length = analysis.words.at(-1)?.end ?? 0;
  const track = mouthTrack([{ at: 0, length, analysis }], [], FPS);
  spoken = { text, track, ticks: length + PAUSE_TICKS, stressed: analysis.words.flatMap(({ text: word, start }, n) => (n % 3 === 0 || /[.?!]$/.test(word) ? [start] : [])) };
  const seconds = (ticks: number): number => toSeconds(ticks);
  post({
    kind: 'spoken',
    spoken: {
      seconds: seconds(spoken.ticks),
      words: analysis.words.map((word) => ({ text: word.text, start: seconds(word.start), end: seconds(word.end) })),
      mouths: track.shapes.map((shape, n) => ({ shape, start: seconds(track.starts[n] as number), end: seconds(track.ends[n] as number) })),
    },
  });
}

/** A dip of the head on a word: down in a tenth, up again in three. */
const dip = (seconds: number): number => (seconds < -0.12 || seconds > 0.4 ? 0 : seconds < 0 ? (seconds + 0.12) / 0.12 : 1 - seconds / 0.4);

function frame(): void {
  if (!canvas || !painter || !look || !spoken) return;
  const now = performance.now() / 1000;
  if (look.playing) clock += Math.min(0.2, now - before);
  before = now;
  const { parts } = look;
  const tick = (clock * 48_000) % spoken.ticks;
  const pose = posed(alivePose(clock, { seed: 5, gaze: { x: parts.looks ? (FIXATIONS[Math.floor(clock / 1.3) % FIXATIONS.length] as number) : 0, y: 0 } }));
  if (!parts.blinks) pose.blink = 0;
  if (parts.nods) for (const start of spoken.stressed) pose.headPitch += 0.34 * dip((tick - start) / 48_000);
  // Arms that turn are seen to turn.
  if (character?.picture?.limbs) {
    pose.upperL += 20 + 20 * Math.sin(clock * 1.7);
    pose.upperR += 26 + 26 * Math.sin(clock * 1.3 + 1);
  }
  pose.smile = 0.35;
  const mouth = mouthAt(spoken.track, parts.talks ? tick : spoken.ticks);
  const scale = size.width / 1920;
  const planes: Plane[] = [{ id: 'ground', view: [scale, 0, 0, scale, size.width / 2, size.height / 2], nodes: backdropNodes(look.backdrop, '16:9').nodes }];
  if (character) {
    const picture = character.picture as NonNullable<typeof character.picture>;
    const wide = (picture.tall * picture.width) / picture.height;
    const k = Math.min((size.height * 0.9) / picture.tall, (size.width * 0.86) / wide);
    const low = picture.cutBelow || picture.still ? size.height : size.height * 0.95;
    planes.push({ id: 'figure', view: [k, 0, 0, k, size.width / 2, low], nodes: drawFigure(character, pose, mouth).nodes });
  } else planes.push({ id: 'veil', view: IDENTITY, nodes: [{ id: 'veil', matrix: IDENTITY, path: rect(0, 0, size.width, size.height), fill: '#0f2126', alpha: 0.35 }] });
  painter.paint({ width: size.width, height: size.height, background: backdropNodes(look.backdrop, '16:9').background, planes });
  const context = canvas.getContext('2d');
  context?.putImageData(new ImageData(new Uint8ClampedArray(painter.surface.pixels()), size.width, size.height), 0, 0);
  post({ kind: 'at', seconds: tick / 48_000 });
}

self.onmessage = ({ data }: MessageEvent<PictureRequest>) => {
  if (data.kind === 'canvas') {
    canvas = data.canvas;
    size = { width: data.width, height: data.height };
    canvas.width = size.width;
    canvas.height = size.height;
    spoken = undefined;
    if (look) speak(look.text);
    clearInterval(timer);
    void engine.then((exports) => {
      painter = new IncrementalPainter(new Painter(exports, found), size.width, size.height);
      timer = setInterval(frame, 1000 / FPS);
    });
    return;
  }
  if (data.kind === 'look') {
    look = data;
    speak(data.text);
    dress();
    // Pictures of a mouth are there before they are asked for, one by one.
    const shapes = data.actor.mouth?.source?.shapes ?? [];
    void clips.bring(shapes.flatMap(({ media, frame }) => (frame === undefined ? [] : [{ media, frame }])))?.then(
      () => painter?.reset(),
      (thrown: unknown) => post({ kind: 'failed', call: undefined, sentence: sentenceOf(thrown) }),
    );
    return;
  }
  const call = 'call' in data ? data.call : undefined;
  const lane = data.kind === 'lift' ? `lift ${data.coarse}` : data.kind;
  if (call !== undefined) latest.set(lane, call);
  turn = turn.then(async () => {
    // Messages that came meanwhile are heard first.
    await new Promise((next) => setTimeout(next));
    try {
      if (data.kind === 'open') return await open(data.media, data.layered);
      if (call !== undefined && data.kind !== 'colour' && latest.get(lane) !== call) return post({ kind: 'answer', call, value: undefined });
      if (data.kind === 'mouthClip') return post({ kind: 'answer', call: data.call, value: await mouthOfClip(data.clip) });
      if (data.kind === 'shapes') {
        const chart = await chartOf(data);
        return post({ kind: 'answer', call: data.call, value: chart }, chart);
      }
      const image = source;
      if (!image) throw new Error('The picture is not open yet. Wait a moment and try again.');
      const answer = (value: unknown, transfer: Transferable[] = []): void => post({ kind: 'answer', call: call as number, value }, transfer);
      switch (data.kind) {
        case 'lift': {
          const value = await liftAnswer(image, data.actor, data.coarse);
          return answer(value, value.preview ? [value.preview] : []);
        }
        case 'suggest': {
          const faces = suggestedFaces(data.actor ? lift(image, data.actor) : image);
          const small = forModel(image);
          return answer({ faces, ...(parts ? { parts } : {}), small } satisfies SuggestAnswer, [small.data.buffer]);
        }
        case 'prepare': {
          const picture = prepare(image, data.actor);
          const mended = await bitmapOf(picture.image);
          return answer(
            {
              bounds: picture.bounds,
              face: picture.face,
              colours: picture.colours,
              open: picture.open,
              pupils: !!picture.pupils.left,
              cutBelow: picture.cutBelow,
              mended,
            } satisfies PrepareAnswer,
            [mended],
          );
        }
        case 'export': {
          if (!made) throw new Error('Mark the face first.');
          const { image: whole, pupils, limbs, face, colours, open: opens, cutBelow } = made.picture;
          const bare = (pupil: { readonly left: number; readonly top: number; readonly image: Raster }) => ({
            left: pupil.left,
            top: pupil.top,
            image: { width: pupil.image.width, height: pupil.image.height },
          });
          return answer({
            image: await pngOf(whole),
            left: pupils.left && (await pngOf(pupils.left.image)),
            right: pupils.right && (await pngOf(pupils.right.image)),
            limbs: await Promise.all(limbs.map((limb) => pngOf(limb.image))),
            made: {
              face,
              colours,
              open: opens,
              cutBelow,
              limbs: limbs.map((limb) => ({ ...bare(limb), side: limb.side, hinge: limb.hinge })),
              image: { width: whole.width, height: whole.height },
              pupils: { ...(pupils.left ? { left: bare(pupils.left) } : {}), ...(pupils.right ? { right: bare(pupils.right) } : {}) },
            },
          } satisfies ExportAnswer);
        }
        case 'colour': {
          const [cx, cy] = [Math.round(data.x * image.width), Math.round(data.y * image.height)];
          const sum = [0, 0, 0, 0];
          for (let y = cy - 1; y <= cy + 1; y++)
            for (let x = cx - 1; x <= cx + 1; x++) {
              if (x < 0 || y < 0 || x >= image.width || y >= image.height) continue;
              for (let c = 0; c < 3; c++) sum[c] = (sum[c] as number) + (image.data[(y * image.width + x) * 4 + c] as number);
              sum[3] = (sum[3] as number) + 1;
            }
          const hex = [0, 1, 2].map((c) =>
            Math.round((sum[c] as number) / Math.max(1, sum[3] as number))
              .toString(16)
              .padStart(2, '0'),
          );
          return answer(`#${hex.join('')}`);
        }
      }
    } catch (thrown) {
      post({ kind: 'failed', call, ...(data.kind === 'open' ? { media: data.media } : {}), sentence: sentenceOf(thrown) });
    }
  });
};
