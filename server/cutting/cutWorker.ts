import { parentPort, workerData } from 'node:worker_threads';
import { marksOf } from '../../core/passes/veils/fine/band';
import { alignPictures, type Alignment } from '../../core/passes/veils/aligning/align';
import { bandToSolve } from '../../core/passes/veils/fine/needed';
import { solveFineEdge } from '../../core/passes/veils/fine/fineEdge';
import { StandOut } from '../../core/passes/veils/standout/standOut';
import { ScribbleCutter } from '../../core/passes/veils/scribble/scribbleCut';
import { borderOf, measureProfile } from '../../core/passes/veils/softness/profile';
import { clearSpecks } from '../../core/passes/veils/specks';
import { keyByTone } from '../../core/passes/veils/tone/toneKey';
import { levelLines } from '../../core/passes/veils/border/levelLine';
import { roughness } from '../../core/passes/veils/border/roughness';
import { matteNode } from '../../core/passes/veils/render';
import type { Veil } from '../../core/passes/veils/schema';
import { alongBorder, compareEdge, type EdgePlace } from '../../core/passes/veils/softness/compareEdge';
import { memoize } from '../../core/graph/memoize';
import { Evaluator, Outdated } from '../../core/graph/evaluate';
import { levelSize, readLevel, type Picture } from '../../core/pictures/pyramid';
import { samplePicture } from '../../core/pictures/resample';
import { toLight } from '../../core/kernels/colour';
import { haloAt } from '../../core/passes/veils/halo';
import type { Raster } from '../../core/pixels/raster';
import { intersect, type Region } from '../../core/pixels/region';
import { followedBy, moved } from '../../core/shape/affine';
import { turnSlot, type CutAnswer, type CutOrder, type CutPlace } from './orders';
import { decodePicture } from '../codecs/decodePicture';
import { Problem } from '../problem';
import { pictureDifference } from './pictureDifference';
import { storeSolved } from './storeSolved';
import { cutBytes, cutsAt, cutsIn, openPlate, wholePicture } from './wholeCut';

/**
 * px of the grid on which the border is looked for, and of the picture that a first look at the edge is solved on, at
 * most.
 */
const borderPixels = 2.2e6;
const firstLookPixels = 1.2e6;

/** The newest stroke of each piece. */
const newestTurns = new Int32Array((workerData as { newestTurns: SharedArrayBuffer }).newestTurns);

/** What was worked out for the plate that was last cut: the next stroke will be on the same. */
let prepared: { plate: string; cutter: Promise<ScribbleCutter> } | null = null;

function cutterOf(place: CutPlace): Promise<ScribbleCutter> {
  if (prepared?.plate === place.plate) return prepared.cutter;
  const cutter = openPlate(place).then(async ({ picture }) =>
    new ScribbleCutter(await wholePicture(picture)).prepare(),
  );
  prepared = { plate: place.plate, cutter };
  cutter.catch(() => (prepared = null));
  return cutter;
}

/** What stands out in a plate: worked out once for what was worked out of it. */
const standOutOf = memoize((cutter: ScribbleCutter) => new StandOut(cutter));

const scaleFor = ({ width, height }: { width: number; height: number }, pixels: number): number =>
  Math.min(1, Math.sqrt(pixels / (width * height)));

async function answer(order: CutOrder): Promise<CutAnswer> {
  if (order.kind === 'prepare') {
    await cutterOf(order);
    return { kind: 'prepared' };
  }
  if (order.kind === 'stand-out') return { kind: 'things', things: standOutOf(await cutterOf(order)).things() };
  if (order.kind === 'strokes')
    return { kind: 'strokes', marks: standOutOf(await cutterOf(order)).strokes(order.thing) };
  if (order.kind === 'scribble') {
    const matte = (await cutterOf(order)).cut(order.marks, order.box, {
      quick: order.quick,
      specks: order.specks,
      isOutdated: () => Atomics.load(newestTurns, turnSlot(order.about)) !== order.turn,
    });
    return matte ? { kind: 'matte', matte: storeSolved(order.dataFolder, matte) } : { kind: 'nothing' };
  }
  if (order.kind === 'tone') {
    const { picture } = await openPlate(order);
    const keyed = keyByTone(await wholePicture(picture), order.rule, order.connected);
    clearSpecks(keyed.bytes, keyed.width, keyed.height, order.specks);
    return { kind: 'matte', matte: storeSolved(order.dataFolder, keyed) };
  }
  if (order.kind === 'own-matte') {
    const { picture } = await openPlate(order);
    if (picture.channels !== 4) return { kind: 'nothing' };
    const { width, height, bytes } = await wholePicture(picture);
    return {
      kind: 'matte',
      matte: storeSolved(order.dataFolder, {
        width,
        height,
        channels: 1,
        bytes: Uint8Array.from({ length: width * height }, (_, i) => bytes[i * 4 + 3]),
      }),
    };
  }
  if (order.kind === 'picture') return takeMatte(order);
  if (order.kind === 'compare')
    return {
      kind: 'compared',
      difference: await pictureDifference(
        (await openPlate(order)).picture,
        (await openPlate({ ...order, plate: order.other })).picture,
      ),
    };
  if (order.kind === 'align') return { kind: 'aligned', alignment: await alignmentOf(order, order.other) };
  const opened = await openPlate(order, order.mattes);
  if (order.kind === 'edge') return { kind: 'compared-edge', ...(await edgeOf(opened, order.veil)) };
  if (order.kind === 'softness') {
    const scale = scaleFor(opened.picture, borderPixels);
    const border = borderOf(await cutsAt(opened, order, scale), 1 / scale);
    return {
      kind: 'softness',
      profile: await measureProfile(opened.picture, border, (region) => cutsIn(opened, order, region)),
    };
  }
  const level = Math.max(0, Math.ceil(Math.log2(1 / scaleFor(opened.picture, firstLookPixels)) - 0.2));
  const size = levelSize(opened.picture.width, opened.picture.height, level);
  const picture = await readLevel(opened.picture, level, { x: 0, y: 0, ...size });
  const factor = 2 ** level;
  const cut = (await cutBytes(opened, order, size.width / opened.picture.width)).subarray(0, size.width * size.height);
  const band = order.fine.band.map(({ radius, points }) => ({
    radius: radius / factor,
    points: points.map(([x, y]): [number, number] => [x / factor, y / factor]),
  }));
  const reach = order.fine.reach > 0 ? Math.max(1.5, order.fine.reach / factor) : 0;
  const solved = solveFineEdge(picture, cut, bandToSolve({ band, reach, needed: order.fine.needed }, picture, cut), {
    quick: true,
    marked: marksOf(order.cuts, factor, { x: 0, y: 0, ...size }),
  });
  return {
    kind: 'edge',
    matte: storeSolved(order.dataFolder, solved.matte),
    front: storeSolved(order.dataFolder, solved.front),
  };
}

/** px of the pictures that are aligned, at most. */
const alignedPixels = 1.6e6;

/** How the plate lies on another picture, px of both in full. */
async function alignmentOf(place: CutPlace, other: string): Promise<Alignment | null> {
  const [from, to] = await Promise.all(
    [place.plate, other].map(async (plate) => {
      const { picture } = await openPlate({ ...place, plate });
      const number = Math.max(0, Math.ceil(Math.log2(1 / scaleFor(picture, alignedPixels))));
      const size = levelSize(picture.width, picture.height, number);
      const level = await readLevel(picture, number, { x: 0, y: 0, ...size });
      return { level, factor: picture.width / size.width };
    }),
  );
  const found = alignPictures(from.level, to.level);
  if (!found) return null;
  const whole = followedBy(moved(0, 0, 1 / from.factor), followedBy(found.place, moved(0, 0, to.factor)));
  return { ...found, place: whole, off: found.off * to.factor };
}

/** Places along the border at which the photo's edge is measured against the matte's, at most. */
const comparedPlaces = 160;

async function edgeOf(
  { picture, matte }: Awaited<ReturnType<typeof openPlate>>,
  veil: Veil,
): Promise<{ places: EdgePlace[]; roughness: number | null; halo: number | null }> {
  const materials = {
    picture: (key: string) => (key === 'plate' ? picture : matte(key)),
    face: () => {
      throw new Error('A matte needs no face.');
    },
  };
  const node = matteNode({ ...veil, graft: null }, { scale: 1, x: 0, y: 0, asset: 'plate' }, materials);
  const evaluator = new Evaluator(6e7);
  const scale = scaleFor(picture, borderPixels);
  const whole = await evaluator.pixels(node, {
    region: { x: 0, y: 0, width: Math.ceil(picture.width * scale), height: Math.ceil(picture.height * scale) },
    scale,
  });
  const border = borderOf(whole, 1 / scale);
  const step = Math.max(1, Math.ceil(border.length / comparedPlaces));
  const places = await compareEdge(
    picture,
    async (region) => evaluator.pixels(node, { region, scale: 1 }),
    border.filter((_, i) => i % step === 0),
  );
  const bytes = Uint8Array.from(whole.data, (value) => Math.round(value * 255));
  const rough = roughness(levelLines(bytes, whole.width, whole.height), whole.width, whole.height);
  const halo = await haloOf(picture, async (region) => evaluator.pixels(node, { region, scale: 1 }), places);
  return { places: alongBorder(places), roughness: rough === null ? null : rough / scale, halo };
}

/** Half the square around a place in which a rim is looked for: px beside the soft part of its edge. */
const haloReach = 9;

/** The rim that the border has, the median of its places; null where it can be told nowhere. */
async function haloOf(
  picture: Picture,
  matteIn: (region: Region) => Promise<Raster>,
  places: readonly EdgePlace[],
): Promise<number | null> {
  const found: number[] = [];
  for (const { place, matte } of places) {
    const half = Math.ceil(haloReach + 2 * matte);
    const region = {
      x: Math.floor(place[0]) - half,
      y: Math.floor(place[1]) - half,
      width: 2 * half,
      height: 2 * half,
    };
    const inside = intersect(region, { x: 0, y: 0, width: picture.width, height: picture.height });
    if (!inside) continue;
    const photo = toLight(await samplePicture(picture, { scale: 1, x: 0, y: 0 }, inside));
    const halo = haloAt(photo, await matteIn(inside));
    if (halo !== null) found.push(halo);
  }
  // The middle one: a texture on either side makes some places look worse than they are.
  return found.length > 0 ? found.sort((a, b) => a - b)[found.length >> 1] : null;
}

/** How much the shape of a matte may differ from the plate's, as a fraction. */
const shapeTolerance = 0.01;

/** A matte from a file: it must have the plate's shape, whatever its size. */
async function takeMatte(order: CutPlace & { file: string }): Promise<CutAnswer> {
  const { width, height } = order.shapes[order.plate];
  try {
    const matte = await decodePicture(order.file, 'matte');
    const isShaped = Math.abs(matte.width / matte.height / (width / height) - 1) <= shapeTolerance;
    if (!isShaped)
      return {
        kind: 'refused',
        message: `This picture has ${matte.width} × ${matte.height} px, another shape than the photograph with its ${width} × ${height}; so it cannot be its matte.`,
      };
    return { kind: 'matte', matte: storeSolved(order.dataFolder, matte) };
  } catch (error) {
    if (error instanceof Problem) return { kind: 'refused', message: error.message };
    throw error;
  }
}

parentPort!.on('message', (order: CutOrder) => {
  void answer(order)
    .catch((error: unknown): CutAnswer =>
      error instanceof Outdated
        ? { kind: 'outdated' }
        : { kind: 'failed', message: error instanceof Error ? error.message : String(error) },
    )
    .then((reply) => parentPort!.postMessage(reply));
});
