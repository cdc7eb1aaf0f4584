import type { MouthShape } from '../document/schema.ts';
import { ellipse, pen } from '../draw/path.ts';
import type { Colour, Node } from '../draw/picture.ts';
import { clamp, mix } from '../time/easing.ts';
import type { MouthStyle } from './parts/features/mouths.ts';
import type { Pose } from './pose.ts';
import { Sketch } from './sketch.ts';

/** A mouth as numbers, so that any two blend (design.md, 10 Mouth; units of the face). */
export interface MouthNumbers {
  /** Half width, lift of the upper lip, drop of the lower, roundness of the corners 0..1. */
  width: number;
  upper: number;
  lower: number;
  round: number;
  /** Band of upper teeth, closed teeth (0..1), tongue height, raised tongue tip (0..1), teeth on the lip (0..1). */
  teeth: number;
  shut: number;
  tongue: number;
  tip: number;
  bite: number;
  /** Width of the lip ring, how much the lips press together (0..1), how much of the mood shows (0..1). */
  ring: number;
  press: number;
  mood: number;
  /** Lift of the corner on the picture's right against the other, -1..1. */
  skew: number;
}

const row = (width: number, upper: number, lower: number, round: number, more: Partial<MouthNumbers> = {}): MouthNumbers => ({
  width,
  upper,
  lower,
  round,
  teeth: 0,
  shut: 0,
  tongue: 0,
  tip: 0,
  bite: 0,
  ring: 3,
  press: 0,
  mood: 1,
  skew: 0,
  ...more,
});

export const MOUTH_CHART: Readonly<Record<MouthShape, MouthNumbers>> = {
  rest: row(11, 0, 0, 0),
  closed: row(10.5, 0, 0, 0, { press: 1 }),
  bite: row(10, 1.6, 3.4, 0.4, { teeth: 2.4, bite: 1 }),
  tongue: row(10.5, 3.2, 5.4, 0.5, { teeth: 2.4, tongue: 2.2, tip: 1 }),
  teeth: row(11.2, 2, 3.6, 0.5, { shut: 1 }),
  mid: row(11, 2.8, 5.4, 0.5, { teeth: 2.6, tongue: 3.2 }),
  wide: row(11.5, 4.2, 13, 0.72, { teeth: 3, tongue: 6.5 }),
  spread: row(13.2, 2.2, 4.8, 0.46, { teeth: 2.4, tongue: 2.2 }),
  round: row(8, 5, 8.6, 1, { teeth: 1.6, tongue: 3.6, mood: 0.38 }),
  pucker: row(4.6, 3.2, 4.4, 1, { ring: 5.4, mood: 0.12 }),
};

export const MOUTH_KEYS = Object.keys(MOUTH_CHART.rest) as (keyof MouthNumbers)[];

/** Mouth between two shapes, `share` 0..1 of the way, opened by `open` (1 is the chart's own opening). */
export function blendMouth(a: MouthNumbers, b: MouthNumbers, share: number, open = 1): MouthNumbers {
  const out = {} as MouthNumbers;
  for (const key of MOUTH_KEYS) out[key] = a[key] + (b[key] - a[key]) * share;
  out.lower *= open;
  out.upper *= 0.55 + 0.45 * open;
  out.tongue *= 0.5 + 0.5 * open;
  return out;
}

/**
 * What a feeling makes of a mouth: most of it while nothing is said; in speech the shape of the sound comes first, and
 * only width, the sneer and the skewed corner stay.
 */
export function feltMouth(mouth: MouthNumbers, pose: Pick<Pose, 'jaw' | 'bare' | 'narrow' | 'sneer' | 'tuck' | 'skew'>): MouthNumbers {
  const { jaw, bare, narrow, sneer, tuck, skew } = pose;
  if (!jaw && !bare && !narrow && !sneer && !tuck && !skew) return mouth;
  const free = 1 - clamp((mouth.upper + mouth.lower) / 4 + mouth.press, 0, 1);
  const out = { ...mouth };
  const least = (key: 'upper' | 'lower' | 'teeth' | 'tongue' | 'shut' | 'bite' | 'round', value: number): void => {
    out[key] = Math.max(out[key], out[key] + (value - out[key]) * free);
  };
  if (jaw > 0) {
    least('lower', 14 * jaw);
    least('upper', 4.4 * Math.min(1, jaw * 1.6));
    least('round', 0.45 + 0.3 * jaw);
    least('teeth', 3 * Math.min(1, jaw * 2));
    least('tongue', 6 * jaw);
  }
  if (bare > 0) {
    least('upper', 3 * bare);
    least('lower', 4.6 * bare);
    least('round', 0.5 * bare);
    least('shut', bare);
  }
  if (tuck > 0) {
    least('upper', 1 * tuck);
    least('lower', 3.2 * tuck);
    least('teeth', 2.2 * tuck);
    least('bite', tuck);
  }
  const still = 0.35 + 0.65 * free;
  out.width *= 1 - 0.45 * narrow * still;
  if (narrow > 0 && jaw > 0) least('round', 1);
  if (sneer > 0) {
    out.upper += 3.2 * sneer * (0.4 + 0.6 * free);
    out.lower += 1.6 * sneer * free;
    least('teeth', 2.8 * sneer);
  }
  out.skew = clamp(mouth.skew + skew * still, -1, 1);
  return out;
}

export interface MouthLook {
  readonly lip: Colour;
  readonly line: Colour;
  readonly dark: Colour;
  readonly style?: MouthStyle;
  /** Mascots have a plain ring instead of lips. */
  readonly plain?: boolean;
}

/** Colours inside a mouth. */
export const CAVITY = '#4a1a2a';
export const TONGUE = '#d4697a';
export const TEETH = '#fbf6ee';

/** The mouth about its own middle, in face units; `smile` -1..1 moves corners and middle. */
export function drawMouth(mouth: MouthNumbers, smile: number, press: number, look: MouthLook): Node[] {
  const s = new Sketch('mouth');
  const mood = smile * mouth.mood;
  const full = look.style?.full ?? 0;
  const bow = look.style?.bow ?? 0.5;
  const w = mouth.width * (look.style?.width ?? 1) * (1 + 0.1 * Math.max(0, mood));
  const corner = -4.4 * mood;
  const middle = 2.3 * mood;
  const [left, right] = [corner + 2.6 * mouth.skew, corner - 3.4 * mouth.skew];
  const top = middle - mouth.upper;
  const bottom = middle + mouth.lower;
  const opening = mouth.upper + mouth.lower;
  const k = 0.3 + 0.42 * mouth.round;
  const half = 0.56;
  const toward = (from: number, to: number): number => from + (to - from) * k;
  const loop = pen()
    .move(-w, left)
    .cubic(-w, toward(left, top), -w * half, top, 0, top)
    .cubic(w * half, top, w, toward(right, top), w, right)
    .cubic(w, toward(right, bottom), w * half, bottom, 0, bottom)
    .cubic(-w * half, bottom, -w, toward(left, bottom), -w, left)
    .close()
    .done();
  const seam = (y: number, span: number): ReturnType<typeof pen> =>
    pen()
      .move(-span, left + (y - middle))
      .cubic(-span, left + (y - middle) + (middle - left) * 0.3, -span * half, y, 0, y)
      .cubic(span * half, y, span, right + (y - middle) + (middle - right) * 0.3, span, right + (y - middle));

  const open = clamp(opening / 2.6, 0, 1);
  if (opening > 0.35) {
    const ring = mouth.ring * open * (1 + 0.55 * full);
    if (!look.plain || mouth.ring > 4) s.nodes.push(s.item('lips', { path: loop, fill: look.lip, stroke: { paint: look.lip, width: ring } }));
    else s.nodes.push(s.item('lips', { path: loop, fill: look.lip, stroke: { paint: look.lip, width: 2.6 * open } }));
    if (!look.plain && mouth.lower > 1.5)
      s.line(
        'lowerLip',
        pen()
          .move(-w * 0.5, bottom * 0.94 + 0.4)
          .quad(0, bottom + 2.4, w * 0.5, bottom * 0.94 + 0.4)
          .done(),
        look.lip,
        (2.4 + 2.6 * full) * open,
      );
    s.fill('cavity', loop, CAVITY);
    const inner: Node[] = [];
    if (mouth.tongue > 0.2) {
      const ty = bottom - mouth.tongue * 0.15 + (mouth.tip > 0 ? -mouth.tip * opening * 0.1 : 0);
      inner.push(s.fillItem('tongue', ellipse(0, ty, w * (0.62 - 0.14 * mouth.tip), mouth.tongue * 0.9 + mouth.tip * opening * 0.42), TONGUE));
    }
    if (mouth.teeth > 0.2 && opening > 1.2) {
      const edge = top + mouth.teeth * (mouth.bite > 0.5 ? 0.75 : 1);
      inner.push(
        s.fillItem(
          'teeth',
          pen()
            .move(-w * 1.2, top - 4)
            .line(w * 1.2, top - 4)
            .line(w * 0.88, edge + 0.1)
            .quad(w * 0.62, edge + 1.1, 0, edge + 1.1)
            .quad(-w * 0.62, edge + 1.1, -w * 0.88, edge + 0.1)
            .close()
            .done(),
          TEETH,
        ),
      );
    }
    if (mouth.shut > 0.05) {
      const inset = 0.9;
      inner.push(s.item('shut', { path: loop, fill: TEETH, alpha: mouth.shut, matrix: [1 - inset / w, 0, 0, 0.86, 0, middle * 0.14] }));
      inner.push(
        s.lineItem(
          'seam',
          pen()
            .move(-w * 0.8, corner * 0.5 + middle * 0.5)
            .quad(0, middle + 1.6, w * 0.8, corner * 0.5 + middle * 0.5)
            .done(),
          '#d9c9c3',
          1,
          mouth.shut,
        ),
      );
    }
    if (mouth.bite > 0.05) {
      const y = top + 2.6;
      inner.push(s.fillItem('biteLip', ellipse(0, bottom + 0.6, w * 0.86, Math.max(1.4, mouth.lower * 0.5)), look.lip, mouth.bite));
      inner.push(
        s.fillItem(
          'biteTeeth',
          pen()
            .move(-w * 0.78, top - 2)
            .line(w * 0.78, top - 2)
            .line(w * 0.68, y - 0.3)
            .quad(0, y + 1.5, -w * 0.68, y - 0.3)
            .close()
            .done(),
          TEETH,
          mouth.bite,
        ),
      );
    }
    if (inner.length) s.inside('in', loop, inner);
  }
  // Lips are shut or apart: one drawing gives way to the other within a crack, so that neither shows through.
  const closed = 1 - clamp((opening - 0.25) / 0.5, 0, 1);
  if (closed > 0.02) {
    const pressed = clamp(mouth.press + press * 0.7, 0, 1);
    const shown = Math.max(pressed, Math.min(1, full * 3));
    if (shown > 0.02 && !look.plain) {
      const end = corner * 0.9 + middle * 0.1;
      const up = 2.2 + 1.7 * full;
      const dip = mix(up + 0.4, up * 0.5, bow);
      const low = 3.4 + 4.4 * full;
      const lipTop = pen()
        .move(-w * 0.92, end)
        .cubic(-w * 0.5, middle - up, -w * 0.16, middle - up - 0.5, 0, middle - dip)
        .cubic(w * 0.16, middle - up - 0.5, w * 0.5, middle - up, w * 0.92, end)
        .cubic(w * 0.5, middle + low, -w * 0.5, middle + low, -w * 0.92, end)
        .close()
        .done();
      s.fill('pressed', lipTop, look.lip, shown * closed);
    }
    s.line('seamLine', seam(middle, w).done(), look.dark, 2.3 - pressed * 0.3, closed);
    if (!look.plain && shown < 0.6)
      s.line(
        'hint',
        pen()
          .move(-w * 0.38, middle + 5.2)
          .quad(0, middle + 6.4, w * 0.38, middle + 5.2)
          .done(),
        look.line,
        1.6,
        0.5 * closed * (1 - shown),
      );
  }
  return s.nodes;
}

/** How far the chin follows an open mouth: 40 % of the lower lip's drop (design.md, 11), less while the face is small. */
export const chinDrop = (mouth: MouthNumbers): number => mouth.lower * 0.34;
