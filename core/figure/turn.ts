/** How strongly a yaw moves features: a little less than the .92 of the sheet, so that the far eye keeps off the edge at 35 degrees. */
export const YAW = 0.82;

/**
 * Slides a feature over the head's ellipsoid: at `angle` radians from the middle, on a radius `r` of the half width
 * `w`. Gives its x and the factor by which it narrows.
 */
export function slide(w: number, r: number, angle: number, yaw: number): { x: number; narrow: number } {
  const at = angle + YAW * yaw;
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
