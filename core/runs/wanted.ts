import { findPatches } from '../passes/veils/scribble/patches';
import { findRegions } from '../passes/veils/standout/regions';
import { salienceOf } from '../passes/veils/standout/salience';
import { memoize } from '../graph/memoize';
import { detailOf, type DetailMap } from '../coats/liveliest';
import { halve, levelSize, readLevel, type Level, type Picture } from '../pictures/pyramid';
import { oklabPlanes } from '../pixels/oklabPlanes';

/** The longer side of the picture that it is looked for in, px at most. */
const seenSide = 128;
/** So many regions are told apart: enough for what a picture is of. */
const regionsTold = 60;
/** How much what goes on counts beside what stands out. */
const forDetail = 0.4;

/**
 * What of a picture a person would want to see: what stands out from its borders (Zhu, Liang, Wei and Sun 2014), and, less,
 * where most goes on. Of 0..1 for each px, as sums.
 */
export const wantedOf = memoize(findWanted);

async function findWanted(picture: Picture): Promise<DetailMap> {
  const detail = await detailOf(picture);
  const level = await smallLevel(picture);
  const { width, height } = level;
  // So small that nothing can stand out in it.
  if (Math.min(width, height) < 8) return detail;
  const patches = findPatches(oklabPlanes(level), width, height);
  const regions = findRegions(patches, regionsTold);
  const salience = salienceOf(regions, Math.max(width, height));
  const most = salience.reduce((a, b) => Math.max(a, b), 1e-9);
  const liveliest = detail.sums.at(-1)! / (detail.width * detail.height) || 1;
  const step = picture.width / width;
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let y = 0, i = 0; y < height; y++) {
    let row = 0;
    const detailRow = Math.min(detail.height - 1, Math.floor(((y + 0.5) * step) / detail.step));
    for (let x = 0; x < width; x++, i++) {
      const detailColumn = Math.min(detail.width - 1, Math.floor(((x + 0.5) * step) / detail.step));
      const goesOn = valueAt(detail, detailColumn, detailRow) / liveliest;
      row += salience[regions.of[patches.labels[i]]] / most + forDetail * Math.min(2, goesOn) * 0.5;
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1] + row;
    }
  }
  return { width, height, step, sums };
}

/** The picture as small as it is looked at, px. */
async function smallLevel(picture: Picture): Promise<Level> {
  const last = picture.levels - 1;
  const size = levelSize(picture.width, picture.height, last);
  let level: Level = await readLevel(picture, last, { x: 0, y: 0, ...size });
  while (Math.max(level.width, level.height) > seenSide) level = halve(level);
  return level;
}

/** The value of one px, from the sums. */
function valueAt({ width, sums }: DetailMap, x: number, y: number): number {
  const stride = width + 1;
  return sums[(y + 1) * stride + x + 1] - sums[y * stride + x + 1] - sums[(y + 1) * stride + x] + sums[y * stride + x];
}
