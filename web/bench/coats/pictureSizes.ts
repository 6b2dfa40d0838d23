import type { PictureCoat } from '../../../core/coats/schema';
import type { Materials } from '../../../core/graph/materials';

/** Sizes of a coat's pictures, px; none while they are on their way. */
export const sizesOf = (
  { asset, more }: Pick<PictureCoat, 'asset' | 'more'>,
  materials: Materials | null,
): { width: number; height: number }[] => (materials ? [asset, ...more].map((key) => materials.picture(key)) : []);
