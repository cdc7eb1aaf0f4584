import * as fontkit from 'fontkit';
import type { Character, Document } from '#core/document/schema';
import type { Fonts, OutlineFont } from '#core/draw/text';
import { drawFigure } from '#core/figure/figure';
import { MOUTH_CHART } from '#core/figure/mouth';
import { posed } from '#core/figure/pose';
import type { PaintHost, Surface } from '#core/paint/context';
import { IncrementalPainter, paintFully } from '#core/paint/incremental';
import { sceneSchedule } from '#core/schedule/schedule';
import type { Analysis } from '#core/speech/analysis';
import { evaluate } from '#core/stage/evaluate';

export type StageRequest =
  | { readonly kind: 'canvas'; readonly canvas: OffscreenCanvas }
  | { readonly kind: 'size'; readonly width: number; readonly height: number }
  | {
      readonly kind: 'parts';
      readonly production?: Document['production'];
      readonly characters?: Record<string, Character | undefined>;
      readonly scenes?: Record<string, Document['scenes'][string] | undefined>;
    }
  | { readonly kind: 'analyses'; readonly analyses: readonly (readonly [string, Analysis])[] }
  | { readonly kind: 'draw'; readonly scene: string; readonly tick: number; readonly wholeSet: boolean; readonly captions: boolean; readonly whole?: boolean }
  | { readonly kind: 'thumb'; readonly id: string; readonly scene: string; readonly tick: number; readonly width: number; readonly wholeSet: boolean }
  | { readonly kind: 'portrait'; readonly id: string; readonly character: Character; readonly size: number; readonly background: string }
  | { readonly kind: 'pixels'; readonly id: string; readonly scene: string; readonly tick: number; readonly width: number; readonly height: number };

export type StageAnswer =
  | { readonly kind: 'drawn'; readonly tick: number; readonly ms: number; readonly evaluateMs?: number; readonly share?: number }
  | { readonly kind: 'picture'; readonly id: string; readonly bitmap: ImageBitmap }
  | { readonly kind: 'pixels'; readonly id: string; readonly data: ArrayBuffer }
  | { readonly kind: 'problem'; readonly sentence: string };

let canvas: OffscreenCanvas | undefined;
let visible: OffscreenCanvasRenderingContext2D | undefined;
let painter: IncrementalPainter | undefined;
let document: Partial<Document> = { characters: {}, scenes: {} };
const analyses = new Map<string, Analysis>();
const images = new Map<string, ImageBitmap>();
const asked = new Set<string>();
let last: Extract<StageRequest, { kind: 'draw' }> | undefined;
let settling: ReturnType<typeof setTimeout> | undefined;
/** When the stage has stood still this long it is painted whole, to the last level as the film will be. */
const SETTLE_MS = 250;

const host: PaintHost = {
  surface(width, height): Surface {
    const made = new OffscreenCanvas(width, height);
    const context = made.getContext('2d', { willReadFrequently: true });
    if (!context) throw new Error('This browser cannot paint the stage. Use a current Chromium, Firefox or Safari.');
    return { canvas: made, context: context as unknown as Surface['context'], width, height };
  },
  image(media) {
    const bitmap = images.get(media);
    if (!bitmap) void wantImage(media);
    return bitmap && { source: bitmap, width: bitmap.width, height: bitmap.height };
  },
};

async function wantImage(media: string): Promise<void> {
  if (asked.has(media)) return;
  asked.add(media);
  try {
    const response = await fetch(`/api/media/${media}`);
    images.set(media, await createImageBitmap(await response.blob(), { colorSpaceConversion: 'none' }));
    painter?.reset();
    if (last) draw(last);
    self.postMessage({ kind: 'drawn', tick: -1, ms: 0 } satisfies StageAnswer);
  } catch {
    asked.delete(media);
  }
}

const SCRIPTS = ['latin', 'latin-ext', 'cyrillic', 'greek', 'vietnamese'] as const;

async function openFont(family: string, weight: number, script: string): Promise<OutlineFont> {
  return fontkit.create(new Uint8Array(await (await fetch(`/fonts/${family}-${script}-${weight}-normal.woff`)).arrayBuffer())) as unknown as OutlineFont;
}

let ready: Fonts | undefined;
/** Latin first, so that the stage is there at once; other scripts follow behind. */
const fonts: Promise<void> = (async () => {
  const open = (scripts: readonly string[]): Promise<OutlineFont[]> => Promise.all(scripts.map((script) => openFont('literata', 400, script)));
  const set = (caption: OutlineFont[]): void => {
    ready = { caption, captionBold: caption, title: caption, label: caption };
    if (last) draw(last);
  };
  const latin = await open(SCRIPTS.slice(0, 1));
  set(latin);
  void open(SCRIPTS.slice(1)).then((more) => set([...latin, ...more]));
})();

function pictureOf(scene: string, tick: number, wholeSet: boolean, captions: boolean) {
  const part = document.scenes?.[scene];
  if (!part || !document.production || !ready) return undefined;
  return evaluate(
    document as Document,
    sceneSchedule(document as Document, part, (hash) => analyses.get(hash)),
    tick,
    ready,
    { wholeSet, captions },
  );
}

function draw(request: Extract<StageRequest, { kind: 'draw' }>): void {
  last = request;
  clearTimeout(settling);
  const started = performance.now();
  const picture = canvas && visible && pictureOf(request.scene, request.tick, request.wholeSet, request.captions);
  const evaluateMs = performance.now() - started;
  let share = 0;
  if (picture && canvas && visible) {
    if (!painter || painter.width !== canvas.width || painter.height !== canvas.height)
      painter = new IncrementalPainter(host, canvas.width, canvas.height, {
        target: { canvas, context: visible as unknown as Surface['context'], width: canvas.width, height: canvas.height },
        loose: true,
      });
    const target = visible;
    share = painter.paint(picture, (surface, sx, sy, box) => {
      const w = box.right - box.left;
      const h = box.bottom - box.top;
      target.drawImage(surface.canvas as OffscreenCanvas, sx, sy, w, h, box.left, box.top, w, h);
    });
    target.getImageData(0, 0, 1, 1);
    if (share > 0 && share < 1)
      settling = setTimeout(() => {
        painter?.reset();
        if (last) draw(last);
      }, SETTLE_MS);
  }
  self.postMessage({ kind: 'drawn', tick: request.tick, ms: performance.now() - started, evaluateMs, share } satisfies StageAnswer);
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
    painter = undefined;
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
      scenes: merge(document.scenes, request.scenes),
    };
  },
  analyses(request) {
    for (const [hash, analysis] of request.analyses) analyses.set(hash, analysis);
  },
  draw,
  async thumb({ id, scene, tick, width, wholeSet }) {
    await fonts;
    const picture = pictureOf(scene, tick, wholeSet, false);
    if (!picture) return;
    const height = Math.round((width * picture.height) / picture.width);
    const surface = paintFully(host, picture, width, height);
    answerPicture(id, surface.canvas as OffscreenCanvas);
  },
  portrait({ id, character, size, background }) {
    const { nodes, skeleton } = drawFigure(character, posed({ smile: 0.6, lidLower: 0.15 }), MOUTH_CHART.rest);
    const scale = size / (character.kind === 'mascot' ? 188 : 142);
    const lift = character.kind === 'mascot' ? 0.54 : 0.56;
    const picture = {
      width: size,
      height: size,
      background,
      planes: [{ view: [scale, 0, 0, scale, size / 2 - skeleton.head.x * scale, size * lift - skeleton.head.y * scale] as const, nodes }],
    };
    answerPicture(id, paintFully(host, picture, size, size).canvas as OffscreenCanvas);
  },
  async pixels({ id, scene, tick, width, height }) {
    await fonts;
    let picture = pictureOf(scene, tick, false, true);
    if (!picture) return;
    paintFully(host, picture, width, height);
    // Pictures are fetched on first use: paint again once they are here.
    while ([...asked].some((media) => !images.has(media))) await new Promise((next) => setTimeout(next, 30));
    picture = pictureOf(scene, tick, false, true) ?? picture;
    const surface = paintFully(host, picture, width, height);
    const { data } = surface.context.getImageData(0, 0, width, height);
    self.postMessage({ kind: 'pixels', id, data: data.buffer as ArrayBuffer } satisfies StageAnswer, { transfer: [data.buffer as ArrayBuffer] });
  },
};

function answerPicture(id: string, surface: OffscreenCanvas): void {
  const bitmap = surface.transferToImageBitmap();
  self.postMessage({ kind: 'picture', id, bitmap } satisfies StageAnswer, { transfer: [bitmap] });
}

self.onmessage = async ({ data }: MessageEvent<StageRequest>) => {
  try {
    await handlers[data.kind](data as never);
  } catch (thrown) {
    self.postMessage({ kind: 'problem', sentence: thrown instanceof Error ? thrown.message : String(thrown) } satisfies StageAnswer);
  }
};
