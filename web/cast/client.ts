import type { Backdrop, Character, MouthShape } from '#core/document/schema';
import type { PartialPose } from '#core/figure/pose';
import type { CastAnswer, CastRequest, OptionPicture, Trying } from '../workers/cast.worker.ts';

/** The page's end of the cast worker: the figure in its room, and pictures of options. */
export class CastClient {
  private readonly worker = new Worker(new URL('../workers/cast.worker.ts', import.meta.url), { type: 'module' });
  private batch = 0;
  private readonly wanted = new Map<string, (bitmap: ImageBitmap) => void>();
  private readonly pictures = new Map<string, (blob: Blob) => void>();
  onProblem: ((sentence: string) => void) | undefined;
  /** Milliseconds of the last pages of options, and of frames, for measuring. */
  readonly batches: number[] = [];
  readonly frames: number[] = [];

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<CastAnswer>) => {
      if (data.kind === 'option') this.wanted.get(`${data.batch} ${data.key}`)?.(data.bitmap);
      else if (data.kind === 'picture') {
        this.pictures.get(data.id)?.(data.blob);
        this.pictures.delete(data.id);
      } else if (data.kind === 'batch') this.batches.push(data.ms);
      else if (data.kind === 'drawn') {
        this.frames.push(data.ms);
        if (this.frames.length > 600) this.frames.splice(0, 300);
      } else this.onProblem?.(data.sentence);
    };
  }

  private post(request: CastRequest, transfer: Transferable[] = []): void {
    this.worker.postMessage(request, transfer);
  }

  attach(canvas: HTMLCanvasElement): void {
    const offscreen = canvas.transferControlToOffscreen();
    this.post({ kind: 'canvas', canvas: offscreen }, [offscreen]);
  }

  room = (width: number, height: number, scale: number, floor: number, background: string, backdrop?: Backdrop): void =>
    this.post({ kind: 'room', width, height, scale, floor, background, ...(backdrop ? { backdrop } : {}) });
  show = (character: Character, trying: Trying): void => this.post({ kind: 'figure', character, trying });
  gaze = (x: number, y: number): void => this.post({ kind: 'gaze', x, y });

  /** The character alone in a pose, as a PNG with alpha. */
  picture(character: Character, pose: PartialPose, mouth: MouthShape | undefined, height: number): Promise<Blob> {
    const id = String(++this.batch);
    return new Promise((resolve) => {
      this.pictures.set(id, resolve);
      this.post({ kind: 'picture', id, character, pose, mouth, height });
    });
  }

  /** Asks for pictures; `each` is called as they come. A newer call of the same `lane` ends the older one. */
  options(lane: string, list: readonly OptionPicture[], width: number, height: number, background: string, each: (key: string, bitmap: ImageBitmap) => void): () => void {
    const batch = ++this.batch;
    for (const { key } of list)
      this.wanted.set(`${batch} ${key}`, (bitmap) => {
        this.wanted.delete(`${batch} ${key}`);
        each(key, bitmap);
      });
    this.post({ kind: 'options', lane, batch, width, height, background, list });
    return () => {
      for (const { key } of list) this.wanted.delete(`${batch} ${key}`);
    };
  }

  end(): void {
    this.worker.terminate();
  }
}
