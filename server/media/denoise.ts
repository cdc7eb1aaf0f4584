interface Rnnoise {
  readonly HEAPF32: Float32Array;
  readonly ready: Promise<Rnnoise>;
  _rnnoise_create(model?: number): number;
  _rnnoise_destroy(state: number): void;
  _rnnoise_process_frame(state: number, out: number, input: number): number;
  _malloc(bytes: number): number;
  _free(at: number): void;
}

/** Samples of a frame at 48 kHz, and how late the output is: two frames (voices-and-sound.md: 20 ms). */
const FRAME = 480;
const LATE = 960;

let opened: Promise<Rnnoise> | undefined;
function rnnoise(): Promise<Rnnoise> {
  opened ??= (async () => {
    const { default: create } = await import('@jitsi/rnnoise-wasm/dist/rnnoise-sync.js');
    const made = create() as Rnnoise;
    await made.ready;
    return made;
  })();
  return opened;
}

/** A voice at 48 kHz without its noise (RNNoise, Valin 2018), at its own places: the filter's delay is taken back. */
export async function denoised(samples: Float32Array): Promise<Float32Array> {
  const wasm = await rnnoise();
  const state = wasm._rnnoise_create();
  const at = wasm._malloc(FRAME * 4);
  const out = new Float32Array(samples.length);
  try {
    for (let from = 0; from < samples.length + LATE; from += FRAME) {
      const heap = wasm.HEAPF32.subarray(at >> 2, (at >> 2) + FRAME);
      for (let n = 0; n < FRAME; n++) heap[n] = (samples[from + n] ?? 0) * 32_768;
      wasm._rnnoise_process_frame(state, at, at);
      const done = wasm.HEAPF32.subarray(at >> 2, (at >> 2) + FRAME);
      for (let n = 0; n < FRAME; n++) {
        const place = from + n - LATE;
        if (place >= 0 && place < out.length) out[place] = (done[n] as number) / 32_768;
      }
      // An hour of voice takes minutes: others are answered in between.
      if (from % (FRAME * 500) === 0) await new Promise((next) => setImmediate(next));
    }
  } finally {
    wasm._free(at);
    wasm._rnnoise_destroy(state);
  }
  return out;
}
