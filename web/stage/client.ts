import type { Backdrop, Character, Document, Layer } from '#core/document/schema';
import type { Analysis } from '#core/speech/analysis';
import type { LayerBox } from '#core/stage/boxes';
import type { View } from '#core/stage/frame';
import type { Cover, Matching, StageAnswer, StageRequest } from '../workers/stage.worker.ts';
import { type SceneChanges, sceneChanges } from './sceneChanges.ts';

/** The page's end of the stage worker: sends what changed, asks for frames, never more than one at a time. */
export class StageClient {
  private readonly worker = new Worker(new URL('../workers/stage.worker.ts', import.meta.url), { type: 'module' });
  private sent: Partial<Document> = {};
  private sentAnalyses = new Set<string>();
  private busy = false;
  private next: Extract<StageRequest, { kind: 'draw' }> | undefined;
  private readonly waiting = new Map<string, (answer: ImageBitmap | ArrayBuffer | Cover | readonly Matching[]) => void>();
  private count = 0;
  /** Milliseconds of the last frames, for measuring. */
  readonly times: number[] = [];
  readonly details: (readonly [number, number, number])[] = [];
  /** Hears the production whose first frame is on the canvas. */
  onPainted: ((production: string) => void) | undefined;
  private painted: string | undefined;
  /** Hears where the layers of a scene lie, with each frame that was asked for with boxes. */
  onBoxes: ((scene: string, boxes: readonly LayerBox[]) => void) | undefined;
  onProblem: ((sentence: string) => void) | undefined;

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<StageAnswer>) => this.answered(data);
  }

  private answered(answer: StageAnswer): void {
    switch (answer.kind) {
      case 'drawn':
        if (answer.tick >= 0) {
          this.busy = false;
          this.times.push(answer.ms);
          this.details.push([answer.ms, answer.evaluateMs ?? 0, answer.share ?? 0]);
          if (this.details.length > 4000) this.details.splice(0, 2000);
          if (this.times.length > 4000) this.times.splice(0, 2000);
        }
        if (answer.boxes && answer.scene) this.onBoxes?.(answer.scene, answer.boxes);
        this.tellPainted(answer.tick);
        if (!this.busy && this.next) this.draw(this.next);
        return;
      case 'picture':
        this.waiting.get(answer.id)?.(answer.bitmap);
        this.waiting.delete(answer.id);
        return;
      case 'cover':
        this.waiting.get(answer.id)?.(answer.cover);
        this.waiting.delete(answer.id);
        return;
      case 'matching':
        this.waiting.get(answer.id)?.(answer.found);
        this.waiting.delete(answer.id);
        return;
      case 'pixels':
        this.waiting.get(answer.id)?.(answer.data);
        this.waiting.delete(answer.id);
        return;
      case 'problem':
        this.busy = false;
        this.onProblem?.(answer.sentence);
    }
  }

  private tellPainted(tick: number): void {
    const shown = this.sent.production?.id;
    if (tick < 0 || shown === undefined || shown === this.painted) return;
    this.painted = shown;
    this.onPainted?.(shown);
  }

  private post(request: StageRequest, transfer: Transferable[] = []): void {
    this.worker.postMessage(request, transfer);
  }

  attach(canvas: HTMLCanvasElement): void {
    const offscreen = canvas.transferControlToOffscreen();
    this.post({ kind: 'canvas', canvas: offscreen }, [offscreen]);
  }

  /** Pixels across that the stage takes on the screen. */
  shownWidth = 608;

  resize(width: number, height: number, shown = width): void {
    this.shownWidth = shown;
    this.post({ kind: 'size', width, height });
  }

  /** Sends the parts that are other objects than those sent before. */
  show(document: Document, analyses: ReadonlyMap<string, Analysis>): void {
    const characters: Record<string, Character | undefined> = {};
    const scenes: Record<string, Document['scenes'][string] | undefined> = {};
    const differ = <T>(before: Record<string, T> | undefined, now: Record<string, T>, out: Record<string, T | undefined>): void => {
      for (const [id, part] of Object.entries(now)) if (before?.[id] !== part) out[id] = part;
      for (const id of Object.keys(before ?? {})) if (!(id in now)) out[id] = undefined;
    };
    differ(this.sent.characters, document.characters, characters);
    differ(this.sent.scenes, document.scenes, scenes);
    const production = this.sent.production !== document.production ? { production: document.production } : {};
    const changes: Record<string, SceneChanges> = {};
    for (const [id, scene] of Object.entries(scenes)) {
      const before = this.sent.scenes?.[id];
      if (!scene || !before) continue;
      changes[id] = sceneChanges(before, scene);
      delete scenes[id];
    }
    this.post({ kind: 'parts', ...production, characters, scenes, changes });
    this.sent = document;
    const fresh = [...analyses].filter(([hash]) => !this.sentAnalyses.has(hash));
    if (fresh.length) {
      for (const [hash] of fresh) this.sentAnalyses.add(hash);
      this.post({ kind: 'analyses', analyses: fresh });
    }
  }

  /** Asks for a frame; while one is being painted only the newest wish is kept. */
  draw(request: Extract<StageRequest, { kind: 'draw' }>): void {
    if (this.busy) {
      this.next = request;
      return;
    }
    this.next = undefined;
    this.busy = true;
    this.post(request);
  }

  private ask<T extends ImageBitmap | ArrayBuffer | Cover | readonly Matching[]>(make: (id: string) => StageRequest): Promise<T> {
    const id = String(this.count++);
    return new Promise((resolve) => {
      this.waiting.set(id, resolve as (answer: ImageBitmap | ArrayBuffer | Cover | readonly Matching[]) => void);
      this.post(make(id));
    });
  }

  /** A frame `width` pixels wide, once everything in it is there to be painted. */
  thumb = (scene: string, tick: number, width: number, captions = false): Promise<ImageBitmap> => this.ask((id) => ({ kind: 'thumb', id, scene, tick, width, captions }));
  portrait = (character: Character, size: number, background: string): Promise<ImageBitmap> => this.ask((id) => ({ kind: 'portrait', id, character, size, background }));
  /** One thing alone, in the middle of its picture. */
  piece = (layer: Layer, width: number, height: number, { tick = 0, bare = false }: { tick?: number; bare?: boolean } = {}): Promise<ImageBitmap> =>
    this.ask((id) => ({ kind: 'piece', id, layer, width, height, tick, bare }));
  /** How far the colours of layers are from what is behind them. */
  matching = (scene: string, tick: number, layers: readonly string[]): Promise<readonly Matching[]> => this.ask((id) => ({ kind: 'matching', id, scene, tick, layers }));
  /** A backdrop that need not be in any scene, `width` pixels wide, as a camera sees it `seconds` into a scene; the whole of it, still, if nothing is said. */
  backdrop = (backdrop: Backdrop, width: number, { view, seconds, again }: { view?: View; seconds?: number; again?: true } = {}): Promise<ImageBitmap> =>
    this.ask((id) => ({ kind: 'backdrop', id, backdrop, width, ...(view ? { view } : {}), ...(seconds ? { seconds } : {}), ...(again ? { again } : {}) }));
  /** A scene's backdrop alone, `width` pixels wide. */
  async ground(scene: string, width: number): Promise<{ width: number; height: number; data: Uint8ClampedArray }> {
    const buffer = await this.ask<ArrayBuffer>((id) => ({ kind: 'ground', id, scene, width }));
    return { width, height: buffer.byteLength / 4 / width, data: new Uint8ClampedArray(buffer) };
  }
  /** Settles when the stage can paint a picture of one's own. */
  fetched = async (media: string): Promise<void> => void (await this.ask<ArrayBuffer>((id) => ({ kind: 'fetch', id, media })));
  /** Where each layer of the whole set covers a picture `width` cells wide. */
  cover = (scene: string, tick: number, width: number, view?: View): Promise<Cover> => this.ask((id) => ({ kind: 'cover', id, scene, tick, width, ...(view ? { view } : {}) }));
  pixels = (scene: string, tick: number, width: number, height: number): Promise<ArrayBuffer> => this.ask((id) => ({ kind: 'pixels', id, scene, tick, width, height }));
}

let client: StageClient | undefined;
/** One stage worker for the page. */
export const stage = (): StageClient => {
  client ??= new StageClient();
  return client;
};
