import { closeSync, openSync } from 'node:fs';
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
  extraSamples: 338,
};

/**
 * Writes a picture to an uncompressed TIFF strip by strip, so that the whole never stands in memory; the encoder of the
 * final format then reads it from there. 8 or 16 bits (little-endian), straight alpha.
 */
export class StripTiff implements PictureFile {
  private readonly file: number;
  private at = 8;
  private readonly strips: { offset: number; bytes: number }[] = [];

  /** @param rowsPerStrip how many rows come at a time, but for the last ones */
  constructor(
    path: string,
    private readonly form: PictureForm,
    private readonly rowsPerStrip: number,
  ) {
    this.file = openSync(path, 'wx');
    const header = Buffer.alloc(8);
    header.write('II*\0', 'latin1');
    writeWhole(this.file, header, 0);
  }

  async add(rows: Uint8Array): Promise<void> {
    writeWhole(this.file, rows, this.at);
    this.strips.push({ offset: this.at, bytes: rows.length });
    this.at += rows.length;
  }

  finish(): void {
    const { width, height, channels, bits } = this.form;
    const directory = new Directory(this.at + (this.at % 2));
    directory.add(tag.width, 4, [width]);
    directory.add(tag.height, 4, [height]);
    directory.add(tag.bits, 3, new Array<number>(channels).fill(bits));
    directory.add(tag.compression, 3, [1]);
    directory.add(tag.photometric, 3, [2]);
    directory.add(
      tag.stripOffsets,
      4,
      this.strips.map(({ offset }) => offset),
    );
    directory.add(tag.samples, 3, [channels]);
    directory.add(tag.rowsPerStrip, 4, [this.rowsPerStrip]);
    directory.add(
      tag.stripBytes,
      4,
      this.strips.map(({ bytes }) => bytes),
    );
    if (channels === 4) directory.add(tag.extraSamples, 3, [2]);
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
  private readonly entries: { tag: number; type: 3 | 4; values: number[] }[] = [];

  constructor(readonly offset: number) {}

  add(tagNumber: number, type: 3 | 4, values: number[]): void {
    this.entries.push({ tag: tagNumber, type, values });
  }

  bytes(): Buffer {
    const head = 2 + this.entries.length * 12 + 4;
    const size = (entry: { type: 3 | 4; values: number[] }): number => entry.values.length * (entry.type === 3 ? 2 : 4);
    const out = Buffer.alloc(head + this.entries.reduce((sum, entry) => sum + (size(entry) > 4 ? size(entry) : 0), 0));
    out.writeUInt16LE(this.entries.length, 0);
    let behind = head;
    this.entries.forEach((entry, i) => {
      const at = 2 + i * 12;
      out.writeUInt16LE(entry.tag, at);
      out.writeUInt16LE(entry.type, at + 2);
      out.writeUInt32LE(entry.values.length, at + 4);
      let to = at + 8;
      if (size(entry) > 4) {
        out.writeUInt32LE(this.offset + behind, to);
        to = behind;
        behind += size(entry);
      }
      for (const value of entry.values)
        to = entry.type === 3 ? out.writeUInt16LE(value, to) : out.writeUInt32LE(value, to);
    });
    return out;
  }
}
