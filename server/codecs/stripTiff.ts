import { closeSync, openSync } from 'node:fs';
import { deflateSync } from 'node:zlib';
import { writeWhole } from '../store/writeWhole';
import type { PictureFile, PictureForm } from './pictureFile';

/** Tags of TIFF 6.0 that a plain RGB(A) picture in strips needs. */
const tag = {
  width: 256,
  height: 257,
  bits: 258,
  compression: 259,
  photometric: 262,
  stripOffsets: 273,
  samples: 277,
  rowsPerStrip: 278,
  stripBytes: 279,
  xResolution: 282,
  yResolution: 283,
  resolutionUnit: 296,
  extraSamples: 338,
  /** ICC.1:2022, B.4 */
  profile: 34675,
};

/** Kinds of values (TIFF 6.0, section 2), with their bytes. */
const kinds = {
  short: { code: 3, bytes: 2 },
  long: { code: 4, bytes: 4 },
  rational: { code: 5, bytes: 8 },
  any: { code: 7, bytes: 1 },
};
type Kind = keyof typeof kinds;

/** How a TIFF is printed, and how its px are stored. */
export interface TiffPrint {
  ppi: number;
  /** ICC profile of its colours. */
  profile: Uint8Array;
  /** Four channels are inks, not red, green, blue and alpha. */
  areInks?: boolean;
  /** Strips are deflated (RFC 1950; TIFF Technical Note 2 of 2002). */
  isDeflated?: boolean;
}

/**
 * Writes a picture to a TIFF strip by strip, so that the whole never stands in memory; the encoder of the final format
 * then reads it from there, where it is not that itself. 8 or 16 bits (little-endian), straight alpha.
 */
export class StripTiff implements PictureFile {
  private readonly file: number;
  private at = 8;
  private readonly strips: { offset: number; bytes: number }[] = [];

  /**
   * @param rowsPerStrip how many rows come at a time, but for the last ones
   */
  constructor(
    path: string,
    private readonly form: PictureForm,
    private readonly rowsPerStrip: number,
    private readonly print: TiffPrint,
  ) {
    this.file = openSync(path, 'w');
    const header = Buffer.alloc(8);
    header.write('II*\0', 'latin1');
    writeWhole(this.file, header, 0);
  }

  async add(rows: Uint8Array): Promise<void> {
    const strip = this.print.isDeflated ? deflateSync(rows, { level: 4 }) : rows;
    writeWhole(this.file, strip, this.at);
    this.strips.push({ offset: this.at, bytes: strip.length });
    this.at += strip.length;
  }

  finish(): void {
    const { width, height, channels, bits } = this.form;
    const directory = new Directory(this.at + (this.at % 2));
    const inches = [Math.round(this.print.ppi * 1000), 1000];
    directory.add(tag.width, 'long', [width]);
    directory.add(tag.height, 'long', [height]);
    directory.add(tag.bits, 'short', new Array<number>(channels).fill(bits));
    directory.add(tag.compression, 'short', [this.print.isDeflated ? 8 : 1]);
    directory.add(tag.photometric, 'short', [this.print.areInks ? 5 : 2]);
    directory.add(
      tag.stripOffsets,
      'long',
      this.strips.map(({ offset }) => offset),
    );
    directory.add(tag.samples, 'short', [channels]);
    directory.add(tag.rowsPerStrip, 'long', [this.rowsPerStrip]);
    directory.add(
      tag.stripBytes,
      'long',
      this.strips.map(({ bytes }) => bytes),
    );
    directory.add(tag.xResolution, 'rational', inches);
    directory.add(tag.yResolution, 'rational', inches);
    directory.add(tag.resolutionUnit, 'short', [2]);
    if (channels === 4 && !this.print.areInks) directory.add(tag.extraSamples, 'short', [2]);
    directory.add(tag.profile, 'any', [...this.print.profile]);
    writeWhole(this.file, directory.bytes(), directory.offset);
    const start = Buffer.alloc(4);
    start.writeUInt32LE(directory.offset);
    writeWhole(this.file, start, 4);
    closeSync(this.file);
  }

  abandon(): void {
    closeSync(this.file);
  }
}

/** One image file directory, values that do not fit in an entry behind it. */
class Directory {
  private readonly entries: { tag: number; kind: Kind; values: number[] }[] = [];

  constructor(readonly offset: number) {}

  /** @param values of a rational: numerator and denominator */
  add(tagNumber: number, kind: Kind, values: number[]): void {
    this.entries.push({ tag: tagNumber, kind, values });
  }

  bytes(): Buffer {
    const head = 2 + this.entries.length * 12 + 4;
    const size = ({ kind, values }: { kind: Kind; values: number[] }): number =>
      kind === 'rational' ? values.length * 4 : values.length * kinds[kind].bytes;
    // What stands behind begins at whole words.
    const room = (entry: { kind: Kind; values: number[] }): number => Math.ceil(size(entry) / 2) * 2;
    const out = Buffer.alloc(head + this.entries.reduce((sum, entry) => sum + (size(entry) > 4 ? room(entry) : 0), 0));
    out.writeUInt16LE(this.entries.length, 0);
    let behind = head;
    this.entries.forEach((entry, i) => {
      const at = 2 + i * 12;
      const { code, bytes } = kinds[entry.kind];
      out.writeUInt16LE(entry.tag, at);
      out.writeUInt16LE(code, at + 2);
      out.writeUInt32LE(size(entry) / bytes, at + 4);
      let to = at + 8;
      if (size(entry) > 4) {
        out.writeUInt32LE(this.offset + behind, to);
        to = behind;
        behind += room(entry);
      }
      for (const value of entry.values) to = out.writeUIntLE(value, to, Math.min(4, bytes));
    });
    return out;
  }
}
