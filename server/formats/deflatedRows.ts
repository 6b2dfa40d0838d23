import type { PictureFile } from '../codecs/pictureFile';
import type { InkMixer } from '../codecs/inkMixer';
import { joinedAdler32, lastBlock, zlibHeader, type PackedRows } from '../codecs/packRows';

/** Rows as one zlib stream in memory, each with its PNG filter before it: what a PDF reads with predictor 15. */
export class DeflatedRows {
  private readonly stretches: Uint8Array[] = [zlibHeader];
  private adler = 1;

  constructor(private readonly pack: (rows: Uint8Array) => Promise<PackedRows>) {}

  async add(rows: Uint8Array): Promise<void> {
    const { deflated, adler, bytes } = await this.pack(rows);
    this.stretches.push(deflated);
    this.adler = joinedAdler32(this.adler, adler, bytes);
  }

  stream(): Buffer {
    const sum = Buffer.alloc(4);
    sum.writeUInt32BE(this.adler);
    return Buffer.concat([...this.stretches, lastBlock, sum]);
  }
}

/** A picture whose colours and whose alpha are kept apart, each as one stream. */
export class SplitPicture implements PictureFile {
  readonly colours: DeflatedRows;
  readonly alpha: DeflatedRows | null;

  /**
   * @param pack compresses rows of so many channels
   * @param mixer where its colours are inks
   */
  constructor(
    private readonly channels: 3 | 4,
    pack: (channels: 1 | 3 | 4) => (rows: Uint8Array) => Promise<PackedRows>,
    private readonly mixer: InkMixer | null,
  ) {
    this.colours = new DeflatedRows(pack(mixer ? 4 : 3));
    this.alpha = channels === 4 ? new DeflatedRows(pack(1)) : null;
  }

  async add(rows: Uint8Array): Promise<void> {
    const { alpha, channels, mixer } = this;
    const colours = mixer ? mixer.mix(rows, channels, false) : coloursOf(rows, channels);
    await Promise.all([this.colours.add(colours), alpha?.add(alphaOf(rows))]);
  }

  finish(): void {
    // All of it is in memory already.
  }

  abandon(): void {
    // Nothing was opened.
  }
}

function coloursOf(rows: Uint8Array, channels: 3 | 4): Uint8Array {
  if (channels === 3) return rows;
  const count = rows.length / 4;
  const out = shared(count * 3);
  for (let i = 0, from = 0, to = 0; i < count; i++, from += 4, to += 3) {
    out[to] = rows[from];
    out[to + 1] = rows[from + 1];
    out[to + 2] = rows[from + 2];
  }
  return out;
}

function alphaOf(rows: Uint8Array): Uint8Array {
  const out = shared(rows.length / 4);
  for (let i = 0; i < out.length; i++) out[i] = rows[i * 4 + 3];
  return out;
}

/** Rows that threads read without a copy. */
const shared = (bytes: number): Uint8Array => new Uint8Array(new SharedArrayBuffer(bytes));
