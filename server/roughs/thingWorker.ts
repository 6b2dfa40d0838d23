import { join } from 'node:path';
import { parentPort } from 'node:worker_threads';
import { bandToSolve } from '../../core/passes/veils/fine/needed';
import { solveFineEdge } from '../../core/passes/veils/fine/fineEdge';
import { drawMarks, type Mark } from '../../core/passes/veils/scribble/marks';
import { ScribbleCutter } from '../../core/passes/veils/scribble/scribbleCut';
import { borderOf, measureProfile } from '../../core/passes/veils/softness/profile';
import { StandOut } from '../../core/passes/veils/standout/standOut';
import { levelSize, readLevel, type Level, type Picture } from '../../core/pictures/pyramid';
import { crop, emptyRaster, put, type Raster } from '../../core/pixels/raster';
import { intersect } from '../../core/pixels/region';
import { storeSolved } from '../cutting/storeSolved';
import { openPyramid } from '../store/pyramidFile';
import type { ThingAnswer, ThingCut, ThingEdge, ThingOrder } from './thingOrders';

/** Things are looked for and cut on the first level that has no more px than this; a piece's page solves them in full. */
const cutPixels = 1.6e6;
/** A band of fewer px is not worth solving. */
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

/** What was cut, for its edge. */
const cuts = new Map<string, { picture: Level; matte: Level; marks: readonly Mark[] }>();

async function cut(index: number, whole: boolean): Promise<ThingCut | null> {
  const { dataFolder, picture, number, level, cutter, things } = opened!;
  const own = things.hatching(index);
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
  const drawn = on === level ? own : marks;
  const matte = using.cut(drawn, null, { together: true });
  if (!matte) return null;
  cuts.set(`${index} ${whole}`, { picture: on, matte, marks: drawn });
  return {
    marks,
    matte: storeSolved(dataFolder, matte),
    isCoarse,
    softness: isCoarse ? [] : await softnessOf(picture, matte),
  };
}

function softnessOf(picture: Picture, { width, height, bytes }: Level): Promise<ThingCut['softness']> {
  const raster: Raster = { width, height, channels: 1, data: Float32Array.from(bytes, (one) => one / 255) };
  const whole = { x: 0, y: 0, width, height };
  return measureProfile(picture, borderOf(raster, 1), async (region) => {
    const out = emptyRaster(region.width, region.height, 1);
    const inside = intersect(region, whole);
    if (inside) put(out, region, crop(raster, whole, inside), inside);
    return out;
  });
}

const wholeOf = (picture: Picture): Promise<Level> =>
  readLevel(picture, 0, { x: 0, y: 0, width: picture.width, height: picture.height });

/** Hair, grass and blur on the border, solved; null where there is none. */
function edgeOf(index: number, whole: boolean): ThingEdge | null {
  const { dataFolder, number } = opened!;
  const made = cuts.get(`${index} ${whole}`);
  if (!made) return null;
  const { picture, matte, marks } = made;
  const band = bandToSolve({ band: [], reach: 0, needed: true }, picture, matte.bytes);
  if (band.reduce((sum, one) => sum + one, 0) < leastBand) return null;
  const marked = drawMarks(marks, 1, { x: 0, y: 0, width: picture.width, height: picture.height });
  const solved = solveFineEdge(picture, matte.bytes, band, { quick: number > 0 && !whole, marked });
  return { matte: storeSolved(dataFolder, solved.matte), front: storeSolved(dataFolder, solved.front) };
}

async function answer(order: ThingOrder): Promise<ThingAnswer> {
  if (order.kind === 'open') return open(order);
  if (order.kind === 'edge') return { kind: 'edge', edge: edgeOf(order.index, order.whole) };
  return { kind: 'cut', cut: await cut(order.index, order.whole) };
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
