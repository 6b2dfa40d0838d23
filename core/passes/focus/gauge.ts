import { sheetAt } from '../../graph/tiles';
import type { Node } from '../../graph/node';
import type { Raster } from '../../pixels/raster';
import { grow, intersect, outerPixels, scaleRegion, type Region } from '../../pixels/region';
import type { MeasuredLettering, MeasureScene } from '../pass';
import { noiseOf, type Noise } from './measure';
import { edgesOf, type EdgeProfile } from './profiles';
import type { LetterFocus } from './schema';

/** What line 8 measures of one lettering. */
export interface MeasuredFocus {
  lettering: string;
  /** Grain of the photograph near the letters, and of the letters; null where there is no calm place to tell. */
  around: Noise | null;
  inside: Noise | null;
  /** How edges of the photograph near the letters rise, and how the letters' own do; null where none tells. */
  photoEdges: EdgeProfile | null;
  letterEdges: EdgeProfile | null;
}

export interface FocusGauges {
  letterings: MeasuredFocus[];
}

/** Places that grain is measured in: as wide as this, sheet px; so many are looked at, and the calmest half is believed. */
const [side, looked] = [48, 6];
/** Of many letterings only the first are measured: each is looked at in full size. */
const mostLetterings = 12;

/** Grain of each lettering, and of the photograph around it. */
export async function measureFocus(
  letterings: readonly MeasuredLettering<LetterFocus>[],
  scene: MeasureScene,
): Promise<FocusGauges> {
  const found: MeasuredFocus[] = [];
  for (const one of letterings.slice(0, mostLetterings)) {
    const measured = await measureOne(one, scene);
    if (measured) found.push(measured);
  }
  return { letterings: found };
}

async function measureOne(
  { id, painted }: MeasuredLettering<LetterFocus>,
  scene: MeasureScene,
): Promise<MeasuredFocus | null> {
  const { evaluator, sheet, scale, behind } = scene;
  const { bounds } = painted.cover.all;
  const whole = sheetAt(sheet, scale);
  const near =
    bounds && intersect(whole, grow(outerPixels(scaleRegion(bounds, scale)), Math.round(1.5 * side * scale)));
  if (!near || near.width < 4 || near.height < 4) return null;
  const cover = await evaluator.pixels(painted.cover.all, { region: near, scale });
  // What the letters throw lies beside them, and is costly at full size.
  const laid = scene.unveiled({ ...painted, layers: painted.layers.filter(({ isCast }) => !isCast) });
  const photo = await evaluator.pixels(behind, { region: near, scale });
  const isApart = farFrom(cover);
  return {
    lettering: id,
    photoEdges: await edgesOf(behind, photo, near, scene, isApart),
    letterEdges: await edgesOf(painted.cover.all, cover, near, scene, () => true),
    around: await calmest(behind, placesOf(cover, near, scale, false), scene),
    inside: await calmest(laid, placesOf(cover, near, scale, true), scene),
  };
}

/** Whether a px has nothing of the letters beside it: what is seen through them is not the photograph around. */
function farFrom({ width, height, data }: Raster): (i: number) => boolean {
  const near = 3;
  return (i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    for (let j = Math.max(0, y - near); j <= Math.min(height - 1, y + near); j++)
      for (let k = Math.max(0, x - near); k <= Math.min(width - 1, x + near); k++)
        if (data[j * width + k] > 0.01) return false;
    return true;
  };
}

/** Squares of the sheet that lie wholly within the letters, or wholly outside of them; spread over all there are. */
function placesOf({ width, height, data }: Raster, near: Region, scale: number, within: boolean): Region[] {
  const size = Math.max(2, Math.round(side * scale));
  const found: Region[] = [];
  const step = Math.max(1, Math.round(size / 2));
  for (let y = 0; y + size <= height; y += step)
    for (let x = 0; x + size <= width; x += step) {
      let isWhole = true;
      for (let j = 0; j < size && isWhole; j++)
        for (let i = 0; i < size && isWhole; i++) {
          const value = data[(y + j) * width + x + i];
          isWhole = within ? value > 0.98 : value < 0.005;
        }
      if (isWhole)
        found.push({
          x: Math.round((near.x + x) / scale),
          y: Math.round((near.y + y) / scale),
          width: side,
          height: side,
        });
    }
  const every = Math.max(1, Math.ceil(found.length / looked));
  return found.filter((_, i) => i % every === 0);
}

/** The median of the calmest places: where there is least structure, it is grain that is left. */
async function calmest(node: Node, places: readonly Region[], { evaluator }: MeasureScene): Promise<Noise | null> {
  const all: Noise[] = [];
  for (const region of places) all.push(noiseOf(await evaluator.pixels(node, { region, scale: 1 })));
  const told = all.filter(({ tone }) => tone > 0.03 && tone < 0.97).sort((a, b) => a.coarse - b.coarse);
  const some = told.slice(0, Math.ceil(told.length / 2));
  if (some.length === 0) return null;
  const median = (values: number[]): number => values.sort((a, b) => a - b)[values.length >> 1];
  return {
    fine: median(some.map(({ fine }) => fine)),
    coarse: median(some.map(({ coarse }) => coarse)),
    tone: median(some.map(({ tone }) => tone)),
  };
}
