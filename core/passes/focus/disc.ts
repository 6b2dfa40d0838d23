import { discOf } from '../../kernels/disc';
import type { Raster } from '../../pixels/raster';
import type { Region } from '../../pixels/region';

/** Radius of the even disc whose slope at an edge has this sigma: the standard deviation of a disc is half its radius. */
export const radiusOfSigma = (sigma: number): number => 2 * sigma;

/** How far beyond a place its disc reaches, whole px. */
export const discMargin = (sigma: number): number => Math.ceil(radiusOfSigma(sigma)) + 1;

/** A picture out of focus. @see discOf */
export const discBlur = (source: Raster, lying: Pick<Region, 'x' | 'y'>, wanted: Region, sigma: number): Raster =>
  discOf(source, lying, wanted, radiusOfSigma(sigma));
