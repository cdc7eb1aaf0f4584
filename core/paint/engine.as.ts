// The painter's compiled part: one module, one memory, so that a painted frame is converted for the encoder where it lies.
export { cellBytes, place } from './edges.as';
export { copy, halve, keep, premultiply, recolour, unpremultiply, wipe } from './pixels.as';
export { blur } from './blur.as';
export { bent, enlarge, fill, how, linear, picture, radial, solid, stroke, surface, target } from './raster.as';
export { convert } from './i420.as';
export { edge, edgeBytes, halvePlane, keyOut, keyTable, keyTableBytes, matte, planar, planarRoom } from './keying.as';

/** First byte of memory that no constant of this module uses. */
export function heapStart(): usize {
  return __heap_base;
}
