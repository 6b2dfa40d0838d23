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

/** Encodes a picture file (uncompressed TIFF) to its final format, streaming. sRGB; transparency becomes white in JPEG. */
export async function encodePicture(from: string, to: string, { format, ppi, bits, quality }: Encoding): Promise<void> {
  const plain = sharp(from, { sequentialRead: true, limitInputPixels: false, unlimited: true });
  // Attaching a profile would convert 16-bit values through it and round them; without one a PNG is taken for sRGB all the same.
  if (bits === 16) return void (await plain.withDensity(ppi).toColourspace('rgb16').png({ compressionLevel: 6 }).toFile(to));
  const picture = plain.withMetadata({ density: ppi });
  if (format === 'png') await picture.png({ compressionLevel: 6 }).toFile(to);
  else await picture.flatten({ background: '#ffffff' }).jpeg({ quality, chromaSubsampling: quality >= 90 ? '4:4:4' : '4:2:0' }).toFile(to);
}
