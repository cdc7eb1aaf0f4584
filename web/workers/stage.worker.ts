import type { Backdrop, Character, Document, Layer } from '#core/document/schema';
import type { Picture } from '#core/draw/picture';
import { drawFigure } from '#core/figure/figure';
import { MOUTH_CHART } from '#core/figure/mouth';
import { pictureHead } from '#core/figure/pictured/model';
import { posed } from '#core/figure/pose';
import type { EngineExports } from '#core/paint/engine';
import { IncrementalPainter, paintFully } from '#core/paint/incremental';
import { Painter } from '#core/paint/paint';
import type { Surface } from '#core/paint/surface';
import { apart, difference, harmonyOf, type Matched, matchedTo, sampledPixels } from '#core/picture/match';
import { overlapWith, type SceneSchedule, sceneSchedule } from '#core/schedule/schedule';
import type { StagedLayer } from '#core/schedule/staged';
import type { Analysis } from '#core/speech/analysis';
import { backdropNodes, backdropPlanes } from '#core/stage/backdrop';
import { type LayerBox, layerBoxes } from '#core/stage/boxes';
import { SHARP } from '#core/stage/camera';
import { type Editing, planeOf, withEditing } from '#core/stage/editing';
import { evaluate, layOutCaptions } from '#core/stage/evaluate';
import { frameSize, type View, viewMatrix } from '#core/stage/frame';
import { drawnKind } from '#core/stage/layers/index';
import { evaluateFilm, type Following } from '#core/stage/transitions/index';
import { inOrder } from '#core/time/order';
import engineUrl from '../../core/paint/engine.wasm?url';
import { StageResources } from '../stage/resources.ts';
import { type SceneChanges, withChanges } from '../stage/sceneChanges.ts';

export type StageRequest =
  | { readonly kind: 'canvas'; readonly canvas: OffscreenCanvas }
  | { readonly kind: 'size'; readonly width: number; readonly height: number }
  | {
      readonly kind: 'parts';
      readonly production?: Document['production'];
      readonly characters?: Record<string, Character | undefined>;
      readonly scenes?: Record<string, Document['scenes'][string] | undefined>;
      /** Of scenes that are there already, only what is new about them. */
      readonly changes?: Record<string, SceneChanges>;
    }
  | { readonly kind: 'analyses'; readonly analyses: readonly (readonly [string, Analysis])[] }
  | {
      readonly kind: 'draw';
      readonly scene: string;
      readonly tick: number;
      readonly wholeSet: boolean;
      readonly captions: boolean;
      readonly boxes?: boolean;
      /** What is looked at instead of the frame. */
      readonly view?: View;
      readonly editing?: Editing;
    }
  /** Where each layer covers the picture, coarsely: what the pointer is over. */
  | { readonly kind: 'cover'; readonly id: string; readonly scene: string; readonly tick: number; readonly view?: View; readonly width: number }
  | { readonly kind: 'thumb'; readonly id: string; readonly scene: string; readonly tick: number; readonly width: number; readonly captions: boolean }
  /** One thing alone, as large as its picture allows. */
  | { readonly kind: 'piece'; readonly id: string; readonly layer: Layer; readonly width: number; readonly height: number; readonly tick: number; readonly bare: boolean }
  | { readonly kind: 'matching'; readonly id: string; readonly scene: string; readonly tick: number; readonly layers: readonly string[] }
  /** A backdrop alone, as a camera sees it; the whole of it if no view is given. `again`: one of many pictures of nearly the same. */
  | { readonly kind: 'backdrop'; readonly id: string; readonly backdrop: Backdrop; readonly width: number; readonly view?: View; readonly seconds?: number; readonly again?: true }
  | { readonly kind: 'portrait'; readonly id: string; readonly character: Character; readonly size: number; readonly background: string }
  /** Brings a picture of one's own near; answered when it can be painted. */
  | { readonly kind: 'fetch'; readonly id: string; readonly media: string }
  | { readonly kind: 'pixels'; readonly id: string; readonly scene: string; readonly tick: number; readonly width: number; readonly height: number }
  | { readonly kind: 'ground'; readonly id: string; readonly scene: string; readonly width: number };

export type StageAnswer =
  | {
      readonly kind: 'drawn';
      readonly tick: number;
      readonly ms: number;
      readonly evaluateMs?: number;
      readonly share?: number;
      readonly scene?: string;
      readonly boxes?: readonly LayerBox[];
    }
  | { readonly kind: 'picture'; readonly id: string; readonly bitmap: ImageBitmap }
  | { readonly kind: 'pixels'; readonly id: string; readonly data: ArrayBuffer }
  | { readonly kind: 'cover'; readonly id: string; readonly cover: Cover }
  | { readonly kind: 'matching'; readonly id: string; readonly found: readonly Matching[] }
  | { readonly kind: 'problem'; readonly sentence: string };

/** How far a layer's colours are from what is behind it, by what they differ most, and what would bring them there. */
export interface Matching {
  readonly id: string;
  readonly apart: number;
  readonly word: string;
  readonly matched: Matched;
}

/** For each layer the cells of a coarse picture that it covers: 1 where it is seen. */
export interface Cover {
  readonly width: number;
  readonly height: number;
  readonly cells: ReadonlyMap<string, Uint8Array>;
}

let canvas: OffscreenCanvas | undefined;
let visible: OffscreenCanvasRenderingContext2D | undefined;
let painter: IncrementalPainter | undefined;
/** What a workshop looks at again and again. */
let bench: IncrementalPainter | undefined;
const changedScenes = (scenes: Document['scenes'] | undefined, changes: Readonly<Record<string, SceneChanges>> = {}): Document['scenes'] =>
  Object.fromEntries(
    Object.entries(changes).flatMap(([id, change]) => {
      const before = scenes?.[id];
      return before ? [[id, withChanges(before, change)]] : [];
    }),
  );

let document: Partial<Document> = { characters: {}, scenes: {} };
const resources = new StageResources(() => {
  painter?.reset();
  if (last) draw(last);
  layOutAhead();
  self.postMessage({ kind: 'drawn', tick: -1, ms: 0 } satisfies StageAnswer);
});
let last: Extract<StageRequest, { kind: 'draw' }> | undefined;

let brush: Painter | undefined;
const engine: Promise<Painter> = (async () => {
  const { instance } = await WebAssembly.instantiateStreaming(fetch(engineUrl), { env: { abort() {} } });
  brush = new Painter(instance.exports as unknown as EngineExports, resources.picture);
  if (last) draw(last);
  return brush;
})();

/** A scene as it is scheduled now; undefined until there is one, and letters to draw it with. */
function scheduled(id: string): SceneSchedule | undefined {
  const part = document.scenes?.[id];
  return part && document.production && resources.fonts.caption.length ? sceneSchedule(document as Document, part, resources.analysis) : undefined;
}

function pictureOf(id: string, tick: number, wholeSet: boolean, captions: boolean, view?: View, editing?: Editing) {
  const scene = scheduled(id);
  if (!scene) return undefined;
  const options = { wholeSet, captions, solo: wholeSet, ...(view ? { view } : {}) };
  const picture = wholeSet
    ? evaluate(document as Document, scene, tick, resources.fonts, options)
    : evaluateFilm(document as Document, followingOf(scene), tick, resources.fonts, options);
  return editing ? withEditing(picture, editing, document as Document, scene, resources.fonts, options) : picture;
}

/** A scene with the one before it, if it comes by more than a cut. */
function followingOf(scene: SceneSchedule): Following {
  if (!scene.scene.transition) return { scene, overlap: 0, before: undefined };
  const ids = inOrder(document.scenes ?? {}).map(([id]) => id);
  const at = ids.indexOf(scene.id);
  const before = at > 0 ? scheduled(ids[at - 1] as string) : undefined;
  return { scene, overlap: overlapWith(before, scene, scene.fps), before };
}

/** Where everything lies at a tick, for whoever takes hold of it. */
function boxesOf(id: string, tick: number): LayerBox[] | undefined {
  const scene = scheduled(id);
  return scene && layerBoxes(scene, tick, resources.fonts);
}

let ahead: ReturnType<typeof setTimeout> | undefined;
/** Prepares the scene's captions between frames, once the document has come to rest. */
function layOutAhead(): void {
  clearTimeout(ahead);
  const scene = last && scheduled(last.scene);
  if (!scene) return;
  const steps = layOutCaptions(document as Document, scene, resources.fonts);
  const next = (): void => {
    if (!steps.next().done) ahead = setTimeout(next, 4);
  };
  ahead = setTimeout(next, 200);
}

function draw(request: Extract<StageRequest, { kind: 'draw' }>): void {
  last = request;
  const started = performance.now();
  const picture = canvas && visible && brush && pictureOf(request.scene, request.tick, request.wholeSet, request.captions, request.view, request.editing);
  // Frames of clips that are not decoded yet are waited for, so that nothing flickers.
  const coming = picture && resources.bring(picture);
  if (!coming) return paintNow(request, picture, started);
  let painted = false;
  const late = setTimeout(() => {
    painted = true;
    resources.withStandIns(() => paintNow(request, picture, started));
  }, PATIENCE_MS);
  const settle = (thrown?: unknown): void => {
    clearTimeout(late);
    if (thrown !== undefined) tellOnce(thrown instanceof Error ? thrown.message : String(thrown));
    if (!painted) paintNow(request, picture, started);
    else if (last === request) {
      // It has come after all, and nothing newer is shown.
      painter?.reset();
      paintNow({ ...request, tick: -1 }, picture, started);
    }
  };
  coming.then(() => settle(), settle);
}

/** A frame that is so late, milliseconds, is stood in for by an older one. */
const PATIENCE_MS = 150;

const told = new Set<string>();
/** Says once what is wrong with a clip, not with every frame. */
function tellOnce(sentence: string): void {
  if (told.has(sentence)) return;
  told.add(sentence);
  self.postMessage({ kind: 'problem', sentence } satisfies StageAnswer);
}

function paintNow(request: Extract<StageRequest, { kind: 'draw' }>, picture: Picture | undefined, started: number): void {
  const evaluateMs = performance.now() - started;
  let share = 0;
  if (picture && canvas && visible && brush) {
    if (painter?.width !== canvas.width || painter.height !== canvas.height) {
      painter?.dispose();
      painter = new IncrementalPainter(brush, canvas.width, canvas.height);
    }
    const changed = painter.paint(picture);
    if (changed.length) {
      const frame = new ImageData(painter.surface.view(), canvas.width, canvas.height);
      for (const { left, top, right, bottom } of changed) {
        visible.putImageData(frame, 0, 0, left, top, right - left, bottom - top);
        share += ((right - left) * (bottom - top)) / (canvas.width * canvas.height);
      }
    }
    visible.getImageData(0, 0, 1, 1);
  }
  const ms = performance.now() - started;
  const boxes = request.boxes && boxesOf(request.scene, request.tick);
  self.postMessage({ kind: 'drawn', tick: request.tick, ms, evaluateMs, share, scene: request.scene, ...(boxes ? { boxes } : {}) } satisfies StageAnswer);
}

const handlers: { [K in StageRequest['kind']]: (request: Extract<StageRequest, { kind: K }>) => void | Promise<void> } = {
  canvas(request) {
    canvas = request.canvas;
    visible = canvas.getContext('2d', { willReadFrequently: true, alpha: false }) ?? undefined;
  },
  size({ width, height }) {
    if (!canvas || (canvas.width === width && canvas.height === height)) return;
    canvas.width = width;
    canvas.height = height;
    if (last) draw(last);
  },
  parts(request) {
    const merge = <T>(old: Record<string, T> | undefined, more: Record<string, T | undefined> | undefined): Record<string, T> => {
      if (!more) return old ?? {};
      const out = { ...old } as Record<string, T>;
      for (const [id, value] of Object.entries(more)) {
        if (value === undefined) delete out[id];
        else out[id] = value;
      }
      return out;
    };
    document = {
      production: request.production ?? (document.production as Document['production']),
      characters: merge(document.characters, request.characters),
      scenes: merge(document.scenes, { ...request.scenes, ...changedScenes(document.scenes, request.changes) }),
    };
    layOutAhead();
  },
  analyses(request) {
    resources.know(request.analyses);
  },
  draw,
  async cover({ id, scene, tick, view, width }) {
    const own = await engine;
    const picture = pictureOf(scene, tick, true, false, view);
    const part = document.scenes?.[scene];
    const cells = new Map<string, Uint8Array>();
    const height = picture ? Math.round((width * picture.height) / picture.width) : 0;
    for (const layer of Object.keys(picture && part ? part.layers : {})) {
      const plane = picture && planeOf(picture.planes, layer);
      if (!plane || !picture) continue;
      const surface = paintFully(own, { width: picture.width, height: picture.height, planes: [plane] }, width, height);
      const pixels = surface.pixels();
      surface.dispose();
      const covered = new Uint8Array(width * height);
      for (let n = 0; n < covered.length; n++) covered[n] = (pixels[n * 4 + 3] as number) > COVERS ? 1 : 0;
      cells.set(layer, covered);
    }
    self.postMessage({ kind: 'cover', id, cover: { width, height, cells } } satisfies StageAnswer);
  },
  async thumb({ id, scene, tick, width, captions }) {
    await resources.letters;
    const picture = pictureOf(scene, tick, false, captions);
    if (!picture) return;
    const height = Math.round((width * picture.height) / picture.width);
    const own = await engine;
    const at = paintFully(own, picture, width, height);
    if (!resources.waiting) return answerPicture(id, at);
    // Pictures of one's own are fetched on first use: painted again once they are here.
    at.dispose();
    await resources.arrived();
    answerPicture(id, paintFully(own, picture, width, height));
  },
  async fetch({ id, media }) {
    resources.picture(media);
    await resources.arrived();
    const data = new ArrayBuffer(0);
    self.postMessage({ kind: 'pixels', id, data } satisfies StageAnswer, { transfer: [data] });
  },
  async portrait({ id, character, size, background }) {
    const { nodes, skeleton } = drawFigure(character, posed({ smile: 0.6, lidLower: 0.15 }), MOUTH_CHART.rest);
    // Tall hats and big hair need room above.
    const tall =
      character.kind === 'person' &&
      /turban|hat|helmet|bowler|crown|board|bun|afro|mohawk|locs/.test(`${character.parts.headwear ?? ''} ${character.parts.headwear ? '' : (character.parts.hair ?? '')}`);
    const head = character.picture && pictureHead(character.picture);
    const scale = size / (head ? head.tall : character.kind === 'mascot' ? 188 : tall ? 172 : 142);
    const lift = head ? 0.5 : character.kind === 'mascot' ? 0.54 : tall ? 0.62 : 0.56;
    const middle = head ?? skeleton.head;
    const picture = {
      width: size,
      height: size,
      background,
      planes: [{ id: 'all', view: [scale, 0, 0, scale, size / 2 - middle.x * scale, size * lift - middle.y * scale] as const, nodes }],
    };
    const own = await engine;
    const at = paintFully(own, picture, size, size);
    if (!resources.waiting) return answerPicture(id, at);
    at.dispose();
    await resources.arrived();
    answerPicture(id, paintFully(own, picture, size, size));
  },
  async piece({ id, layer, width, height, tick, bare }) {
    await resources.letters;
    const own = await engine;
    const paint = (): Surface => paintFully(own, pieceOf(layer, width, height, tick, bare), width, height);
    const at = paint();
    if (!resources.waiting) return answerPicture(id, at);
    at.dispose();
    await resources.arrived();
    answerPicture(id, paint());
  },
  async matching({ id, scene, tick, layers }) {
    const own = await engine;
    const picture = pictureOf(scene, tick, true, false);
    await (picture && resources.bring(picture));
    const found = picture ? layers.flatMap((layer) => matchingOf(own, picture, layer) ?? []) : [];
    self.postMessage({ kind: 'matching', id, found } satisfies StageAnswer);
  },
  async backdrop({ id, backdrop, width, view, seconds = 0, again }) {
    const own = await engine;
    const shape = document.production?.frame ?? '16:9';
    const frame = frameSize(shape);
    const { back, front, background } = backdropPlanes(backdrop, shape, view ?? { x: 0, y: 0, width: frame.width }, SHARP, seconds);
    const picture = { ...frame, background, planes: [...back, ...front] };
    const height = Math.round((width * frame.height) / frame.width);
    const paint = (): Surface => paintFully(own, picture, width, height);
    if (again) {
      if (bench?.width !== width || bench.height !== height) {
        bench?.dispose();
        bench = new IncrementalPainter(own, width, height);
      }
      bench.paint(picture);
      if (resources.waiting) {
        // Pictures of one's own are fetched on first use.
        await resources.arrived();
        bench.reset();
        bench.paint(picture);
      }
      const pixels = new ImageData(new Uint8ClampedArray(bench.surface.view()), width, height);
      const bitmap = await createImageBitmap(pixels);
      self.postMessage({ kind: 'picture', id, bitmap } satisfies StageAnswer, { transfer: [bitmap] });
      return;
    }
    const at = paint();
    if (!resources.waiting) return answerPicture(id, at);
    at.dispose();
    await resources.arrived();
    answerPicture(id, paint());
  },
  async ground({ id, scene, width }) {
    const part = document.scenes?.[scene];
    if (!part || !document.production) return;
    const own = await engine;
    const shape = document.production.frame;
    const frame = frameSize(shape);
    const height = Math.round((width * frame.height) / frame.width);
    const { nodes, background } = backdropNodes(part.backdrop, shape);
    const picture = { ...frame, background, planes: [{ id: 'all', view: viewMatrix({ x: 0, y: 0, width: frame.width }, shape), nodes }] };
    paintFully(own, picture, width, height).dispose();
    await resources.arrived();
    const surface = paintFully(own, picture, width, height);
    const data = surface.pixels();
    surface.dispose();
    self.postMessage({ kind: 'pixels', id, data: data.buffer } satisfies StageAnswer, { transfer: [data.buffer] });
  },
  async pixels({ id, scene, tick, width, height }) {
    await resources.letters;
    let picture = pictureOf(scene, tick, false, true);
    if (!picture) return;
    const own = await engine;
    paintFully(own, picture, width, height).dispose();
    // Pictures are fetched on first use: paint again once they are here.
    await resources.arrived();
    picture = pictureOf(scene, tick, false, true) ?? picture;
    const surface = paintFully(own, picture, width, height);
    const data = surface.pixels();
    surface.dispose();
    self.postMessage({ kind: 'pixels', id, data: data.buffer } satisfies StageAnswer, { transfer: [data.buffer] });
  },
};

/** So opaque (of 255) a layer covers what is below it, for whoever points at it. */
const COVERS = 90;
/** The ground of small pictures: the interface's own `bench`. */
const PIECE_GROUND = '#eaf2f0';
const PIECE_MARGIN = 0.08;

/** Width of the picture in which colours are compared. */
const COMPARED = 240;
/** So much of a layer's own sides around it is what it is seen before. */
const AROUND = 0.5;

/** Compares a layer, without what its look changes, to what lies below it there. */
function matchingOf(own: Painter, picture: Picture, layer: string): Matching | undefined {
  const plane = planeOf(picture.planes, layer);
  const at = picture.planes.findIndex((one) => planeOf([one], layer));
  if (!plane || at < 0) return undefined;
  const height = Math.round((COMPARED * picture.height) / picture.width);
  const painted = (planes: Picture['planes'], ground: Picture['background']) => {
    const surface = paintFully(own, { width: picture.width, height: picture.height, planes, ...(ground ? { background: ground } : {}) }, COMPARED, height);
    const data = new Uint8ClampedArray(surface.pixels());
    surface.dispose();
    return data;
  };
  const { colour, ...bare } = plane;
  const seen = painted([bare], undefined);
  const pixels = sampledPixels({ width: COMPARED, height, data: seen });
  let [left, top, right, bottom] = [COMPARED, height, -1, -1];
  for (let n = 0; n < COMPARED * height; n++)
    if ((seen[n * 4 + 3] as number) > 128) {
      const [x, y] = [n % COMPARED, Math.floor(n / COMPARED)];
      [left, top, right, bottom] = [Math.min(left, x), Math.min(top, y), Math.max(right, x), Math.max(bottom, y)];
    }
  if (pixels.length < 12 || right < left) return undefined;
  const [dx, dy] = [(right - left) * AROUND, (bottom - top) * AROUND];
  const below = painted(picture.planes.slice(0, at), picture.background ?? '#ffffff');
  for (let n = 0; n < COMPARED * height; n++) {
    const [x, y] = [n % COMPARED, Math.floor(n / COMPARED)];
    if (x < left - dx || x > right + dx || y < top - dy || y > bottom + dy) below[n * 4 + 3] = 0;
  }
  const behind = harmonyOf(sampledPixels({ width: COMPARED, height, data: below }));
  const shown = colour ? harmonyOf(sampledPixels({ width: COMPARED, height, data: painted([plane], undefined) })) : harmonyOf(pixels);
  return { id: layer, apart: apart(shown, behind), word: difference(shown, behind), matched: matchedTo(pixels, behind) };
}

/** A layer by itself, in the middle of its picture; bare, it fills it. */
/** Late enough for all words to have come. */
const WORDS_REST = 1e7;

function pieceOf(given: Layer, width: number, height: number, asked: number, bare: boolean): Picture {
  // A mark by itself names nothing.
  const layer: Layer = given.kind === 'mark' ? { ...given, to: undefined } : given;
  const words = layer.kind === 'text' || layer.kind === 'balloon' || layer.kind === 'chart' || layer.kind === 'mark';
  const tick = words ? WORDS_REST : asked;
  const own = words
    ? { words: { beats: [], tone: (layer.kind === 'text' || layer.kind === 'mark' ? layer.tone : undefined) ?? 2, shape: document.production?.frame ?? '16:9' } }
    : {};
  const staged = { id: 'piece', layer, start: 0, end: tick + 1, tracks: {}, colours: {}, path: undefined, effects: [], ...own } as StagedLayer;
  const kind = drawnKind(layer.kind);
  const around = { fonts: resources.fonts };
  const box = kind?.box(staged as never, tick, around) ?? { left: -1, top: -1, right: 1, bottom: 1 };
  const scale = (bare ? 1 : 1 - 2 * PIECE_MARGIN) * Math.min(width / (box.right - box.left || 1), height / (box.bottom - box.top || 1));
  const view = [scale, 0, 0, scale, width / 2 - ((box.left + box.right) / 2) * scale, height / 2 - ((box.top + box.bottom) / 2) * scale] as const;
  return { width, height, ...(bare ? {} : { background: PIECE_GROUND }), planes: [{ id: 'piece', view, nodes: kind?.nodes(staged as never, tick, around) ?? [] }] };
}

function answerPicture(id: string, surface: Surface): void {
  const flat = new OffscreenCanvas(surface.width, surface.height);
  flat.getContext('2d')?.putImageData(new ImageData(surface.pixels(), surface.width, surface.height), 0, 0);
  surface.dispose();
  const bitmap = flat.transferToImageBitmap();
  self.postMessage({ kind: 'picture', id, bitmap } satisfies StageAnswer, { transfer: [bitmap] });
}

self.onmessage = async ({ data }: MessageEvent<StageRequest>) => {
  try {
    await handlers[data.kind](data as never);
  } catch (thrown) {
    self.postMessage({ kind: 'problem', sentence: thrown instanceof Error ? thrown.message : String(thrown) } satisfies StageAnswer);
  }
};
