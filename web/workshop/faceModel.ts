import type { MeshFace } from '#core/picture/meshFace';
import type { FacesAnswer, FacesRequest } from '../workers/faces.worker.ts';

/** Longer than this nobody waits for the model: faces are then found by their proportions alone. */
const PATIENCE_MS = 15_000;

/** A trained model that finds people's faces: its worker begins with the first picture that is looked at. */
export class FaceModel {
  private worker: Worker | undefined;
  private calls = 0;
  private readonly waiting = new Map<number, (faces: readonly MeshFace[] | undefined) => void>();

  /** The faces in a picture; undefined where the model cannot be had. */
  measured(image: ImageData): Promise<readonly MeshFace[] | undefined> {
    const worker = (this.worker ??= this.begun());
    const call = ++this.calls;
    return new Promise((resolve) => {
      const timer = setTimeout(() => this.answer(call, undefined), PATIENCE_MS);
      this.waiting.set(call, (faces) => {
        clearTimeout(timer);
        resolve(faces);
      });
      worker.postMessage({ call, image } satisfies FacesRequest);
    });
  }

  private begun(): Worker {
    const worker = new Worker(new URL('../workers/faces.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<FacesAnswer>) => this.answer(data.call, data.faces);
    worker.onerror = () => {
      for (const call of [...this.waiting.keys()]) this.answer(call, undefined);
      this.end();
    };
    return worker;
  }

  private answer(call: number, faces: readonly MeshFace[] | undefined): void {
    this.waiting.get(call)?.(faces);
    this.waiting.delete(call);
  }

  end(): void {
    this.worker?.terminate();
    this.worker = undefined;
  }
}
