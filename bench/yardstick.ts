/** (param n) repeats x = x * 1664525 + 1013904223 n times on 32 bits and gives x: WebAssembly that no engine can shorten. */
const MODULE = Uint8Array.of(
  0,
  97,
  115,
  109,
  1,
  0,
  0,
  0,
  1,
  6,
  1,
  96,
  1,
  127,
  1,
  127,
  3,
  2,
  1,
  0,
  7,
  7,
  1,
  3,
  114,
  117,
  110,
  0,
  0,
  10,
  37,
  1,
  35,
  1,
  1,
  127,
  3,
  64,
  32,
  1,
  65,
  141,
  204,
  229,
  0,
  108,
  65,
  223,
  230,
  187,
  227,
  3,
  106,
  33,
  1,
  32,
  0,
  65,
  1,
  107,
  34,
  0,
  13,
  0,
  11,
  32,
  1,
  11,
);
const TURNS = 60_000_000;
const BYTES = 48 << 20;

const run = new WebAssembly.Instance(new WebAssembly.Module(MODULE)).exports.run as (turns: number) => number;

/**
 * Milliseconds that this machine takes for a fixed work: 60 million steps of WebAssembly and eight copies of 48 MB; the
 * best of three. It stands beside every absolute time of a run, so that times of two machines can be compared.
 */
export function yardstick(): number {
  const [from, to] = [new Uint8Array(BYTES).fill(7), new Uint8Array(BYTES)];
  let best = Number.POSITIVE_INFINITY;
  for (let n = 0; n < 3; n++) {
    const began = performance.now();
    run(TURNS);
    for (let copy = 0; copy < 8; copy++) to.set(from);
    best = Math.min(best, performance.now() - began);
  }
  return Math.round(best * 10) / 10;
}
