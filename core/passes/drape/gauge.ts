import type { MeasuredLettering, MeasureScene } from '../pass';
import { leftFree } from '../../pixels/leftFree';
import type { Raster } from '../../pixels/raster';
import { intersect, scaleRegion, outerPixels, grow, type Region } from '../../pixels/region';
import { sheetAt } from '../../graph/tiles';
import type { Node } from '../../graph/node';
import { mapSize } from '../../survey/measure';
import { lookAtPlace, type Place } from './place';
import { lightOn, shiftField, surfaceOf } from './field';
import { foldedShare } from './mesh';
import type { Drape } from './schema';
import { thinnestStroke } from './thinnest';

/** How far letters are moved, sheet px. */
export interface Moves {
  mean: number;
  largest: number;
  /** Part of the letters where the map is steeper than letters can follow without folding: there it was eased. */
  eased: number;
}

/** What line 6 measures of one lettering. */
export interface MeasuredDrape {
  lettering: string;
  place: Place;
  moves: Moves | null;
  /** How wide the thinnest strokes of the letters are as they lie there, sheet px. */
  thinnest: number;
  /** The part of the letters' box that a net folds over, fraction. */
  folded: number;
  /** The map over the whole sheet, small: row by row, 0 low, 1 high; null where letters are not displaced. */
  map: { width: number; height: number; values: number[] } | null;
}

export interface DrapeGauges {
  letterings: MeasuredDrape[];
}

/** Eased by less than this nobody sees, sheet px. */
const leastEased = 0.5;

/** The surface under each lettering, and how far its letters are moved. */
export async function measureDrape(
  letterings: readonly MeasuredLettering<Drape>[],
  scene: MeasureScene,
): Promise<DrapeGauges> {
  const found: MeasuredDrape[] = [];
  for (const one of letterings) {
    const measured = await measureOne(one, scene);
    if (measured) found.push(measured);
  }
  return { letterings: found };
}

async function measureOne(
  { id, part, painted, letters, over, surface: node }: MeasuredLettering<Drape>,
  scene: MeasureScene,
): Promise<MeasuredDrape | null> {
  const { sheet, scale, evaluator, mattes } = scene;
  const { bounds } = painted.cover.all;
  const whole = sheetAt(sheet, scale);
  const region = bounds && intersect(whole, grow(outerPixels(scaleRegion(bounds, scale)), 4));
  if (!region || region.width < 8 || region.height < 8) return null;
  const request = { region, scale };
  const surface = await evaluator.pixels(node, request);
  const cover = await evaluator.pixels(painted.cover.all, request);
  const veils = new Set(letters.letters.flatMap(({ start }) => over(start)));
  const before: Raster[] = [];
  for (const veil of veils) {
    const matte = mattes.get(veil);
    if (matte) before.push(await evaluator.pixels(matte, request));
  }
  const longer = Math.max(sheet.width, sheet.height);
  return {
    lettering: id,
    place: lookAtPlace(surface, unveiled(cover, before), scale, longer),
    moves: await movesOf(part, painted, node, cover, region, scene),
    thinnest: await thinnestOf(painted, whole, scene),
    folded: part.mesh?.shown ? foldedShare(letters) : 0,
    map: await smallMap(part, letters, node, scene),
  };
}

/** Strokes are measured in so many px. */
const strokePixels = 8e5;

/** How wide the thinnest strokes are that lie on the sheet, sheet px. */
async function thinnestOf(
  { cover: { all } }: MeasuredLettering<Drape>['painted'],
  whole: Region,
  { evaluator, scale }: MeasureScene,
): Promise<number> {
  const sheet = scaleRegion(whole, 1 / scale);
  const bounds = all.bounds && intersect(sheet, all.bounds);
  if (!bounds) return 0;
  const own = Math.min(1, Math.sqrt(strokePixels / (bounds.width * bounds.height)));
  const region = grow(outerPixels(scaleRegion(bounds, own)), 2);
  return thinnestStroke(await evaluator.pixels(all, { region, scale: own })) / own;
}

/** Px across. */
const smallWidth = 96;

async function smallMap(
  { displacement }: Drape,
  letters: MeasuredLettering<Drape>['letters'],
  surface: Node,
  { evaluator, materials, sheet, lamp }: MeasureScene,
): Promise<MeasuredDrape['map']> {
  if (!displacement) return null;
  const surroundings = { surface, materials, sheet, lamp };
  const { map, grid } = surfaceOf(displacement, lightOn(letters, surroundings), surroundings);
  const whole = await evaluator.pixels(map, grid);
  const size = mapSize(whole, smallWidth);
  const values = Array.from({ length: size.width * size.height }, (_, i) => {
    const x = Math.floor((((i % size.width) + 0.5) / size.width) * whole.width);
    const y = Math.floor(((Math.floor(i / size.width) + 0.5) / size.height) * whole.height);
    return Math.round(whole.data[y * whole.width + x] * 100) / 100;
  });
  return { ...size, values };
}

/** Where letters are seen: not under what stands before them. */
function unveiled(cover: Raster, mattes: readonly Raster[]): Raster {
  const free = leftFree(mattes, cover.data.length);
  return { ...cover, data: cover.data.map((value, i) => value * free[i]) };
}

async function movesOf(
  drape: Drape,
  painted: MeasuredLettering<Drape>['painted'],
  surface: Node,
  cover: Raster,
  region: Region,
  scene: MeasureScene,
): Promise<Moves | null> {
  const { evaluator, materials, sheet, lamp, scale } = scene;
  const field = shiftField(painted, drape, { surface, materials, sheet, lamp });
  if (!field) return null;
  const { data } = await evaluator.pixels(field.node, { region: field.region, scale: field.scale });
  let [count, sum, largest, eased] = [0, 0, 0, 0];
  for (let y = 0, i = 0; y < region.height; y++) {
    const row = Math.floor(((region.y + y + 0.5) / scale) * field.scale) - field.region.y;
    for (let x = 0; x < region.width; x++, i++) {
      if (cover.data[i] < 0.5) continue;
      const column = Math.floor(((region.x + x + 0.5) / scale) * field.scale) - field.region.x;
      if (row < 0 || column < 0 || row >= field.region.height || column >= field.region.width) continue;
      const at = (row * field.region.width + column) * 4;
      const far = Math.hypot(data[at], data[at + 1]);
      count++;
      sum += far;
      largest = Math.max(largest, far);
      if (data[at + 2] > leastEased) eased++;
    }
  }
  return count === 0 ? { mean: 0, largest: 0, eased: 0 } : { mean: sum / count, largest, eased: eased / count };
}
