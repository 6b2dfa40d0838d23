/** Looked up once: these loops are hot. */
const { ceil, floor, max, min } = Math;

/** Side of a tile, px. */
const side = 32;

/** A picture in square tiles, each with one value that speaks for it; and values between them. */
export class TileGrid {
  readonly columns: number;
  readonly rows: number;

  constructor(
    private readonly width: number,
    private readonly height: number,
  ) {
    this.columns = ceil(width / side);
    this.rows = ceil(height / side);
  }

  /**
   * A quantile of each tile, of every other px both ways.
   * @param isMeant leaves px out; a tile without any has NaN
   */
  quantiles(values: Float32Array, share: number, isMeant?: (i: number) => boolean): Float32Array {
    const out = new Float32Array(this.columns * this.rows).fill(NaN);
    const own = new Float32Array(side * side);
    for (let row = 0, k = 0; row < this.rows; row++)
      for (let column = 0; column < this.columns; column++, k++) {
        let count = 0;
        for (let y = row * side; y < min(this.height, (row + 1) * side); y += 2)
          for (let x = column * side; x < min(this.width, (column + 1) * side); x += 2) {
            const i = y * this.width + x;
            if (!isMeant || isMeant(i)) own[count++] = values[i];
          }
        if (count > 0) out[k] = own.subarray(0, count).sort()[min(count - 1, floor(count * share))];
      }
    return out;
  }

  /** A quantile of the tiles around each, to so many on each side; 0 where none of them has a value. */
  around(tiles: Float32Array, reach: number, share: number): Float32Array {
    const own = new Float32Array((2 * reach + 1) ** 2);
    return tiles.map((_, k) => {
      const [column, row] = [k % this.columns, floor(k / this.columns)];
      let count = 0;
      for (let v = max(0, row - reach); v <= min(this.rows - 1, row + reach); v++)
        for (let u = max(0, column - reach); u <= min(this.columns - 1, column + reach); u++) {
          const value = tiles[v * this.columns + u];
          if (!Number.isNaN(value)) own[count++] = value;
        }
      return count === 0 ? 0 : own.subarray(0, count).sort()[min(count - 1, floor(count * share))];
    });
  }

  /** The value at a px, evenly between the middles of tiles. */
  at(tiles: Float32Array, x: number, y: number): number {
    const across = min(this.columns - 1, max(0, (x + 0.5) / side - 0.5));
    const down = min(this.rows - 1, max(0, (y + 0.5) / side - 0.5));
    const [left, top] = [floor(across), floor(down)];
    const [ax, ay] = [across - left, down - top];
    const i = top * this.columns + left;
    const right = left < this.columns - 1 ? 1 : 0;
    const below = top < this.rows - 1 ? this.columns : 0;
    return (
      (tiles[i] * (1 - ax) + tiles[i + right] * ax) * (1 - ay) +
      (tiles[i + below] * (1 - ax) + tiles[i + below + right] * ax) * ay
    );
  }
}
