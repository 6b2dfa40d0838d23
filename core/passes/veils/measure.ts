import { sheetAt } from '../../graph/tiles';
import type { Raster } from '../../pixels/raster';
import { outerPixels, scaleRegion, type Region } from '../../pixels/region';
import type { Letter } from '../../type/letters';
import type { Evaluator } from '../../graph/evaluate';
import { nowhere } from '../../graph/node';
import type { Cover, MeasuredLettering, MeasureScene } from '../pass';
import { boxOf, crossingOf, seenPart, shareLeft, type LetterLeft, type MeasuredCrossing } from './gauge';
import { rootlessParts, type MeasuredLetter, type Rootless } from './growth';
import { nearestMisreading, type Draw, type Misreading } from './misread';

/** A letter of which more than this is left is read as it is; and not more than so many are compared with others. */
const unveiled = 0.985;
const mostCompared = 60;

/** What the gauges of veils show. */
export interface VeilGauges {
  left: LetterLeft[];
  /** Where letters and veils cross. */
  crossings: MeasuredCrossing[];
  /** What letters behind veils could be taken for. */
  misread: Misreading[];
  /** Parts of veils that begin inside a letter. */
  rootless: Rootless[];
  /** The box of each veil on the sheet, sheet px; null where it covers nothing. */
  boxes: { veil: string; box: Region | null }[];
}

/** What is left of each letter behind its veils, and what could be wrong with the veils. */
export async function measureVeils(
  _parts: unknown,
  letterings: readonly MeasuredLettering<unknown>[],
  scene: MeasureScene,
): Promise<VeilGauges> {
  const gauges: VeilGauges = { left: [], crossings: [], misread: [], rootless: [], boxes: [] };
  const measured: MeasuredLetter[] = [];
  for (const lettering of letterings)
    for (const letter of lettering.letters.letters) {
      const found = await measureLetter(letter, lettering, scene, gauges);
      if (found) measured.push(found);
    }
  await measureBodies(letterings, scene, measured, gauges);
  return gauges;
}

/** Measures one letter into the gauges. @returns where its coverage lies; null without ink */
async function measureLetter(
  letter: Letter,
  { id, letters, painted, over }: MeasuredLettering<unknown>,
  { scale, evaluator, mattes }: MeasureScene,
  gauges: VeilGauges,
): Promise<MeasuredLetter | null> {
  if (!letter.bounds) return null;
  const draw: Draw = (one) => drawLetter(one, painted.cover, scale, evaluator);
  const { region, cover } = await draw(letter, scale);
  const request = { region, scale };
  const { start, text } = letter;
  const standing = over(start);
  const veils: Raster[] = [];
  for (const [veil, matte] of mattes) {
    const raster = await evaluator.pixels(matte, request);
    const isOver = standing.includes(veil);
    if (isOver) veils.push(raster);
    const crossing = crossingOf(cover, raster, request.region, scale);
    if (crossing) gauges.crossings.push({ veil, lettering: id, at: start, text, over: isOver, ...crossing });
  }
  const seen = seenPart(cover.data.length, veils);
  const left = shareLeft(cover, seen);
  gauges.left.push({ lettering: id, start, text, left });
  const { reading, warp } = letters;
  if (reading && !warp && left < unveiled && gauges.misread.length < mostCompared) {
    const shown = { ...letter, text: reading.upperCase ? text.toUpperCase() : text };
    const nearest = await nearestMisreading(shown, draw, reading.face, cover, seen, request);
    if (nearest) gauges.misread.push({ lettering: id, start, text: shown.text, ...nearest });
  }
  return { lettering: id, start, text, region, cover };
}

/** A letter where it comes to lie on the sheet, after all passes. */
async function drawLetter(
  letter: Letter,
  cover: Cover,
  scale: number,
  evaluator: Evaluator,
): Promise<{ region: Region; cover: Raster }> {
  const node = cover.of([letter]);
  const region = outerPixels(scaleRegion(node.bounds ?? nowhere, scale));
  return { region, cover: await evaluator.pixels(node, { region, scale }) };
}

/** Where each veil lies, and what of it grows from nothing. @param measured the letters as they were measured */
async function measureBodies(
  letterings: readonly MeasuredLettering<unknown>[],
  { sheet, scale, evaluator, mattes }: MeasureScene,
  measured: readonly MeasuredLetter[],
  gauges: VeilGauges,
): Promise<void> {
  const whole = { region: sheetAt(sheet, scale), scale };
  const overOf = new Map(letterings.map(({ id, over }) => [id, over]));
  for (const [veil, node] of mattes) {
    const matte = await evaluator.pixels(node, whole);
    const isOver = ({ lettering, start }: MeasuredLetter): boolean => overOf.get(lettering)!(start).includes(veil);
    gauges.boxes.push({ veil, box: boxOf(matte, whole.region, scale) });
    const letters = {
      over: measured.filter(isOver),
      under: measured.filter((letter) => !isOver(letter)),
    };
    gauges.rootless.push(...rootlessParts(veil, matte, whole.region, scale, letters));
  }
}
