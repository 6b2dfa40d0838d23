import { warpPlane } from '../../../kernels/warp';
import { emptyRaster, type Raster } from '../../../pixels/raster';
import { grow, outerPixels, scaleRegion, type Region } from '../../../pixels/region';
import { samplePicture, type Placement } from '../../../pixels/resample';
import type { Picture } from '../../../pixels/pyramid';
import { placedBounds } from '../../../shape/affine';
import type { CoatGround } from './ground';
import type { PictureCoat } from './schema';

/** Where a picture lies in its box, lettering px per picture px and of its top left corner. */
export function picturePlace({ fit, scale, x, y }: Pick<PictureCoat, 'fit' | 'scale' | 'x' | 'y'>, picture: { width: number; height: number }, box: Region): Placement {
  const sides = [box.width / picture.width, box.height / picture.height];
  const fitted = (fit === 'cover' ? Math.max(...sides) : Math.min(...sides)) * scale;
  return {
    scale: fitted,
    x: box.x + (box.width - picture.width * fitted) / 2 + x * box.width,
    y: box.y + (box.height - picture.height * fitted) / 2 + y * box.height,
  };
}

/** Px around what is sampled that a bicubic reading needs. */
const taps = 3;

/** A picture laid into its box; it turns and bends its place with the letters. Shrunk from the pyramid in linear light, then only turned. */
export async function paintPicture(coat: PictureCoat, picture: Picture, { region, box, toLettering, unit }: CoatGround): Promise<Raster> {
  const place = picturePlace(coat, picture, box);
  if (!(place.scale * unit > 0)) return emptyRaster(region.width, region.height, 4);
  const own: Placement = { scale: place.scale * unit, x: place.x * unit, y: place.y * unit };
  const isUpright = toLettering.b === 0 && toLettering.c === 0 && toLettering.a > 0 && Math.abs(toLettering.a - toLettering.d) < 1e-12;
  if (isUpright) return coloured(await samplePicture(picture, { ...own, x: own.x - toLettering.e * unit, y: own.y - toLettering.f * unit }, region));
  const source = grow(outerPixels(scaleRegion(placedBounds(toLettering, region), unit)), taps);
  const upright = coloured(await samplePicture(picture, own, source));
  const { a, b, c, d, e, f } = toLettering;
  const out = warpPlane(upright, [a * unit, c * unit, e * unit - source.x, b * unit, d * unit, f * unit - source.y, 0, 0, 1], region, 'bicubic', 'clear');
  for (let i = 0; i < out.data.length; i++) out.data[i] = Math.min(1, Math.max(0, out.data[i]));
  return out;
}

/** Stored pictures of one channel are grey. */
function coloured(raster: Raster): Raster {
  if (raster.channels === 4) return raster;
  const out = emptyRaster(raster.width, raster.height, 4);
  raster.data.forEach((value, i) => out.data.set([value, value, value, 1], i * 4));
  return out;
}
