import type { Node, Request } from '../../graph/node';
import { sheetAt } from '../../graph/tiles';
import { toOklab } from '../../kernels/colour';
import { lumaAt } from '../../pixels/luma';
import { boxWhere } from '../../pixels/boxWhere';
import type { Raster } from '../../pixels/raster';
import { grow, intersect, outerPixels, type Region } from '../../pixels/region';
import type { MeasuredLettering, MeasureScene } from '../pass';
import type { Grade } from './schema';
import type { Statistics } from './tone/schema';

/** Columns of a histogram. */
export const columns = 64;

/** How often each encoded value is there: the share of the opaque px in each column, and at either end of the range. */
export interface Histogram {
  red: number[];
  green: number[];
  blue: number[];
  /** Share of px with a channel at 0, and with one at 255. */
  clippedDark: number;
  clippedLight: number;
}

/** Encoded red, green and blue, 0..1. */
type Colour = [number, number, number];

/** The picture's tones where a thing is and around it. */
export interface MeasuredTones {
  id: string;
  own: Statistics | null;
  around: Statistics | null;
  /** The darkest and the lightest of the photographs around it. */
  darks: Colour | null;
  lights: Colour | null;
}

/** What gauges of line 9 show, and what a match is made from. */
export interface MeasuredGrades {
  before: Histogram | null;
  after: Histogram | null;
  letterings: MeasuredTones[];
  veils: MeasuredTones[];
  plates: MeasuredTones[];
}

/** Part of the px around a thing that count as its darks and as its lights. */
export const ends = 0.01;
/** How far around a thing the photographs count, as a part of its longer side. */
const neighbourhood = 0.5;

/** Longer side of the picture that tones are read from, px: they are shares of all, and need few. */
const tonesSide = 360;

/**
 * Reads the picture in the small, as it is and without this line; and of letters, veils and photographs those that a
 * grade is about.
 */
export async function measureGrades(
  grades: readonly Grade[],
  letterings: readonly MeasuredLettering<unknown>[],
  scene: MeasureScene,
): Promise<MeasuredGrades> {
  const { evaluator, sheet } = scene;
  const scale = Math.min(scene.scale, tonesSide / Math.max(sheet.width, sheet.height));
  const wanted = wantedBy(grades);
  const whole: Request = { region: sheetAt(sheet, scale), scale };
  const read = async (node: Node): Promise<Raster> => evaluator.pixels(node, whole);
  const photo = wanted.size === 0 ? null : await read(scene.photo);
  const tonesOf = async (id: string, own: Node, colours: Node): Promise<MeasuredTones> => {
    const cover = await read(own);
    return tonesAt(id, cover, colours === scene.photo ? photo! : await read(colours), photo!, whole.region);
  };
  const of = <Thing>(things: ReadonlyMap<string, Thing>): [string, Thing][] =>
    [...things].filter(([id]) => wanted.has(id));
  return {
    before: histogramOf(await read(scene.ungraded())),
    after: histogramOf(await read(scene.picture)),
    letterings: await inTurn(
      letterings.filter(({ id }) => wanted.has(id)),
      ({ id, ungraded: { cover, layers } }) =>
        tonesOf(id, cover.all, scene.unveiled({ cover, layers: layers.filter(({ isCast }) => !isCast) })),
    ),
    veils: await inTurn(of(scene.veils), ([id, { matte, front }]) => tonesOf(id, matte, front)),
    plates: await inTurn(of(scene.seenPhotographs), ([id, seen]) => tonesOf(id, seen, scene.photo)),
  };
}

/** What grades reach of which the tones are to be known: ids. */
const wantedBy = (grades: readonly Grade[]): Set<string> =>
  new Set(
    grades.flatMap(({ reach: { area, lettering, on } }) => {
      if (area === 'letters') return lettering ?? [];
      if (area !== 'photograph' || on.kind === 'all') return [];
      return on.kind === 'plate' ? on.plate : on.veil;
    }),
  );

async function inTurn<Item, Made>(items: readonly Item[], make: (item: Item) => Promise<Made>): Promise<Made[]> {
  const made: Made[] = [];
  for (const item of items) made.push(await make(item));
  return made;
}

/** @returns null where nothing is opaque */
export function histogramOf({ data }: Raster): Histogram | null {
  const counts = [0, 1, 2].map(() => new Array<number>(columns).fill(0));
  let [all, dark, light] = [0, 0, 0];
  for (let at = 0; at < data.length; at += 4) {
    const alpha = data[at + 3];
    if (alpha < 0.5) continue;
    all++;
    let [least, most] = [1, 0];
    for (let c = 0; c < 3; c++) {
      const value = Math.min(1, Math.max(0, data[at + c] / alpha));
      counts[c][Math.min(columns - 1, Math.floor(value * columns))]++;
      least = Math.min(least, value);
      most = Math.max(most, value);
    }
    dark += Number(least < 0.5 / 255);
    light += Number(most > 254.5 / 255);
  }
  if (all === 0) return null;
  const [red, green, blue] = counts.map((list) => list.map((count) => count / all));
  return { red, green, blue, clippedDark: dark / all, clippedLight: light / all };
}

/** @param cover one channel; @param colours of the thing; @param photo the photographs; all at one place */
export function tonesAt(id: string, cover: Raster, colours: Raster, photo: Raster, region: Region): MeasuredTones {
  const own = statisticsOf(toOklab(colours), (i) => cover.data[i]);
  const near = nearOf(cover, region);
  const isNear = (i: number): boolean =>
    near !== null &&
    cover.data[i] < 0.05 &&
    isWithin(near, region.x + (i % region.width), region.y + Math.floor(i / region.width));
  const around = statisticsOf(toOklab(photo), (i) => Number(isNear(i)));
  const [darks, lights] = endsOf(photo, isNear);
  return { id, own, around, darks, lights };
}

const isWithin = (box: Region, x: number, y: number): boolean =>
  x >= box.x && y >= box.y && x < box.x + box.width && y < box.y + box.height;

/** Where a thing is, and what lies around it. */
function nearOf({ data }: Raster, region: Region): Region | null {
  const box = boxWhere(region, (i) => data[i] >= 0.5);
  return box && nearBox(box, region);
}

/** What lies near enough to a box to count for it, whole px within a region. */
export const nearBox = (box: Region, region: Region): Region | null =>
  intersect(outerPixels(grow(box, neighbourhood * Math.max(box.width, box.height))), region);

/** Means and standard deviations of Oklab. @returns null where nothing counts */
export function statisticsOf({ data }: Raster, weightOf: (i: number) => number): Statistics | null {
  const [sums, squares] = [
    [0, 0, 0],
    [0, 0, 0],
  ];
  let weights = 0;
  for (let i = 0, at = 0; at < data.length; i++, at += 4) {
    const weight = weightOf(i) * data[at + 3];
    if (!(weight > 0)) continue;
    weights += weight;
    for (let c = 0; c < 3; c++) {
      sums[c] += weight * data[at + c];
      squares[c] += weight * data[at + c] ** 2;
    }
  }
  if (weights < 4) return null;
  const mean = sums.map((sum) => sum / weights);
  const spread = squares.map((sum, c) => Math.sqrt(Math.max(0, sum / weights - mean[c] ** 2)));
  return { mean: mean as Statistics['mean'], spread: spread as Statistics['spread'] };
}

/** The mean colours of the darkest and of the lightest px. */
function endsOf({ data }: Raster, counts: (i: number) => boolean): [Colour | null, Colour | null] {
  const found: { at: number; luma: number }[] = [];
  for (let i = 0, at = 0; at < data.length; i++, at += 4)
    if (data[at + 3] > 0.99 && counts(i)) found.push({ at, luma: lumaAt(data, at) });
  if (found.length === 0) return [null, null];
  found.sort((a, b) => a.luma - b.luma);
  const count = Math.max(1, Math.round(found.length * ends));
  const meanOf = (some: typeof found): Colour =>
    [0, 1, 2].map((c) => some.reduce((sum, { at }) => sum + data[at + c], 0) / some.length) as Colour;
  return [meanOf(found.slice(0, count)), meanOf(found.slice(-count))];
}
