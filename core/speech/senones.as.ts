// Scores of four frames in the states of a phone, AssemblyScript: four Gaussians at a time, in 32-bit floats, so that every
// machine hears the same to the last bit. Four frames together, since the tables are larger than a processor's near
// memory: to fetch them takes longer than to count. Per stream the four best of a codebook's densities count (speech.md, Score of a
// senone). Tables lie dimension by dimension; the caller lays them out (senones.ts). Addresses are bytes.

const STREAMS: i32 = 3;
const STATES: i32 = 3;
const CEPSTRA: i32 = 13;
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

/** The four best of a codebook's densities, best first: bytes from the first one's, and scores; of each lane the four best. */
const index: usize = memory.data(16);
const value: usize = memory.data(16);
const sorted: usize = memory.data(64);
/** Product of the streams' sums, of each frame and state. */
const product: usize = memory.data(48);

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
  for (let n = 0; n < FRAMES * STATES; n++) store<f32>(product + (<usize>n << 2), 1);
  for (let stream = 0; stream < STREAMS; stream++) {
    densities(phone * STREAMS + stream, frame + ((stream * CEPSTRA) << 2));
    const at = weights + <usize>(phone * STATES * STREAMS + stream) * ROW;
    for (let n = 0; n < FRAMES; n++) {
      best(scratch + <usize>n * ROW);
      mix(at, n * STATES);
      mix(at + 3 * ROW, n * STATES + 1);
      mix(at + 6 * ROW, n * STATES + 2);
    }
  }
  for (let n = 0; n < FRAMES * STATES; n++) {
    const to = out + (<usize>n << 2);
    store<f32>(to, load<f32>(to) + Mathf.log(load<f32>(product + (<usize>n << 2))));
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

/**
 * The four best of 128 scores, to `index` and `value`. Each of four lanes sorts its own; a score's last seven bits make
 * room for its number there, which parts only scores that are alike to one in sixty thousand.
 */
function best(scores: usize): void {
  const never = f32x4.splat(-f32.MAX_VALUE);
  let a = never;
  let b = never;
  let c = never;
  let d = never;
  let numbers = i32x4(0, 1, 2, 3);
  for (let at: usize = 0; at < ROW; at += 16) {
    let one = v128.or(v128.and(v128.load(scores + at), i32x4.splat(-128)), numbers);
    numbers = i32x4.add(numbers, i32x4.splat(4));
    let lower = f32x4.pmin(a, one);
    a = f32x4.pmax(a, one);
    one = f32x4.pmin(b, lower);
    b = f32x4.pmax(b, lower);
    lower = f32x4.pmin(c, one);
    c = f32x4.pmax(c, one);
    d = f32x4.pmax(d, lower);
  }
  v128.store(sorted, a);
  v128.store(sorted, b, 16);
  v128.store(sorted, c, 32);
  v128.store(sorted, d, 48);
  // The heads of the four lanes: the greatest is taken, and its lane moves up.
  let p0 = sorted;
  let p1 = sorted + 4;
  let p2 = sorted + 8;
  let p3 = sorted + 12;
  for (let n: usize = 0; n < 16; n += 4) {
    const h0 = load<f32>(p0);
    const h1 = load<f32>(p1);
    const h2 = load<f32>(p2);
    const h3 = load<f32>(p3);
    const most = max(max(h0, h1), max(h2, h3));
    if (most == h0) p0 += 16;
    else if (most == h1) p1 += 16;
    else if (most == h2) p2 += 16;
    else p3 += 16;
    const place = <usize>((reinterpret<u32>(most) & 127) << 2);
    store<u32>(index + n, <u32>place);
    store<f32>(value + n, load<f32>(scores + place));
  }
}

/** Adds one stream to a state's score: the four densities with the weights that begin at an address, as their greatest and a factor. */
function mix(at: usize, state: i32): void {
  const all = f32x4(
    load<f32>(value, 0) + load<f32>(at + load<u32>(index, 0)),
    load<f32>(value, 4) + load<f32>(at + load<u32>(index, 4)),
    load<f32>(value, 8) + load<f32>(at + load<u32>(index, 8)),
    load<f32>(value, 12) + load<f32>(at + load<u32>(index, 12)),
  );
  const top = max(max(f32x4.extract_lane(all, 0), f32x4.extract_lane(all, 1)), max(f32x4.extract_lane(all, 2), f32x4.extract_lane(all, 3)));
  const parts = exp4(f32x4.sub(all, f32x4.splat(top)));
  const sum = f32x4.extract_lane(parts, 0) + f32x4.extract_lane(parts, 1) + f32x4.extract_lane(parts, 2) + f32x4.extract_lane(parts, 3);
  const to = out + (<usize>state << 2);
  store<f32>(to, load<f32>(to) + top);
  const factor = product + (<usize>state << 2);
  store<f32>(factor, load<f32>(factor) * sum);
}

/** e to four powers of 0 and less: 2 to a whole number, times a polynomial of the rest (Cephes' expf; error below 2e-7). */
function exp4(x: v128): v128 {
  const power = f32x4.pmax(x, f32x4.splat(-80));
  const whole = f32x4.nearest(f32x4.mul(power, f32x4.splat(1.44269504)));
  const rest = f32x4.sub(f32x4.sub(power, f32x4.mul(whole, f32x4.splat(0.693359375))), f32x4.mul(whole, f32x4.splat(-2.12194440e-4)));
  let sum = f32x4.splat(1.9875691500e-4);
  sum = f32x4.add(f32x4.mul(sum, rest), f32x4.splat(1.3981999507e-3));
  sum = f32x4.add(f32x4.mul(sum, rest), f32x4.splat(8.3334519073e-3));
  sum = f32x4.add(f32x4.mul(sum, rest), f32x4.splat(4.1665795894e-2));
  sum = f32x4.add(f32x4.mul(sum, rest), f32x4.splat(1.6666665459e-1));
  sum = f32x4.add(f32x4.mul(sum, rest), f32x4.splat(5.0000001201e-1));
  sum = f32x4.add(f32x4.add(f32x4.mul(f32x4.mul(sum, rest), rest), rest), f32x4.splat(1));
  return f32x4.mul(sum, i32x4.shl(i32x4.add(i32x4.trunc_sat_f32x4_s(whole), i32x4.splat(127)), 23));
}
