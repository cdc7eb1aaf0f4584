import { converter, parse } from 'culori';
import type { Keying } from '../draw/picture.ts';

const toOklab = converter('oklab');

/** A key colour as the compiled keyer asks for it: its chroma and its luma above black (BT.709 limited), its OKLab a and b by L. */
export function keyOf(colour: string): { readonly u: number; readonly v: number; readonly luma: number; readonly ka: number; readonly kb: number } {
  const rgb = Number.parseInt(colour.slice(1), 16);
  const [r, g, b] = [rgb >> 16, (rgb >> 8) & 255, rgb & 255] as const;
  const { l, a, b: yellow } = toOklab(parse(colour) ?? { mode: 'rgb', r: 0, g: 1, b: 0 });
  return {
    u: 128.5 + (-3298 * r - 11094 * g + 14392 * b) / 32768,
    v: 128.5 + (14392 * r - 13072 * g - 1320 * b) / 32768,
    luma: Math.round((5983 * r + 20127 * g + 2032 * b) / 32768),
    ka: a / Math.max(0.16, l),
    kb: yellow / Math.max(0.16, l),
  };
}

/** What a step edge becomes at `x` pixels inside of it, after two boxes of `size` pixels to both sides. */
function blurredStep(x: number, size: number): number {
  const reach = 2 * size + 1;
  if (x <= -reach) return 0;
  if (x >= reach) return 1;
  return x < 0 ? (reach + x) ** 2 / (2 * reach * reach) : 1 - (reach - x) ** 2 / (2 * reach * reach);
}

/** How the edge is moved in and softened: how wide to blur, and which opacities become 0 and 1 (of 65280). Undefined where it stays. */
export function softEdge({ shrink, blur }: Pick<Keying, 'shrink' | 'blur'>): { readonly size: number; readonly low: number; readonly high: number } | undefined {
  if (shrink <= 0 && blur <= 0) return undefined;
  const half = Math.max(0.5, blur / 2);
  // Without a shrink the middle of the soft edge lies half of it inside: nothing is gained outside.
  const middle = shrink > 0 ? shrink : half;
  const size = Math.max(1, Math.ceil((middle + half) / 2));
  const at = (x: number): number => Math.round(blurredStep(x, size) * 65_280);
  return { size, low: at(middle - half), high: at(middle + half) };
}
