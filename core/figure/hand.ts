import type { Point } from '../draw/matrix.ts';
import { joined, pen, smoothLoop, transformPath } from '../draw/path.ts';
import { mix } from '../time/easing.ts';
import { limbPath, type Sketch, type Tone } from './sketch.ts';

/** A hand as numbers: curl of four fingers and thumb (0 straight .. 1 closed), fan of the fingers in degrees. */
interface HandNumbers {
  readonly curl: readonly [number, number, number, number];
  readonly thumb: number;
  readonly thumbOut: number;
  readonly fan: number;
}

const HANDS = {
  relaxed: { curl: [0.34, 0.3, 0.34, 0.4], thumb: 0.2, thumbOut: 14, fan: 2 },
  open: { curl: [0.02, 0, 0, 0.04], thumb: 0, thumbOut: 48, fan: 11 },
  flat: { curl: [0.05, 0.04, 0.04, 0.06], thumb: 0.05, thumbOut: 20, fan: 1.5 },
  point: { curl: [0, 0.9, 0.94, 0.97], thumb: 0.7, thumbOut: 12, fan: 1 },
  thumb: { curl: [0.94, 0.95, 0.96, 0.96], thumb: 0, thumbOut: 74, fan: 0 },
  grip: { curl: [0.72, 0.7, 0.72, 0.76], thumb: 0.45, thumbOut: 22, fan: 0 },
  fist: { curl: [0.96, 0.96, 0.96, 0.96], thumb: 0.85, thumbOut: 4, fan: 0 },
} as const satisfies Record<string, HandNumbers>;

export interface HandWeights {
  readonly fist: number;
  readonly point: number;
  readonly open: number;
  readonly flat: number;
  readonly thumb?: number;
  readonly grip?: number;
}

/** Mix of hand poses; what the weights leave is the relaxed hand. */
function blended(w: HandWeights): HandNumbers {
  const parts: [HandNumbers, number][] = [
    [HANDS.fist, Math.max(0, w.fist)],
    [HANDS.point, Math.max(0, w.point)],
    [HANDS.open, Math.max(0, w.open)],
    [HANDS.flat, Math.max(0, w.flat)],
    [HANDS.thumb, Math.max(0, w.thumb ?? 0)],
    [HANDS.grip, Math.max(0, w.grip ?? 0)],
  ];
  const sum = parts.reduce((total, [, weight]) => total + weight, 0);
  const scale = sum > 1 ? 1 / sum : 1;
  parts.push([HANDS.relaxed, Math.max(0, 1 - sum)]);
  const of = (read: (hand: HandNumbers) => number): number =>
    parts.reduce((total, [hand, weight], index) => total + read(hand) * (index < parts.length - 1 ? weight * scale : weight), 0);
  return {
    curl: [0, 1, 2, 3].map((i) => of((h) => h.curl[i] as number)) as [number, number, number, number],
    thumb: of((h) => h.thumb),
    thumbOut: of((h) => h.thumbOut),
    fan: of((h) => h.fan),
  };
}

/** Fingers from the thumb side: place across the palm, length, radius. */
const FINGERS: readonly (readonly [number, number, number])[] = [
  [8, 18.5, 4.5],
  [2.7, 20.5, 4.6],
  [-2.7, 19.5, 4.5],
  [-7.8, 15.5, 4],
];
const KNUCKLES = 20.5;

/**
 * A hand at `wrist`: `angle` is the way it points (0 down, positive to the right), `thumbSide` 1 where the thumb is
 * on the picture's right of a hand that points down. `size` 1 is an adult's (.42 HU).
 */
export function drawHand(s: Sketch, id: string, wrist: Point, angle: number, thumbSide: 1 | -1, size: number, weights: HandWeights, tone: Tone): void {
  const hand = blended(weights);
  const cos = Math.cos(angle);
  const sin = Math.sin(angle);
  const k = size;
  const at = (x: number, y: number): Point => {
    const px = x * thumbSide * k;
    const py = y * k;
    return { x: wrist.x + px * cos + py * sin, y: wrist.y - px * sin + py * cos };
  };
  const finger = (index: number): { joints: Point[]; radii: number[]; curled: boolean } => {
    const [x, length, radius] = FINGERS[index] as readonly [number, number, number];
    const curl = hand.curl[index] as number;
    const spread = (((1.5 - index) * 2) / 3) * hand.fan * (Math.PI / 180) * 1.6;
    const base: [number, number] = [x, KNUCKLES - (index === 3 ? 2.5 : index === 0 ? 1 : 0)];
    const first = length * 0.5 * (1 - 0.55 * curl);
    const second = length * 0.5 * Math.cos(curl * Math.PI * 0.92);
    const mid: [number, number] = [base[0] + Math.sin(spread) * first, base[1] + Math.cos(spread) * first];
    const tip: [number, number] = [mid[0] + Math.sin(spread * 1.15) * second - curl * 1.2, mid[1] + Math.cos(spread * 1.15) * second];
    return { joints: [at(...base), at(...mid), at(...tip)], radii: [radius * k, radius * 0.96 * k, radius * 0.86 * k], curled: curl > 0.62 };
  };
  const all = [0, 1, 2, 3].map(finger);
  const shade = 1.7 * k;
  const straight = all.filter((f) => !f.curled);
  const curled = all.filter((f) => f.curled);
  /** Fingers that lie side by side are two shapes, with a thin line of shade where they meet. */
  const fingers = (name: string, list: typeof all): void => {
    if (!list.length) return;
    const d = shade / 2;
    s.fill(`${id}.${name}`, joined(...list.map((f) => limbPath(f.joints, f.radii, false))), tone.shadow);
    s.fill(
      `${id}.${name}.lit`,
      joined(
        ...list.map((f) =>
          limbPath(
            f.joints.map(({ x, y }) => ({ x: x - d, y: y - d * 0.55 })),
            f.radii.map((r) => Math.max(0.5, r - d)),
            false,
          ),
        ),
      ),
      tone.base,
    );
    if (list.length < 2) return;
    const seams = pen();
    for (let n = 0; n + 1 < list.length; n++) {
      const [a, b] = [list[n] as (typeof all)[number], list[n + 1] as (typeof all)[number]];
      const between = (i: number): Point => ({ x: ((a.joints[i] as Point).x + (b.joints[i] as Point).x) / 2, y: ((a.joints[i] as Point).y + (b.joints[i] as Point).y) / 2 });
      const gap = Math.hypot((a.joints[2] as Point).x - (b.joints[2] as Point).x, (a.joints[2] as Point).y - (b.joints[2] as Point).y);
      const from = between(0);
      const to = between(1);
      const tip = gap < 9.5 * k ? between(2) : to;
      seams.move(from.x, from.y).quad(to.x, to.y, tip.x, tip.y);
    }
    s.line(`${id}.${name}.seams`, seams.done(), tone.shadow, 1.3 * k);
  };
  fingers('fingers', straight);
  const palm = smoothLoop([-7.5, -4, -10, 4, -12, 13, -10.8, 20.5, -4, 24.2, 4, 24.4, 10.6, 21, 12, 13, 10, 4, 7.5, -4]);
  const placed = transformPath(palm, [cos * thumbSide * k, -sin * thumbSide * k, sin * k, cos * k, wrist.x, wrist.y]);
  s.shaded(`${id}.palm`, placed, tone, [-1.9 * k, -1.2 * k]);
  fingers('curled', curled);
  const out = hand.thumbOut * (Math.PI / 180);
  const first = mix(13, 11, hand.thumb);
  const mid: [number, number] = [9 + Math.sin(out) * first * 0.9, 8 + Math.cos(out) * first * 0.8];
  const fold = out - hand.thumb * 2;
  s.limb(`${id}.thumb`, [at(8, 6), at(...mid), at(mid[0] + Math.sin(fold) * 9.5, mid[1] + Math.cos(fold) * 9.5)], [5.4 * k, 4.9 * k, 4.2 * k], tone, shade);
}
