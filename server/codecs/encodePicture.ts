import sharp from 'sharp';
import type { PictureFormat } from '../../core/formats/formats';
import type { FileSettings } from '../../core/formats/settings';

/** How hard AVIF tries, 0 to 9: what takes a minute longer saves little. */
const avifEffort = 3;

/**
 * Encodes a picture file (uncompressed TIFF, with its profile and its pixels per inch), streaming. Px are not changed;
 * where a format has no alpha, clear parts become white.
 */
export async function encodePicture(
  from: string,
  to: string,
  {
    format,
    ppi,
    bits,
    quality,
  }: Pick<FileSettings, 'ppi' | 'bits' | 'quality'> & { format: Exclude<PictureFormat, 'png'> },
): Promise<void> {
  const density = `${Math.round(ppi * 1000)}/1000`;
  const picture = sharp(from, { sequentialRead: true, limitInputPixels: false, unlimited: true })
    .keepIccProfile()
    .withExif({ IFD0: { XResolution: density, YResolution: density, ResolutionUnit: '2' } });
  if (format === 'jpeg')
    await picture
      .flatten({ background: '#ffffff' })
      .jpeg({ quality, chromaSubsampling: quality >= 90 ? '4:4:4' : '4:2:0' })
      .toFile(to);
  else if (format === 'webp') await picture.webp({ quality, smartSubsample: true }).toFile(to);
  else if (format === 'avif')
    await picture
      .avif({ quality, effort: avifEffort, chromaSubsampling: quality >= 75 ? '4:4:4' : '4:2:0' })
      .toFile(to);
  else
    await (bits === 16 ? picture.toColourspace('rgb16') : picture)
      .tiff({
        compression: 'deflate',
        predictor: 'horizontal',
        xres: ppi / 25.4,
        yres: ppi / 25.4,
        resolutionUnit: 'inch',
      })
      .toFile(to);
}
