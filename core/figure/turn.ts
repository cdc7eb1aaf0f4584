import { mix, smooth } from '../time/easing.ts';

/** How strongly a yaw moves features: a little less than the .92 of the sheet, so that the far eye keeps off the edge at 35 degrees. */
export const YAW = 0.82;

/** Where the drawing from the side takes over from the sliding face, and where it is a true profile (bodies.md, 7: 50 to 70 degrees, swap at 60). */
export const PROFILE_FROM = (57 * Math.PI) / 180;
const PROFILE_FULL = (73 * Math.PI) / 180;

/** Whether a head that is turned so far (radians) is drawn from the side. */
export const isProfile = (yaw: number): boolean => Math.abs(yaw) >= PROFILE_FROM;

/** How much of a true profile a turned head is: 0 where the drawing from the side begins, 1 at the profile. */
export const profileShare = (yaw: number): number => smooth((Math.abs(yaw) - PROFILE_FROM) / (PROFILE_FULL - PROFILE_FROM));

/** From the side features go round farther: the far eye leaves the face. */
const YAW_ASIDE = 0.96;

/**
 * Slides a feature over the head's ellipsoid: at `angle` radians from the middle, on a radius `r` of the half width
 * `w`. Gives its x and the factor by which it narrows.
 */
export function slide(w: number, r: number, angle: number, yaw: number): { x: number; narrow: number } {
  const at = angle + (isProfile(yaw) ? mix(0.88, YAW_ASIDE, profileShare(yaw)) : YAW) * yaw;
  return { x: w * r * Math.sin(at), narrow: Math.max(0.04, Math.cos(at) / Math.cos(angle)) };
}

/** Narrows the far half of an outline and widens the back half a little. `x` positive is the picture's right. */
export function outlineX(x: number, yaw: number): number {
  const s = Math.sin(yaw);
  const far = Math.sign(x) === Math.sign(s);
  return x * (far ? 1 - 0.1 * Math.abs(s) : 1 + 0.07 * Math.abs(s));
}

/** Back hair trails the turn on the side that comes forward; the far side stays with the outline. */
export const trailX = (x: number, w: number, yaw: number): number =>
  outlineX(x, yaw) - 0.16 * w * Math.sin(yaw) * (Math.sign(x) === Math.sign(yaw) ? Math.max(0, 1 - Math.abs(x) / (0.6 * w)) : 1);

/** Front hair: its ends keep the silhouette while the middle slides. */
export const hairX = (x: number, half: number, w: number, yaw: number): number => outlineX(x, yaw) + 0.8 * w * Math.sin(yaw) * Math.max(0, 1 - (x / half) ** 2);
