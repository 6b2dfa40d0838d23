// All kernels, as one module. Built by `scripts/kernels.mjs`.
export * from './blend/assembly';
export * from './blur/assembly';
export { decodePixels, encodePixels, oklabPixels, prepareColour, quantiseRow, shownPixels } from './colour/assembly';
export { hat } from './closing/assembly';
export * from './coverage/assembly';
export * from './disc/assembly';
export * from './distance/assembly';
export * from './logarithm/assembly';
export * from './resize/assembly';
export { stencilProduct, stencilSteps } from './stencil/assembly';
export * from './warp/assembly';

/** The first byte that no constant of the module takes. */
export function heapBase(): usize {
  return __heap_base;
}
