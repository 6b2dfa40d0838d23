import { toOklab } from '../../kernels/colour';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { encode } from '../../pixels/transfer';

/** Looked up once: these loops are hot. */
const { hypot, max, min } = Math;

/** From this much of the veil on a px is all veil, and below this none. */
const [all, none] = [0.98, 0.02];
/** Fewer px of one side tell nothing of its colour. */
const fewest = 6;
/** Sides that differ by less than this, linear light, leave open how much of a px is whose. */
const plain = 0.03;
/** Grounds that the veil is thought to lie on, linear light. */
const grounds = [1, 0];

/**
 * How much of what lies behind shows as a rim around a veil, at one place of its border: what the photograph says of
 * the px there, between the colours of both sides near by, against what the matte says of them; seen on white and on
 * black. The means over all px of the border are compared, so that a texture is taken for no rim.
 * @param photo linear light, four channels, opaque; and @param matte 0..1, of the same place
 * @returns Oklab times 100; null where the sides are too much alike
 */
export function haloAt(photo: Raster, matte: Raster): number | null {
  const front = meanOf(photo, matte, (share) => share >= all);
  const behind = meanOf(photo, matte, (share) => share <= none);
  if (!front || !behind) return null;
  const apart = front.map((value, c) => value - behind[c]);
  const square = apart.reduce((sum, value) => sum + value * value, 0);
  if (square < plain * plain) return null;
  let [said, shown, count] = [0, 0, 0];
  for (let i = 0; i < matte.data.length; i++) {
    const share = matte.data[i];
    if ((share <= none || share >= all) && !isBeside(matte, i)) continue;
    let along = 0;
    for (let c = 0; c < 3; c++) along += (photo.data[i * 4 + c] - behind[c]) * apart[c];
    said += share;
    shown += along / square;
    count++;
  }
  return count > 0 ? differenceOn(front, clamp(said / count), clamp(shown / count)) : null;
}

const clamp = (share: number): number => min(1, max(0, share));

function meanOf(photo: Raster, matte: Raster, belongs: (share: number) => boolean): number[] | null {
  const sum = [0, 0, 0];
  let count = 0;
  for (let i = 0; i < matte.data.length; i++) {
    if (!belongs(matte.data[i])) continue;
    for (let c = 0; c < 3; c++) sum[c] += photo.data[i * 4 + c];
    count++;
  }
  return count >= fewest ? sum.map((value) => value / count) : null;
}

/** Whether the matte changes beside a px. */
function isBeside({ data, width }: Raster, i: number): boolean {
  const x = i % width;
  const own = data[i] >= 0.5;
  return (
    (x > 0 && data[i - 1] >= 0.5 !== own) ||
    (x < width - 1 && data[i + 1] >= 0.5 !== own) ||
    (i >= width && data[i - width] >= 0.5 !== own) ||
    (i + width < data.length && data[i + width] >= 0.5 !== own)
  );
}

/** How differently two shares of the front's colour look, on average over the grounds: Oklab times 100. */
function differenceOn(front: readonly number[], said: number, shown: number): number {
  const pixels = emptyRaster(2 * grounds.length, 1, 4);
  grounds.forEach((ground, k) =>
    [said, shown].forEach((share, side) => {
      const at = (2 * k + side) * 4;
      for (let c = 0; c < 3; c++) pixels.data[at + c] = encode(ground + (front[c] - ground) * share);
      pixels.data[at + 3] = 1;
    }),
  );
  const { data } = toOklab(pixels);
  const differences = grounds.map((_, k) => {
    const [at, other] = [k * 8, k * 8 + 4];
    return 100 * hypot(data[at] - data[other], data[at + 1] - data[other + 1], data[at + 2] - data[other + 2]);
  });
  return differences.reduce((sum, one) => sum + one, 0) / grounds.length;
}
