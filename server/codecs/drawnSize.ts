import { largestPicture } from '../config';
import { Problem } from '../problem';

/** What has no px of its own is drawn with at least this many along its longer side: a poster's width at 150 ppi. */
const leastSide = 3000;

/**
 * The size in which a drawing is made into a picture: its own, or larger where that is small.
 * @param width its own, in px (SVG) or points (PDF)
 * @returns whole px, and by how much the drawing is enlarged
 * @throws Problem 422 for a drawing without a size, 413 for one that is too large
 */
export function drawnSize(width: number, height: number): { width: number; height: number; scale: number } {
  if (!(width > 0 && height > 0 && Number.isFinite(width * height)))
    throw new Problem(422, 'This drawing has no size of its own, so it was not imported.');
  const scale = Math.max(1, leastSide / Math.max(width, height));
  const drawn = {
    width: Math.max(1, Math.round(width * scale)),
    height: Math.max(1, Math.round(height * scale)),
    scale,
  };
  if (drawn.width * drawn.height > largestPicture)
    throw new Problem(
      413,
      `This drawing would have ${Math.round((drawn.width * drawn.height) / 1e6)} megapixels; the limit is ${largestPicture / 1e6}.`,
    );
  return drawn;
}
