import type { MouthSource, OwnPicture, PictureActor, PictureFace } from '#core/document/schema';
import { withParts } from '#core/picture/layerParts';
import { mergedFaces } from '#core/picture/meshFace';
import type { ExportAnswer, LiftAnswer, PictureAnswer, PictureRequest, PrepareAnswer, Spoken, SuggestAnswer } from '../workers/picture.worker.ts';
import { FaceModel } from './faceModel.ts';

type Lifting = Pick<PictureActor, 'lifted' | 'strokes' | 'lasso' | 'edge' | 'mends'>;
type Asked<R> = R extends { readonly call: number } ? Omit<R, 'call'> : never;

/** What of an actor the worker needs to lift it: the rest may change without anything being done again. */
export const liftingOf = ({ lifted, strokes, lasso, edge, mends }: PictureActor): Lifting => ({ lifted, strokes, mends, ...(lasso ? { lasso } : {}), ...(edge ? { edge } : {}) });

/** The page's end of the picture worker: one picture at a time, each question answered or, where a newer one came, undefined. */
export class PictureClient {
  private readonly worker = new Worker(new URL('../workers/picture.worker.ts', import.meta.url), { type: 'module' });
  private readonly faces = new FaceModel();
  private calls = 0;
  private readonly waiting = new Map<number, { resolve: (value: unknown) => void; reject: (error: Error) => void }>();
  private opened: { readonly media: string; readonly ready: Promise<{ width: number; height: number; cutOut: boolean }> } | undefined;
  private readonly opening = new Map<string, { resolve: (value: { width: number; height: number; cutOut: boolean }) => void; reject: (error: Error) => void }>();
  onSpoken: ((spoken: Spoken) => void) | undefined;
  onTime: ((seconds: number) => void) | undefined;
  onProblem: ((sentence: string) => void) | undefined;
  /** Milliseconds of the last liftings, for measuring. */
  readonly liftings: { readonly coarse: boolean; readonly milliseconds: number }[] = [];

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<PictureAnswer>) => {
      switch (data.kind) {
        case 'opened':
          this.opening.get(data.media)?.resolve(data);
          return void this.opening.delete(data.media);
        case 'answer':
          this.waiting.get(data.call)?.resolve(data.value);
          return void this.waiting.delete(data.call);
        case 'failed':
          if (data.media !== undefined) {
            // Asked for again when it is wanted next.
            if (this.opened?.media === data.media) this.opened = undefined;
            this.opening.get(data.media)?.reject(new Error(data.sentence));
            return void this.opening.delete(data.media);
          }
          if (data.call === undefined) return this.onProblem?.(data.sentence);
          this.waiting.get(data.call)?.reject(new Error(data.sentence));
          return void this.waiting.delete(data.call);
        case 'spoken':
          return this.onSpoken?.(data.spoken);
        case 'at':
          return this.onTime?.(data.seconds);
      }
    };
  }

  private ask<T>(request: Asked<PictureRequest>): Promise<T | undefined> {
    const call = ++this.calls;
    return new Promise((resolve, reject) => {
      this.waiting.set(call, { resolve: resolve as (value: unknown) => void, reject });
      this.worker.postMessage({ ...request, call });
    });
  }

  /** Opens a picture; whatever is asked after it is of it. */
  open(media: string, layered?: OwnPicture['layered']): Promise<{ width: number; height: number; cutOut: boolean }> {
    if (this.opened?.media !== media) {
      const ready = new Promise<{ width: number; height: number; cutOut: boolean }>((resolve, reject) => this.opening.set(media, { resolve, reject }));
      this.opened = { media, ready };
      this.worker.postMessage({ kind: 'open', media, ...(layered ? { layered } : {}) } satisfies PictureRequest);
    }
    return this.opened.ready;
  }

  async lift(actor: PictureActor, coarse: boolean): Promise<LiftAnswer | undefined> {
    const answer = await this.ask<LiftAnswer>({ kind: 'lift', actor: liftingOf(actor), coarse });
    if (answer) this.liftings.push({ coarse, milliseconds: answer.milliseconds });
    return answer;
  }
  /** Who is in the picture, and arms that its layers name (of the first). */
  async suggest(actor?: PictureActor): Promise<ReturnType<typeof withParts> | undefined> {
    const answer = await this.ask<SuggestAnswer>({ kind: 'suggest', actor: actor && liftingOf(actor) });
    if (!answer) return undefined;
    const { faces, parts, small } = answer;
    const { width, height } = small;
    const measured = await this.faces.measured(small);
    const all = measured ? mergedFaces(faces, measured, width, height) : [...faces];
    return parts ? withParts(all, parts, width / height) : { faces: all, limbs: [] };
  }
  prepare = (actor: PictureActor, face: PictureFace): Promise<PrepareAnswer | undefined> =>
    this.ask({ kind: 'prepare', actor: { ...liftingOf(actor), face, ...(actor.limbs ? { limbs: actor.limbs } : {}) } });
  /** Sorts a clip's frames to a mouth. */
  mouthClip = (clip: { media: string; frames: number; width: number; height: number }): Promise<MouthSource | undefined> => this.ask({ kind: 'mouthClip', clip });
  /** What each shape of the chart becomes with a mouth's pictures. */
  shapes = (source: MouthSource, open: number, skin: string): Promise<ImageBitmap[] | undefined> => this.ask({ kind: 'shapes', source, open, skin });
  export = (): Promise<ExportAnswer | undefined> => this.ask({ kind: 'export' });
  colour = (x: number, y: number): Promise<string | undefined> => this.ask({ kind: 'colour', x, y });
  attach(canvas: HTMLCanvasElement, width: number, height: number): void {
    const offscreen = canvas.transferControlToOffscreen();
    this.worker.postMessage({ kind: 'canvas', canvas: offscreen, width, height } satisfies PictureRequest, [offscreen]);
  }
  look = (request: Omit<Extract<PictureRequest, { kind: 'look' }>, 'kind'>): void => this.worker.postMessage({ kind: 'look', ...request } satisfies PictureRequest);
  end(): void {
    this.worker.terminate();
    this.faces.end();
  }
}
