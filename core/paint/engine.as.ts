// The painter's compiled part: one module, one memory, so that a painted frame is converted for the encoder where it lies.
export * from './raster.as';
export * from './i420.as';

/** First byte of memory that no constant of this module uses. */
export function heapStart(): usize {
  return __heap_base;
}
