import { closeSync, openSync } from 'node:fs';
import { crc32, deflateSync } from 'node:zlib';
import { profileOf } from '../../core/formats/icc';
import type { RgbSpace } from '../../core/press/rgbSpaces';
import { writeWhole } from '../store/writeWhole';
import { joinedAdler32, lastBlock, zlibHeader, type PackedRows } from './packRows';
import type { PictureFile, PictureForm } from './pictureFile';

export const pngSignature = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];
/** Colour types with and without alpha. */
const colourType = { 3: 2, 4: 6 };
/**
 * Chromaticities of white, red, green and blue of sRGB, in 1/100,000, and its approximate exponent: for readers that do
 * not know the sRGB chunk.
 */
const chromaticities = [31270, 32900, 64000, 33000, 30000, 60000, 15000, 6000];
const gamma = 45455;

/**
 * Writes a PNG (W3C, third edition) as its rows come. The encoders of our picture library want the whole picture at
 * once and use one
 * thread; here compressing happens beside drawing, in as many threads as there are.
 */
export class PngFile implements PictureFile {
  private readonly file: number;
  private at = 0;
  private adler = 1;
  private started = false;

  /**
   * @param pack filters and compresses rows, in whatever thread
   * @param space of its colours, where that is not sRGB
   * @throws the system's error when the file cannot be made; one that is there is replaced
   */
  constructor(
    path: string,
    form: PictureForm,
    ppi: number,
    private readonly pack: (rows: Uint8Array) => Promise<PackedRows>,
    space: RgbSpace | null = null,
  ) {
    this.file = openSync(path, 'w');
    this.write(Uint8Array.from(pngSignature));
    this.chunk(
      'IHDR',
      Buffer.concat([words(form.width, form.height), Uint8Array.of(form.bits, colourType[form.channels], 0, 0, 0)]),
    );
    if (space) this.chunk('iCCP', namedProfile(space));
    else {
      this.chunk('sRGB', Uint8Array.of(0));
      this.chunk('gAMA', words(gamma));
      this.chunk('cHRM', words(...chromaticities));
    }
    const perMetre = Math.round(ppi / 0.0254);
    this.chunk('pHYs', Buffer.concat([words(perMetre, perMetre), Uint8Array.of(1)]));
  }

  async add(rows: Uint8Array): Promise<void> {
    const { deflated, adler, bytes } = await this.pack(rows);
    this.chunk('IDAT', this.started ? deflated : Buffer.concat([zlibHeader, deflated]));
    this.started = true;
    this.adler = joinedAdler32(this.adler, adler, bytes);
  }

  finish(): void {
    this.chunk('IDAT', Buffer.concat([lastBlock, words(this.adler)]));
    this.chunk('IEND', new Uint8Array(0));
    closeSync(this.file);
  }

  abandon(): void {
    closeSync(this.file);
  }

  private chunk(kind: string, content: Uint8Array): void {
    this.write(pngChunk(kind, content));
  }

  private write(bytes: Uint8Array): void {
    writeWhole(this.file, bytes, this.at);
    this.at += bytes.length;
  }
}

/** A profile as a PNG holds it: its name, how it is packed (0: deflate), and its bytes. */
const namedProfile = (space: RgbSpace): Buffer =>
  Buffer.concat([Buffer.from(`${space.name}\0\0`, 'latin1'), deflateSync(profileOf(space))]);

/** A chunk of a PNG with its length and checksum. */
export function pngChunk(kind: string, content: Uint8Array): Buffer {
  const named = Buffer.concat([Buffer.from(kind, 'latin1'), content]);
  return Buffer.concat([words(content.length), named, words(crc32(named))]);
}

/** Numbers of 32 bits, the highest byte first. */
export function words(...values: number[]): Buffer {
  const out = Buffer.alloc(values.length * 4);
  values.forEach((value, i) => out.writeUInt32BE(value, i * 4));
  return out;
}
