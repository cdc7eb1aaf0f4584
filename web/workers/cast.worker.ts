import type { Backdrop, Character, MouthShape } from '#core/document/schema';
import { boundsOf } from '#core/draw/bounds';
import { IDENTITY, type Matrix } from '#core/draw/matrix';
import { rect } from '#core/draw/path';
import type { Plane } from '#core/draw/picture';
import { actionOf } from '#core/figure/actions/index';
import { playAction } from '#core/figure/actions/play';
import { alivePose } from '#core/figure/alive';
import { expressionOf } from '#core/figure/expressions/index';
import { drawFigure, drawSeat } from '#core/figure/figure';
import { MOUTH_CHART } from '#core/figure/mouth';
import { stool } from '#core/figure/parts/extras/stool';
import { pictureHead } from '#core/figure/pictured/model';
import { over, type PartialPose, posed } from '#core/figure/pose';
import { ownStance, type RestPose, restPoseOf, restStance } from '#core/figure/rests';
import { holdingOf } from '#core/figure/things/holding';
import { wearOf } from '#core/figure/wear';
import type { EngineExports } from '#core/paint/engine';
import { IncrementalPainter, paintFully } from '#core/paint/incremental';
import { Painter } from '#core/paint/paint';
import { backdropNodes, floorOf } from '#core/stage/backdrop';
import engineUrl from '../../core/paint/engine.wasm?url';
import { Pictures } from './pictures.ts';

/** What the figure is asked to do in the room. */
export interface Trying {
  readonly action: string | undefined;
  readonly hand: 'left' | 'right' | 'both';
  readonly expression: string | undefined;
  readonly mouth: MouthShape | undefined;
  /** -1..1; a person's head is in profile at the ends. */
  readonly turn: number;
  /** Seen from behind. */
  readonly away?: boolean | undefined;
}

export interface OptionPicture {
  readonly key: string;
  readonly character: Character;
  /** What the picture shows: the head, all of it, or a stretch of the body in head units. */
  readonly view: 'head' | 'body' | 'legs' | 'trunk';
  readonly turn?: number;
  readonly away?: boolean;
  readonly expression?: string;
  readonly mouth?: MouthShape;
}

export type CastRequest =
  | { readonly kind: 'canvas'; readonly canvas: OffscreenCanvas }
  | {
      readonly kind: 'room';
      readonly width: number;
      readonly height: number;
      readonly scale: number;
      readonly floor: number;
      readonly background: string;
      readonly backdrop?: Backdrop;
    }
  | { readonly kind: 'figure'; readonly character: Character; readonly trying: Trying }
  | { readonly kind: 'gaze'; readonly x: number; readonly y: number }
  | { readonly kind: 'picture'; readonly id: string; readonly character: Character; readonly pose: PartialPose; readonly mouth: MouthShape | undefined; readonly height: number }
  | {
      readonly kind: 'options';
      readonly lane: string;
      readonly batch: number;
      readonly width: number;
      readonly height: number;
      readonly background: string;
      readonly list: readonly OptionPicture[];
    };

export type CastAnswer =
  | { readonly kind: 'option'; readonly batch: number; readonly key: string; readonly bitmap: ImageBitmap }
  | { readonly kind: 'batch'; readonly batch: number; readonly ms: number }
  | { readonly kind: 'picture'; readonly id: string; readonly blob: Blob }
  | { readonly kind: 'drawn'; readonly ms: number }
  | { readonly kind: 'problem'; readonly sentence: string };

const FRAME_MS = 1000 / 30;
/** Clothes are looked at with the hands at the sides. */
const AT_EASE_STANCE = restStance(restPoseOf('at-ease') as RestPose);
/** The size of an adult on a wide stage (core/edit/create.ts, scaleFor). */
const ON_STAGE = 1.46;

let canvas: OffscreenCanvas | undefined;
let context: OffscreenCanvasRenderingContext2D | undefined;
let painter: IncrementalPainter | undefined;
let room: Omit<Extract<CastRequest, { kind: 'room' }>, 'kind'> = { width: 756, height: 606, scale: 1, floor: 560, background: '#eaf2f0' };
let figure: Extract<CastRequest, { kind: 'figure' }> | undefined;
let actionSince = 0;
let target = { x: 0, y: 0 };
const gaze = { x: 0, y: 0 };
/** The newest batch of each lane of pictures. */
const newest = new Map<string, number>();

const pictures = new Pictures(() => painter?.reset());
const brush: Promise<Painter> = (async () => {
  const { instance } = await WebAssembly.instantiateStreaming(fetch(engineUrl), { env: { abort() {} } });
  return new Painter(instance.exports as unknown as EngineExports, pictures.find);
})();

/** The moment's stance: alive, with the expression and the action that are tried. */
function stance(now: number): PartialPose {
  if (!figure) return {};
  const { trying, character } = figure;
  const seconds = now / 1000;
  const action = trying.action ? actionOf(trying.action) : undefined;
  const alive = alivePose(seconds, { seed: character.name.length + 3, lively: character.temper.lively, gaze });
  const face = trying.expression ? (expressionOf(trying.expression)?.face ?? {}) : { smile: 0.35 };
  const far = character.kind === 'person' ? trying.turn : trying.turn * 0.8;
  const turn: PartialPose = { bodyTurn: far * 0.45, headTurn: far * 0.55, ...(trying.away ? { away: 1 } : {}) };
  let doing: PartialPose = {};
  if (action) {
    const hold = Math.max(action.seconds, 2.4);
    const long = hold + 1.6;
    doing = playAction(action, trying.hand, ((now - actionSince) / 1000) % long, hold - 0.4);
  }
  return over([alive, face, turn].reduce(over, ownStance(character)), doing);
}

let grounded: { room: typeof room; plane: Plane } | undefined;
/** What lies behind the figure: the plain room, or a backdrop at the size that it has on stage. The same object while nothing changed. */
function ground(): Plane {
  if (grounded?.room === room) return grounded.plane;
  let plane: Plane;
  if (room.backdrop) {
    const k = room.scale / ON_STAGE;
    plane = { id: 'ground', view: [k, 0, 0, k, room.width / 2, room.floor - floorOf(room.backdrop, '16:9') * k], nodes: backdropNodes(room.backdrop, '16:9').nodes };
  } else {
    const floor = { id: 'room.floor', path: rect(0, room.floor - 24, room.width, room.height), fill: '#dfe9e7', matrix: IDENTITY };
    plane = { id: 'ground', view: IDENTITY, nodes: [floor] };
  }
  grounded = { room, plane };
  return plane;
}

async function drawRoom(): Promise<void> {
  if (!canvas || !context || !figure) return;
  const started = performance.now();
  const own = await brush;
  const ease = 0.24;
  gaze.x += (target.x - gaze.x) * ease;
  gaze.y += (target.y - gaze.y) * ease;
  const { character, trying } = figure;
  const action = trying.action ? actionOf(trying.action) : undefined;
  const { nodes: drawn } = drawFigure(character, posed(stance(started)), MOUTH_CHART[trying.mouth ?? 'rest'], holdingOf(action, trying.hand));
  const nodes = action?.id === 'sit' && !(character.kind === 'person' && wearOf(character).seat) ? [...drawSeat(character, stool.seat), ...drawn] : drawn;
  if (painter?.width !== room.width || painter.height !== room.height) {
    painter?.dispose();
    painter = new IncrementalPainter(own, room.width, room.height);
  }
  const view: Matrix = [room.scale, 0, 0, room.scale, room.width / 2, room.floor];
  const changed = painter.paint({
    width: room.width,
    height: room.height,
    background: room.backdrop ? backdropNodes(room.backdrop, '16:9').background : room.background,
    planes: [ground(), { id: 'figure', view, nodes }],
  });
  const frame = new ImageData(painter.surface.view(), room.width, room.height);
  for (const { left, top, right, bottom } of changed) context.putImageData(frame, 0, 0, left, top, right - left, bottom - top);
  self.postMessage({ kind: 'drawn', ms: performance.now() - started } satisfies CastAnswer);
}

async function loop(): Promise<void> {
  const started = performance.now();
  await drawRoom().catch((thrown) => self.postMessage({ kind: 'problem', sentence: String(thrown) } satisfies CastAnswer));
  setTimeout(() => void loop(), Math.max(4, FRAME_MS - (performance.now() - started)));
}
void loop();

/** One option's picture, painted and sent as soon as it is ready. */
async function drawOption({ character, view, turn = 0, away, expression, mouth }: OptionPicture, width: number, height: number, background: string): Promise<ImageBitmap> {
  const own = await brush;
  // Clothes are shown with the hands at the sides; a face straight on.
  const stands = view === 'head' || character.kind === 'mascot' ? {} : AT_EASE_STANCE;
  const pose = posed(
    over(stands, { ...(expression ? expressionOf(expression)?.face : { smile: 0.35 }), headTurn: character.kind === 'person' ? turn : turn * 0.8, ...(away ? { away: 1 } : {}) }),
  );
  const { nodes, skeleton } = drawFigure(character, pose, MOUTH_CHART[mouth ?? 'rest']);
  const tall = -skeleton.head.y + 120;
  const mascot = character.kind === 'mascot';
  const spans = {
    head: { scale: height / (mascot ? 200 : 158), middle: skeleton.head.y - (mascot ? 8 : 6) },
    body: { scale: height / (tall + 24), middle: -tall / 2 + 10 },
    trunk: { scale: height / (skeleton.hip.y * -0.86 + 30), middle: (skeleton.neck.y + skeleton.hip.y) / 2 + 26 },
    legs: { scale: height / (-skeleton.hip.y + 60), middle: skeleton.hip.y / 2 + 6 },
  } as const;
  const head = character.picture && pictureHead(character.picture);
  const { scale, middle } = head ? { scale: Math.min(width, height) / head.tall, middle: head.y } : spans[view];
  const at: Matrix = [scale, 0, 0, scale, width / 2 - (head ? head.x : view === 'head' ? skeleton.head.x : 0) * scale, height / 2 - middle * scale];
  const surface = await pictures.whole(() => paintFully(own, { width, height, background, planes: [{ id: 'all', view: at, nodes }] }, width, height));
  const flat = new OffscreenCanvas(width, height);
  flat.getContext('2d')?.putImageData(new ImageData(surface.pixels(), width, height), 0, 0);
  surface.dispose();
  return flat.transferToImageBitmap();
}

/** A character alone on nothing, as a PNG with alpha, `height` pixels tall. */
async function pictureOf({ character, pose, mouth, height }: Extract<CastRequest, { kind: 'picture' }>): Promise<Blob> {
  const own = await brush;
  const nodes = drawFigure(character, posed(over(ownStance(character), pose)), MOUTH_CHART[mouth ?? 'rest']).nodes.filter(({ id }) => !id.startsWith('floor.'));
  const box = boundsOf(nodes);
  const scale = height / (box.bottom - box.top + 8);
  const width = Math.ceil((box.right - box.left + 8) * scale);
  const frame = { left: 0, top: 0, right: width, bottom: height };
  const surface = own.surface(frame);
  const view: Matrix = [scale, 0, 0, scale, (4 - box.left) * scale, (4 - box.top) * scale];
  for (const node of nodes) own.paint(surface, frame, own.unit(node, view));
  const flat = new OffscreenCanvas(width, height);
  flat.getContext('2d')?.putImageData(new ImageData(surface.pixels(), width, height), 0, 0);
  surface.dispose();
  return flat.convertToBlob({ type: 'image/png' });
}

self.onmessage = async ({ data }: MessageEvent<CastRequest>) => {
  switch (data.kind) {
    case 'canvas':
      canvas = data.canvas;
      context = canvas.getContext('2d', { alpha: false }) ?? undefined;
      return;
    case 'room':
      room = data;
      if (canvas && (canvas.width !== data.width || canvas.height !== data.height)) {
        canvas.width = data.width;
        canvas.height = data.height;
      }
      painter?.reset();
      return;
    case 'figure':
      if (figure?.trying.action !== data.trying.action || figure?.trying.hand !== data.trying.hand) actionSince = performance.now();
      figure = data;
      return;
    case 'gaze':
      target = { x: data.x, y: data.y };
      return;
    case 'picture': {
      const blob = await pictureOf(data);
      self.postMessage({ kind: 'picture', id: data.id, blob } satisfies CastAnswer);
      return;
    }
    case 'options': {
      newest.set(data.lane, data.batch);
      const started = performance.now();
      for (const [n, option] of data.list.entries()) {
        // A newer page of options makes the rest of this one useless.
        if (newest.get(data.lane) !== data.batch) return;
        const bitmap = await drawOption(option, data.width, data.height, data.background);
        self.postMessage({ kind: 'option', batch: data.batch, key: option.key, bitmap } satisfies CastAnswer, { transfer: [bitmap] });
        // Lets the room and newer wishes in between.
        if (n % 4 === 3) await new Promise((next) => setTimeout(next, 0));
      }
      self.postMessage({ kind: 'batch', batch: data.batch, ms: performance.now() - started } satisfies CastAnswer);
    }
  }
};
