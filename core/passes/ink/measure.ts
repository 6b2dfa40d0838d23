import { cutFill } from '../../coats/fill';
import { cutKeepPoints, laidPictures, picturePpi } from '../../coats/laidPictures';
import type { PictureCoat } from '../../coats/schema';
import { coverOf, placedLetters } from '../../graph/cover';
import { combined } from '../../graph/filter';
import { nowhere, type Node } from '../../graph/node';
import { sheetAt } from '../../graph/tiles';
import { copyOf, type Raster } from '../../pixels/raster';
import { grow, intersect, outerPixels, scaleRegion } from '../../pixels/region';
import type { MeasuredLettering, MeasureScene, Painted } from '../pass';
import { edgeContrast } from './contrast';
import { seenCoats } from './ghost';
import { inkNode } from './inkNode';
import type { Ink } from './schema';

/** How a picture coat fills its letters. */
export interface MeasuredPicture {
  lettering: string;
  /** Place of the coat among those that are seen. */
  coat: number;
  /** Part of the letters' area that it leaves clear, fraction; and where most of that lies, sheet px. */
  uncovered: number;
  gap: [number, number] | null;
  /** Fewest real pixels per inch of paper. */
  ppi: number | null;
  /** Keep points that are seen in no letter, by their place in the coat's list; and how many there are. */
  cut: number[];
  kept: number;
}

/** How far a lettering stands off what lies beside its edge, L*; null where it has no edge. */
export interface MeasuredContrast {
  lettering: string;
  difference: number | null;
}

/** What the gauges of the ink show. */
export interface InkGauges {
  contrast: MeasuredContrast[];
  /** Of each picture coat in letters. */
  pictures: MeasuredPicture[];
}

/** Px that a lettering's contrast is measured on after every change. */
export const whileWorking = 6e5;

export async function measureInkGauges(
  letterings: readonly MeasuredLettering<Ink>[],
  scene: MeasureScene,
): Promise<InkGauges> {
  const pictures: MeasuredPicture[] = [];
  for (const lettering of letterings) pictures.push(...(await measurePictures(lettering, scene)));
  return { contrast: await measureContrast(letterings, scene, whileWorking), pictures };
}

/** What an eye can tell apart on paper in the hand, px per inch. */
const seenPpi = 300;

/** How far around letters their ground is looked at, sheet px at that fineness. */
const around = 6;

/**
 * The weakest tenth of each lettering's contour against what lies beside it, as it is seen: on its panel, with its
 * outlines and grades; veils are left out. Letters with outlines stand off by their own contour or by that of the
 * outlines, whichever is the stronger. Measured in the size in which it is printed.
 * @param most px that one lettering is measured on; larger ones are measured smaller
 */
export async function measureContrast(
  letterings: readonly Pick<MeasuredLettering<Ink>, 'id' | 'painted' | 'part'>[],
  { sheet, evaluator, unveiled }: Pick<MeasureScene, 'sheet' | 'evaluator' | 'unveiled'>,
  most: number,
): Promise<MeasuredContrast[]> {
  const printed = Math.min(1, seenPpi / sheet.ppi);
  const found: MeasuredContrast[] = [];
  for (const { id, painted, part } of letterings) {
    const isOpening = part.panel?.knockout != null;
    const outline = isOpening ? null : silhouette(painted);
    const wanted = intersect(
      sheetAt(sheet, 1),
      grow((outline ?? painted.cover.all).bounds ?? nowhere, around / printed),
    );
    if (!wanted || wanted.width * wanted.height === 0) {
      found.push({ lettering: id, difference: null });
      continue;
    }
    const scale = Math.min(printed, Math.sqrt(most / (wanted.width * wanted.height)));
    const region = intersect(outerPixels(scaleRegion(wanted, scale)), sheetAt(sheet, scale))!;
    const request = { region, scale };
    const seen = await evaluator.pixels(unveiled(painted), request);
    const differences: number[] = [];
    for (const contour of [painted.cover.all, ...(outline ? [outline] : [])]) {
      const difference = edgeContrast(cutFill(seen, await evaluator.pixels(contour, request)), seen, null);
      if (difference !== null) differences.push(difference);
    }
    found.push({ lettering: id, difference: differences.length > 0 ? Math.max(...differences) : null });
  }
  return found;
}

/** Letters with what is laid around them, such as outlines: one channel; null where there is nothing around them. */
export function silhouette({ layers, cover }: Painted): Node | null {
  const edged = layers.flatMap(({ place, parts }) => (place === 'with' && parts ? [parts.outside] : []));
  if (edged.length === 0) return null;
  const nodes = Object.fromEntries(edged.map((node, i) => [`around ${i}`, node]));
  return combined('silhouette', { cover: cover.all, ...nodes }, { channels: 1 }, (inputs) => {
    const out = copyOf(inputs.cover);
    for (let i = 0, at = 3; i < out.data.length; i++, at += 4)
      for (const name of Object.keys(nodes)) out.data[i] += inputs[name].data[at] * (1 - out.data[i]);
    return out;
  });
}

/** Measures each picture coat of a lettering: what it leaves clear, what it cuts off, and how fine it is on paper. */
async function measurePictures(lettering: MeasuredLettering<Ink>, scene: MeasureScene): Promise<MeasuredPicture[]> {
  const { id, part, letters } = lettering;
  const { sheet, materials } = scene;
  const found: MeasuredPicture[] = [];
  for (const [index, coat] of seenCoats(part).entries()) {
    if (coat.kind !== 'picture' || !letters.ink) continue;
    const laid = laidPictures(coat, letters, sheet, (asset) => materials.picture(asset));
    // Letters with a colour of their own show no coats.
    const reached = [...new Set(laid.map(({ letter }) => letter))].filter(({ colour }) => colour === null);
    found.push({
      lettering: id,
      coat: index,
      ...(await measureGaps(coat, { ...letters, drawn: reached }, scene)),
      ppi: picturePpi(laid, sheet.ppi),
      cut: cutKeepPoints(coat, laid, letters, (asset) => materials.picture(asset)),
      kept: coat.keep.length,
    });
  }
  return found;
}

/** What a picture coat leaves clear of the letters that it is painted in. */
async function measureGaps(
  coat: PictureCoat,
  letters: MeasuredLettering<Ink>['letters'],
  { materials, sheet, photo, behind, bareSheet, scale, evaluator }: MeasureScene,
): Promise<Pick<MeasuredPicture, 'uncovered' | 'gap'>> {
  const coats = [{ ...coat, opacity: 1, mode: 'normal' as const }];
  const alone = inkNode(letters, { coats }, { materials, photo, below: behind, bareSheet, sheet });
  const request = { region: sheetAt(sheet, scale), scale };
  const cover = coverOf(placedLetters(letters.drawn!, letters.place), letters.place, request);
  return gapsOf(cover, await evaluator.pixels(alone, request), scale);
}

/** @param painted four channels, lying at the sheet's corner as `cover` does */
function gapsOf(cover: Raster, painted: Raster, scale: number): Pick<MeasuredPicture, 'uncovered' | 'gap'> {
  let [clear, x, y, area] = [0, 0, 0, 0];
  for (let i = 0; i < cover.data.length; i++) {
    const left = cover.data[i] - painted.data[i * 4 + 3];
    area += cover.data[i];
    // Less than a grey step of a px is rounding.
    if (left < 1 / 255) continue;
    clear += left;
    x += left * ((i % cover.width) + 0.5);
    y += left * (Math.floor(i / cover.width) + 0.5);
  }
  return {
    uncovered: area > 0 ? clear / area : 0,
    gap: clear > 0 ? [x / clear / scale, y / clear / scale] : null,
  };
}
