import { posed } from './pose.ts';
import { proportionsOf } from './proportions.ts';
import { skeletonOf } from './skeleton.ts';

/** An adult of the middle build: places that an arm reaches are told in angles for somebody like this. */
const MIDDLE = proportionsOf({ age: 30, build: 0, height: 0, shoulders: 0, hips: 0, headWidth: 0, headLength: 0, jaw: 0, chin: 0 });
const DEGREES = 180 / Math.PI;

/** Where a wrist is, and how the arm gets there: numbers of a pose without their side. */
export interface Reached {
  readonly onTrunk?: number;
  readonly trunkX?: number;
  readonly trunkY?: number;
  readonly onHead?: number;
  readonly faceX?: number;
  readonly faceY?: number;
  readonly near?: number;
  readonly fore?: number;
  readonly pole?: number;
}

/**
 * Angles of upper arm and forearm, in degrees from straight down and outwards positive, with which somebody of the
 * middle build reaches a place. An arm goes there and back by these angles, along arcs; where it comes to, the place
 * itself corrects them for the figure's own build (skeleton.ts).
 */
export function anglesTo(place: Reached): { upper: number; fore: number } {
  const { onTrunk = 0, trunkX = 0, trunkY = 0, onHead = 0, faceX = 0, faceY = 0, near = 0, fore = 0, pole = 0 } = place;
  const { shoulder, elbow, wrist } = skeletonOf(
    MIDDLE,
    posed({ onTrunkR: onTrunk, trunkXR: trunkX, trunkYR: trunkY, onHeadR: onHead, faceXR: faceX, faceYR: faceY, nearR: near, foreR: fore, poleR: pole }),
  ).arms.R;
  const way = (a: { x: number; y: number }, b: { x: number; y: number }): number => Math.atan2(b.x - a.x, b.y - a.y) * DEGREES;
  let upper = way(shoulder, elbow);
  if (pole > 0.5 && upper < -48) upper += 360;
  let bend = way(elbow, wrist) - upper;
  bend -= Math.round(bend / 360) * 360;
  if (pole > 0.5 ? bend < -2 : bend > 2) bend += pole > 0.5 ? 360 : -360;
  return { upper: Math.round(upper), fore: Math.round(upper + bend) };
}
