import sharp from 'sharp';

/** What a finished picture is saved as. */
export interface Encoding {
  format: 'png' | 'jpeg';
  ppi: number;
  /** Bits for each channel; JPEG has 8. */
  bits: 8 | 16;
  /** JPEG only, 1..100 */
  quality: number;
}

/** Encodes a picture file (uncompressed TIFF of 8 bits) as JPEG, streaming. sRGB; transparency becomes white. */
export async function encodeJpeg(
  from: string,
  to: string,
  { ppi, quality }: Pick<Encoding, 'ppi' | 'quality'>,
): Promise<void> {
  await sharp(from, { sequentialRead: true, limitInputPixels: false, unlimited: true })
    .withMetadata({ density: ppi })
    .flatten({ background: '#ffffff' })
    .jpeg({ quality, chromaSubsampling: quality >= 90 ? '4:4:4' : '4:2:0' })
    .toFile(to);
}
