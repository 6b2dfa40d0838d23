import { join } from 'node:path';
import { parentPort } from 'node:worker_threads';
import { bandToSolve } from '../../core/passes/veils/fine/needed';
import { solveFineEdge } from '../../core/passes/veils/fine/fineEdge';
import type { Mark } from '../../core/passes/veils/scribble/marks';
import { drawMarks } from '../../core/passes/veils/scribble/marks';
import { ScribbleCutter } from '../../core/passes/veils/scribble/scribbleCut';
import { borderOf, measureProfile } from '../../core/passes/veils/softness/profile';
import { StandOut } from '../../core/passes/veils/standout/standOut';
import { levelSize, readLevel, type Level, type Picture } from '../../core/pictures/pyramid';
import { crop } from '../../core/pixels/raster';
import type { Raster } from '../../core/pixels/raster';
import { storeSolved } from '../cutting/storeSolved';
import { openPyramid } from '../store/pyramidFile';
import type { ThingAnswer, ThingCut, ThingOrder } from './thingOrders';

/** Things are looked for and cut on the first level that has no more px than this; a piece's page solves them in full. */
const cutPixels = 1.6e6;
/** A band of less than this part of the border's px is not worth solving. */
const leastBand = 60;

interface Opened {
  dataFolder: string;
  picture: Picture;
  number: number;
  level: Level;
  cutter: ScribbleCutter;
  things: StandOut;
}

let opened: Opened | null = null;

async function open(order: Extract<ThingOrder, { kind: 'open' }>): Promise<ThingAnswer> {
  const { dataFolder, sha256, shape } = order;
  const picture = openPyramid(sha256, join(dataFolder, 'pyramids', `${sha256}.levels`), shape);
  let number = 0;
  while (number < picture.levels - 1 && (shape.width * shape.height) / 4 ** number > cutPixels) number++;
  const level = await readLevel(picture, number, { x: 0, y: 0, ...levelSize(picture.width, picture.height, number) });
  const cutter = new ScribbleCutter(level);
  const things = new StandOut(cutter);
  opened = { dataFolder, picture, number, level, cutter, things };
  const { width, height } = cutter.grid;
  const masks = things.masks().map((mask) => ({ width, height, bytes: mask.map((one) => one * 255) }));
  return { kind: 'things', masks };
}

async function cut(index: number, whole: boolean): Promise<ThingCut | null> {
  const { dataFolder, picture, number, level, cutter, things } = opened!;
  const own = things.strokes(index);
  if (own.length === 0) return null;
  const factor = 2 ** number;
  const marks: Mark[] = own.map(({ side, radius, points }) => ({
    side,
    radius: radius * factor,
    points: points.map(([x, y]) => [x * factor, y * factor] as const),
  }));
  const isCoarse = number > 0 && !whole;
  const on = isCoarse || number === 0 ? level : await wholeOf(picture);
  const using = on === level ? cutter : new ScribbleCutter(on);
  const matte = using.cut(on === level ? own : marks);
  if (!matte) return null;
  const [across, down] = [matte.width / picture.width, matte.height / picture.height];
  const raster: Raster = { width: matte.width, height: matte.height, channels: 1, data: Float32Array.from(matte.bytes, (one) => one / 255) };
  const unit = 1 / Math.min(across, down);
  const profile = isCoarse ? [] : await measureProfile(picture, borderOf(raster, unit), async (region) =>
    crop(raster, { x: 0, y: 0, width: raster.width, height: raster.height }, region),
  );
  return {
    marks,
    matte: storeSolved(dataFolder, matte),
    isCoarse,
    softness: profile,
    fine: fineOf(dataFolder, on, matte, on === level ? own : marks, isCoarse),
  };
}

const wholeOf = (picture: Picture): Promise<Level> =>
  readLevel(picture, 0, { x: 0, y: 0, width: picture.width, height: picture.height });

/** Hair, grass and blur on the border, solved; null where there is none. */
function fineOf(dataFolder: string, picture: Level, cut: Level, marks: readonly Mark[], quick: boolean): ThingCut['fine'] {
  const band = bandToSolve({ band: [], reach: 0, needed: true }, picture, cut.bytes);
  if (band.reduce((sum, one) => sum + one, 0) < leastBand) return null;
  const marked = drawMarks(marks, 1, { x: 0, y: 0, width: picture.width, height: picture.height });
  const solved = solveFineEdge(picture, cut.bytes, band, { quick, marked });
  return { matte: storeSolved(dataFolder, solved.matte), front: storeSolved(dataFolder, solved.front) };
}

async function answer(order: ThingOrder): Promise<ThingAnswer> {
  if (order.kind === 'open') return open(order);
  return { kind: 'cut', index: order.index, cut: await cut(order.index, order.whole) };
}

// One after the other: what is opened first is what is cut.
let last: Promise<unknown> = Promise.resolve();
parentPort!.on('message', (order: ThingOrder) => {
  last = last.then(() =>
    answer(order)
      .catch((error: unknown): ThingAnswer => ({
        kind: 'failed',
        message: error instanceof Error ? error.message : String(error),
      }))
      .then((reply) => parentPort!.postMessage(reply)),
  );
});
