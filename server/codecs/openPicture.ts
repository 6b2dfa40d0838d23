import sharp, { type Sharp } from 'sharp';

/** A picture file to be read: what is broken in it is an error, whatever its size; of an animation the first picture. */
export const openPicture = (path: string): Sharp =>
  sharp(path, { failOn: 'error', limitInputPixels: false, pages: 1, unlimited: true });
