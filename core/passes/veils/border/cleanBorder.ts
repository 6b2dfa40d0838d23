import type { Level } from '../../../pictures/pyramid';
import { contoursOf } from './contours';
import { drawBorder } from './drawBorder';
import { refineLine, type CleanLine } from './refine';

/** What lies at the picture's rim is taken to go on beyond it so far, px, so that a border runs out of the picture. */
const beyond = 10;

/** An island or a hole with a shorter border than this, px, is a speck: about three px across. */
const speck = 12;

/**
 * The borders of a mask as they lie in the photograph, a line for each; specks are left out.
 * @param mask not 0 in front
 */
export const cleanLines = (picture: Level, mask: Uint8Array): CleanLine[] =>
  contoursOf(mask, picture.width, picture.height, beyond).flatMap((contour) =>
    contour.length > speck ? [refineLine(picture, mask, contour)] : [],
  );

/**
 * A matte whose border lies where the photograph's edge is, to a fraction of a px, as smooth as the thing and as soft
 * as the photograph is there.
 * @param picture encoded sRGB
 * @param mask of the picture's size, not 0 in front
 * @returns one channel, 0..255
 */
export const cleanBorder = (picture: Level, mask: Uint8Array): Uint8Array =>
  drawBorder(cleanLines(picture, mask), picture.width, picture.height);
