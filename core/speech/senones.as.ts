// Scores of four frames in the states of a phone, AssemblyScript: four Gaussians at a time, in 32-bit floats, so that every
// machine hears the same to the last bit. Four frames together, since the tables are larger than a processor's near
// memory: to fetch them takes longer than to count. Per stream the four best of a codebook's densities count (speech.md, Score of a
// senone). Tables lie dimension by dimension; the caller lays them out (senones.ts). Addresses are bytes.

const STREAMS: i32 = 3;
const STATES: i32 = 3;
const DENSITIES: i32 = 128;
const CEPSTRA: i32 = 13;
const BEST: i32 = 4;
const FRAMES: i32 = 4;
/** Bytes of one dimension's row and of one stream's weights, and of one table of a codebook's stream. */
const ROW: usize = 512;
const TABLE: usize = 6656;
/** Bytes of one frame's 39 numbers. */
const FRAME: usize = 156;

let means: usize = 0;
let halves: usize = 0;
let constants: usize = 0;
let weights: usize = 0;
/** 39 numbers of each frame, 128 scores of densities of each, the scores of three states of each. */
let frame: usize = 0;
let scratch: usize = 0;
let out: usize = 0;

const index: StaticArray<i32> = new StaticArray<i32>(BEST);
const value: StaticArray<f32> = new StaticArray<f32>(BEST);

/** First byte of memory that no constant of this module uses. */
export function heapStart(): usize {
  return __heap_base;
}

/** Where the tables lie: means and half precisions [codebook][stream][13][128], constants [codebook][stream][128], ln weights [senone][stream][128]. */
export function layOut(meansAt: usize, halvesAt: usize, constantsAt: usize, weightsAt: usize, frameAt: usize, scratchAt: usize, outAt: usize): void {
  means = meansAt;
  halves = halvesAt;
  constants = constantsAt;
  weights = weightsAt;
  frame = frameAt;
  scratch = scratchAt;
  out = outAt;
}

/** ln likelihoods of the four frames in the three states of a phone, to `out`. */
export function score(phone: i32): void {
  memory.fill(out, 0, FRAMES * STATES * 4);
  for (let stream = 0; stream < STREAMS; stream++) {
    densities(phone * STREAMS + stream, frame + ((stream * CEPSTRA) << 2));
    const at = weights + <usize>(phone * STATES * STREAMS + stream) * ROW;
    for (let n = 0; n < FRAMES; n++) {
      best(scratch + <usize>n * ROW);
      const to = out + <usize>(n * STATES * 4);
      store<f32>(to, load<f32>(to) + mixed(at));
      store<f32>(to, load<f32>(to, 4) + mixed(at + 3 * ROW), 4);
      store<f32>(to, load<f32>(to, 8) + mixed(at + 6 * ROW), 8);
    }
  }
}

/** Scores of one stream of a codebook for the four frames, to `scratch`. */
function densities(row: i32, x: usize): void {
  const m0 = means + <usize>row * TABLE;
  const h0 = halves + <usize>row * TABLE;
  const constant = constants + <usize>row * ROW;
  for (let block: usize = 0; block < ROW; block += 32) {
    const first = v128.load(constant + block);
    const second = v128.load(constant + block, 16);
    let a0 = first;
    let b0 = first;
    let c0 = first;
    let d0 = first;
    let a1 = second;
    let b1 = second;
    let c1 = second;
    let d1 = second;
    let m = m0 + block;
    let h = h0 + block;
    let v = x;
    for (let k = 0; k < CEPSTRA; k++) {
      const mean0 = v128.load(m);
      const mean1 = v128.load(m, 16);
      const half0 = v128.load(h);
      const half1 = v128.load(h, 16);
      const a = v128.load32_splat(v);
      const b = v128.load32_splat(v, FRAME);
      const c = v128.load32_splat(v, 2 * FRAME);
      const d = v128.load32_splat(v, 3 * FRAME);
      let diff = f32x4.sub(a, mean0);
      a0 = f32x4.sub(a0, f32x4.mul(f32x4.mul(diff, diff), half0));
      diff = f32x4.sub(b, mean0);
      b0 = f32x4.sub(b0, f32x4.mul(f32x4.mul(diff, diff), half0));
      diff = f32x4.sub(c, mean0);
      c0 = f32x4.sub(c0, f32x4.mul(f32x4.mul(diff, diff), half0));
      diff = f32x4.sub(d, mean0);
      d0 = f32x4.sub(d0, f32x4.mul(f32x4.mul(diff, diff), half0));
      diff = f32x4.sub(a, mean1);
      a1 = f32x4.sub(a1, f32x4.mul(f32x4.mul(diff, diff), half1));
      diff = f32x4.sub(b, mean1);
      b1 = f32x4.sub(b1, f32x4.mul(f32x4.mul(diff, diff), half1));
      diff = f32x4.sub(c, mean1);
      c1 = f32x4.sub(c1, f32x4.mul(f32x4.mul(diff, diff), half1));
      diff = f32x4.sub(d, mean1);
      d1 = f32x4.sub(d1, f32x4.mul(f32x4.mul(diff, diff), half1));
      m += ROW;
      h += ROW;
      v += 4;
    }
    const to = scratch + block;
    v128.store(to, a0);
    v128.store(to, a1, 16);
    v128.store(to, b0, ROW);
    v128.store(to, b1, ROW + 16);
    v128.store(to, c0, 2 * ROW);
    v128.store(to, c1, 2 * ROW + 16);
    v128.store(to, d0, 3 * ROW);
    v128.store(to, d1, 3 * ROW + 16);
  }
}

/** The four best of 128 scores, to `index` and `value`, best first. */
function best(scores: usize): void {
  for (let n = 0; n < BEST; n++) unchecked((value[n] = -f32.MAX_VALUE));
  let worst: f32 = -f32.MAX_VALUE;
  for (let at: i32 = 0; at < DENSITIES; at += 4) {
    if (!v128.any_true(f32x4.gt(v128.load(scores + (<usize>at << 2)), f32x4.splat(worst)))) continue;
    for (let d = at; d < at + 4; d++) {
      const one = load<f32>(scores + (<usize>d << 2));
      if (one <= worst) continue;
      let place = BEST - 1;
      while (place > 0 && unchecked(value[place - 1]) < one) {
        unchecked((value[place] = value[place - 1]));
        unchecked((index[place] = index[place - 1]));
        place--;
      }
      unchecked((value[place] = one));
      unchecked((index[place] = d));
      worst = unchecked(value[BEST - 1]);
    }
  }
}

/** ln of the sum of the four densities with the weights that begin at an address. */
function mixed(at: usize): f32 {
  const a = unchecked(value[0]) + load<f32>(at + (<usize>unchecked(index[0]) << 2));
  const b = unchecked(value[1]) + load<f32>(at + (<usize>unchecked(index[1]) << 2));
  const c = unchecked(value[2]) + load<f32>(at + (<usize>unchecked(index[2]) << 2));
  const d = unchecked(value[3]) + load<f32>(at + (<usize>unchecked(index[3]) << 2));
  const top = max(max(a, b), max(c, d));
  return top + Mathf.log(Mathf.exp(a - top) + Mathf.exp(b - top) + Mathf.exp(c - top) + Mathf.exp(d - top));
}
