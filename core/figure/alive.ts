import { avalanche } from '../draw/hash.ts';
import { clamp, smooth } from '../time/easing.ts';
import type { PartialPose } from './pose.ts';

/** Seconds of a blink: closing, shut, opening (motion.md: 70-100, 20-50, 150-200 ms). */
const BLINK = [0.09, 0.04, 0.17] as const;
/** Mean seconds between blinks at rest: 17 a minute (Bentivoglio et al. 1997). */
const BLINK_GAP = 3.5;

const chance = (seed: number, n: number): number => (avalanche(seed * 7919 + n) >>> 0) / 2 ** 32;

/** How far the lids are down at a time. Each slot of the mean gap holds one blink, at a place of its own. */
function blinkAt(seconds: number, seed: number): number {
  const slot = Math.floor(seconds / BLINK_GAP);
  let shut = 0;
  for (const n of [slot - 1, slot]) {
    const at = (n + 0.15 + chance(seed, n) * 0.7) * BLINK_GAP;
    const t = seconds - at;
    if (t < 0) continue;
    if (t < BLINK[0]) shut = Math.max(shut, smooth(t / BLINK[0]));
    else if (t < BLINK[0] + BLINK[1]) shut = 1;
    else shut = Math.max(shut, 1 - smooth((t - BLINK[0] - BLINK[1]) / BLINK[2]));
  }
  return shut;
}

/**
 * A figure that stands about: breath (14 a minute, in : out as 2 : 3), sway, weight from leg to leg, blinks, eyes and
 * head to where it looks (-1..1 each way, the viewer by default). For a figure outside a scene; on stage the schedule
 * does this (schedule/motion).
 */
export function alivePose(
  seconds: number,
  { seed = 1, lively = 0.5, gaze = { x: 0, y: 0 } }: { seed?: number; lively?: number; gaze?: { x: number; y: number } } = {},
): PartialPose {
  const breath = (seconds / 4.2) % 1;
  const chest = breath < 0.4 ? smooth(breath / 0.4) : 1 - smooth((breath - 0.4) / 0.6);
  const sway = Math.sin(seconds * 0.21 * 2 * Math.PI);
  const slot = Math.floor(seconds / 7);
  const side = (n: number): number => (chance(seed + 3, n) - 0.5) * 2;
  const weight = side(slot - 1) + (side(slot) - side(slot - 1)) * smooth(((seconds % 7) + 0) / 1.1);
  const k = 0.5 + lively;
  const x = clamp(gaze.x, -1, 1);
  const y = clamp(gaze.y, -1, 1);
  return {
    chest: chest * 0.8,
    shoulderLift: chest * 1.1,
    hipX: weight * 3.4 * k,
    shoulderTilt: -weight * 0.9 * k,
    lean: sway * 0.35,
    headTilt: weight * 1.1 * k + sway * 0.4,
    blink: blinkAt(seconds, seed),
    headTurn: x * 0.16,
    headPitch: y * 0.14,
    gazeX: x * 0.75,
    gazeY: y * 0.65,
    upperR: sway * 0.5 + chest * 0.6,
    upperL: -sway * 0.4 + chest * 0.6,
  };
}
