import type { MouthShape } from '../document/schema.ts';
import { GLIDE_AT, GLIDES, PHONE_SHAPES } from './phones.ts';

export interface ShapeSpan {
  shape: MouthShape;
  start: number;
  end: number;
}

/**
 * Mouth cues at true times: each phone's shape, HH that of the next phone, diphthongs changing to their glide
 * (speech.md, Mouth rules). Equal neighbours are joined; the cues cover the phones without gap.
 */
export function mouthCues(phones: readonly { readonly label: string; readonly start: number; readonly end: number }[]): ShapeSpan[] {
  const out: ShapeSpan[] = [];
  const push = (shape: MouthShape, start: number, end: number): void => {
    const last = out.at(-1);
    if (last && last.shape === shape) last.end = end;
    else if (end > start) out.push({ shape, start, end });
  };
  phones.forEach(({ label, start, end }, index) => {
    const next = phones[index + 1]?.label;
    const shape = label === 'HH' ? (PHONE_SHAPES[next ?? 'SIL'] ?? 'mid') : (PHONE_SHAPES[label] ?? 'mid');
    const glide = GLIDES[label];
    if (glide && glide !== shape) {
      const change = start + (end - start) * GLIDE_AT;
      push(shape, start, change);
      push(glide, change, end);
    } else push(shape, start, end);
  });
  return out;
}
