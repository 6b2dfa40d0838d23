import { gaussianBlur } from '../../kernels/blur';
import { toLight } from '../../kernels/colour';
import { lumaOf } from '../../pixels/luma';
import type { Raster } from '../../pixels/raster';

/** A texture rises by this part of its grain where it is twice as light as what is around it. */
const rise = 0.5;
/** A texture has so much contrast; what has far more is the border of a thing, and counts for no more. */
const mostContrast = 0.2;
/** Darker than this a place tells no texture. */
const darkest = 0.004;

/**
 * The fine texture of a surface as heights, output px: what is lighter than its surroundings stands out.
 * @param surface encoded, RGBA @param grain what is broader than this Gaussian is none; output px
 */
export function textureOf(surface: Raster, grain: number, texture: number): Float32Array {
  const tones = lumaOf(toLight(surface));
  const around = gaussianBlur(tones, grain);
  return tones.data.map((tone, i) => {
    const more = (tone - around.data[i]) / (around.data[i] + darkest);
    return (texture * rise * grain * more) / (1 + Math.abs(more) / mostContrast);
  });
}
