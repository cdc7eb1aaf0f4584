import { Human } from '@vladmandic/human';
import type { MeshFace } from '#core/picture/meshFace';

/** Looks for people's faces by a trained model: loaded when the first picture is looked at, and kept. */
const human = new Human({
  backend: 'wasm',
  wasmPath: '/models/wasm/',
  modelBasePath: '/models/',
  cacheSensitivity: 0,
  debug: false,
  filter: { enabled: false },
  face: {
    enabled: true,
    detector: { rotation: true, maxDetected: 6, minConfidence: 0.3, return: false },
    mesh: { enabled: true },
    iris: { enabled: true },
    emotion: { enabled: false },
    description: { enabled: false },
    antispoof: { enabled: false },
    liveness: { enabled: false },
  },
  body: { enabled: false },
  hand: { enabled: false },
  object: { enabled: false },
  gesture: { enabled: false },
  segmentation: { enabled: false },
});

export interface FacesRequest {
  readonly call: number;
  readonly image: ImageData;
}
export interface FacesAnswer {
  readonly call: number;
  readonly faces: readonly MeshFace[] | undefined;
}

self.onmessage = async ({ data: { call, image } }: MessageEvent<FacesRequest>) => {
  let faces: readonly MeshFace[] | undefined;
  try {
    const { face, error } = await human.detect(image);
    if (!error)
      faces = face.map(({ mesh, faceScore, rotation }) => ({
        points: mesh.map(([x, y]) => [x, y] as const),
        score: faceScore,
        yaw: rotation?.angle.yaw ?? 0,
      }));
    else console.warn(error);
  } catch (thrown) {
    // Without the model faces are looked for by their proportions alone.
    console.warn(thrown);
  }
  self.postMessage({ call, faces } satisfies FacesAnswer);
};
