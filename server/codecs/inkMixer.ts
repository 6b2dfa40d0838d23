import { readGrid, type PressTable } from '../../core/press/table';

/** The last colours of px are kept so far: neighbours are often alike. */
const keptColours = 1 << 16;

/** Turns px of a screen into inks of a press: cyan, magenta, yellow, black, 255 full. 8 bits. */
export class InkMixer {
  private readonly keys = new Int32Array(keptColours).fill(-1);
  private readonly kept = new Uint8Array(keptColours * 4);

  constructor(private readonly table: PressTable) {}

  /**
   * @param rows 3 channels; or 4, of which clear parts become white where `onWhite`, and are left out where not
   * @returns four inks for each px
   */
  mix(rows: Uint8Array, channels: 3 | 4, onWhite: boolean): Uint8Array {
    const count = rows.length / channels;
    const out = new Uint8Array(count * 4);
    for (let i = 0, at = 0; i < count; i++, at += channels) {
      const alpha = channels === 4 && onWhite ? rows[at + 3] : 255;
      const slot = this.slotOf(over(rows[at], alpha), over(rows[at + 1], alpha), over(rows[at + 2], alpha));
      for (let c = 0; c < 4; c++) out[i * 4 + c] = this.kept[slot * 4 + c];
    }
    return out;
  }

  /** Inks of one colour, 0..1. */
  inksOf([red, green, blue]: readonly [number, number, number]): number[] {
    const slot = this.slotOf(red, green, blue);
    return [0, 1, 2, 3].map((c) => this.kept[slot * 4 + c] / 255);
  }

  /** @returns where the inks of a colour are kept */
  private slotOf(red: number, green: number, blue: number): number {
    const key = (red << 16) | (green << 8) | blue;
    const slot = (Math.imul(key, 0x9e3779b1) >>> 16) & (keptColours - 1);
    if (this.keys[slot] === key) return slot;
    const inks = [0, 0, 0, 0];
    readGrid(this.table, this.table.inks, 4, [red / 255, green / 255, blue / 255], inks);
    this.keys[slot] = key;
    inks.forEach((ink, c) => (this.kept[slot * 4 + c] = Math.round(ink * 255)));
    return slot;
  }
}

const over = (value: number, alpha: number): number =>
  alpha === 255 ? value : Math.round((value * alpha + 255 * (255 - alpha)) / 255);
