import sharp, { type Sharp } from 'sharp';
import { Problem } from '../problem';
import type { Drawn } from './drawnFile';
import { drawnSize } from './drawnSize';

/** An SVG of more bytes than this is no drawing that somebody made. */
const largestSvg = 50e6;
/** At this many dots an inch one px of an SVG is one px of the picture. */
const ownDensity = 72;

/**
 * Draws an SVG; what it leaves bare stays clear. From memory, so that it can name no other file, and without the
 * allowance for huge files, so that what multiplies without end is refused.
 * @throws Problem 413, 422; Error for a damaged file
 */
export async function drawSvg(svg: Uint8Array): Promise<Drawn> {
  if (svg.length > largestSvg) throw new Problem(413, 'An SVG may have 50 MB at most.');
  const open = (density: number): Sharp => sharp(svg, { density, failOn: 'error', limitInputPixels: false });
  const own = await open(ownDensity).metadata();
  const { scale } = drawnSize(own.width, own.height);
  const enlarged = open(ownDensity * scale);
  // Whole px of a small drawing say little of its shape; and lengths in mm grow with the density twice.
  const shape = await enlarged.metadata();
  const along = Math.max(own.width, own.height) / Math.max(shape.width, shape.height);
  const { width, height } = drawnSize(shape.width * along, shape.height * along);
  const bytes = await enlarged.resize(width, height, { fit: 'fill' }).ensureAlpha().raw().toBuffer();
  return { width, height, bytes };
}
