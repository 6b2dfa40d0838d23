import sharp from 'sharp';

/** What a finished picture is saved as. */
export interface Encoding {
  format: 'png' | 'jpeg';
  ppi: number;
  /** JPEG only, 1..100 */
  quality: number;
}

/** Encodes a picture file (uncompressed TIFF) to its final format, streaming. sRGB; transparency becomes white in JPEG. */
export async function encodePicture(from: string, to: string, { format, ppi, quality }: Encoding): Promise<void> {
  const picture = sharp(from, { sequentialRead: true, limitInputPixels: false, unlimited: true }).withMetadata({ density: ppi });
  if (format === 'png') await picture.png({ compressionLevel: 6 }).toFile(to);
  else await picture.flatten({ background: '#ffffff' }).jpeg({ quality, chromaSubsampling: quality >= 90 ? '4:4:4' : '4:2:0' }).toFile(to);
}
