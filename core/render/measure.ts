import type { Evaluator } from '../graph/evaluate';
import { touches } from '../graph/node';
import { scaleWithin, sheetAt } from '../graph/tiles';
import { toLight, toOklab } from '../kernels/colour';
import { passes as ours, type Passes } from '../passes';
import type { LetteringPass, MeasuredLettering, MeasureScene } from '../passes/pass';
import { seenShadow, type SeenShadow } from '../passes/veils/seenShadow';
import { hexOfLinear, hexOfOklab } from '../pixels/colour';
import { lumaOf } from '../pixels/luma';
import { outerPixels, scaleRegion, type Region } from '../pixels/region';
import { decode } from '../pixels/transfer';
import type { Piece } from '../piece/schema';
import { seenPiece } from '../sizes/seen';
import type { Point } from '../shape/affine';
import { partsOf, type CompiledPiece } from './compile';

/** Longer side of the picture that gauges are measured on, px. */
const measuredSide = 700;

type MeasuredBy<Pass> = Pass extends { measure?(...given: never[]): Promise<infer Measured> } ? Measured : never;
type Registry = typeof ours;

/** What gauges show that is measured on px, by name of the pass. */
export type Measures = {
  [Name in keyof Registry['lettering']]: MeasuredBy<Registry['lettering'][Name]>;
} & {
  [Name in keyof Registry['picture']]: MeasuredBy<Registry['picture'][Name]>;
};

const measuringScale = ({ sheet }: Piece): number => scaleWithin(sheet, measuredSide);

/** What passes measure a compiled piece in. */
export const measureScene = (
  piece: Piece,
  { materials, before, behind, bareSheet, mattes, veils, seenPhotographs, finished, ungraded, unveiled }: CompiledPiece,
  evaluator: Evaluator,
  scale = measuringScale(piece),
): MeasureScene => ({
  materials,
  sheet: piece.sheet,
  scale,
  evaluator,
  photo: before,
  behind,
  bareSheet,
  lamp: piece.lamp,
  mattes,
  veils,
  seenPhotographs,
  picture: finished,
  ungraded,
  unveiled,
});

/** Everything that gauges show of a piece: every pass that measures something. */
export async function measurePiece(
  whole: Piece,
  compiled: CompiledPiece,
  evaluator: Evaluator,
  passes: Passes = ours,
): Promise<Measures> {
  const piece = seenPiece(whole);
  const scene = measureScene(piece, compiled, evaluator);
  const measures: Record<string, unknown> = {};
  for (const [field, pass] of Object.entries(passes.lettering))
    measures[field] = await pass.measure?.(letteringsFor(compiled, field), scene);
  for (const [name, pass] of Object.entries(passes.picture))
    measures[name] = await pass.measure?.(partsOf(pass, piece), letteringsFor(compiled, null), scene);
  return measures as Measures;
}

/** What one pass over letterings measures. */
export async function measureBy<Name extends keyof Registry['lettering']>(
  name: Name,
  whole: Piece,
  compiled: CompiledPiece,
  evaluator: Evaluator,
): Promise<Measures[Name]> {
  const scene = measureScene(seenPiece(whole), compiled, evaluator);
  const pass: LetteringPass = ours.lettering[name];
  return (await pass.measure?.(letteringsFor(compiled, name), scene)) as Measures[Name];
}

/** Letterings as a pass is given them to measure. @param field its own one; null where it measures the picture */
const letteringsFor = ({ letterings }: CompiledPiece, field: string | null): MeasuredLettering<unknown>[] =>
  letterings.map(({ lettering, ...rest }) => ({
    ...rest,
    part: field === null ? null : (lettering as unknown as Record<string, unknown>)[field],
  }));

/** Part of the px that count as shadow. */
const darkest = 0.05;

/**
 * The colour of the photograph's own shadows in a region: the median, in Oklab, of its darkest px.
 * @param region sheet px; where it holds no shadow worth the name, the whole sheet is looked at
 * @returns CSS hex colour, or null where there is nothing opaque
 */
export async function shadowColour(
  piece: Piece,
  compiled: CompiledPiece,
  evaluator: Evaluator,
  region: Region,
): Promise<string | null> {
  const near = await darkestOf(compiled, evaluator, region);
  const isShadow = near !== null && near.dark[0] < shadowDepth * near.lightness;
  const found = isShadow
    ? near
    : ((await darkestOf(compiled, evaluator, { x: 0, y: 0, width: piece.sheet.width, height: piece.sheet.height })) ??
      near);
  return found && hexOfOklab(...found.dark);
}

/** A shadow is darker than this part of the lightness around it (Oklab, medians). */
const shadowDepth = 0.62;

async function darkestOf(
  compiled: CompiledPiece,
  evaluator: Evaluator,
  region: Region,
): Promise<{ dark: [number, number, number]; lightness: number } | null> {
  const scale = Math.min(1, 400 / Math.max(region.width, region.height));
  const lab = toOklab(
    await evaluator.pixels(compiled.before, { region: outerPixels(scaleRegion(region, scale)), scale }),
  );
  const pixels: [number, number, number][] = [];
  for (let at = 0; at < lab.data.length; at += 4)
    if (lab.data[at + 3] > 0.99) pixels.push([lab.data[at], lab.data[at + 1], lab.data[at + 2]]);
  if (pixels.length === 0) return null;
  const sorted = pixels.sort((a, b) => a[0] - b[0]);
  const dark = sorted.slice(0, Math.max(1, Math.ceil(pixels.length * darkest)));
  const middle = (c: number): number =>
    dark.map((pixel) => pixel[c]).sort((a, b) => a - b)[Math.floor(dark.length / 2)];
  return { dark: [middle(0), middle(1), middle(2)], lightness: sorted[Math.floor(sorted.length / 2)][0] };
}

/**
 * The mean colour of the photograph in a disc, averaged in linear light.
 * @param centre sheet px
 * @param radius sheet px
 * @returns CSS hex colour, or null where the disc meets nothing opaque
 */
export async function averageColour(
  compiled: CompiledPiece,
  evaluator: Evaluator,
  centre: Point,
  radius: number,
): Promise<string | null> {
  const region = outerPixels({ x: centre[0] - radius, y: centre[1] - radius, width: 2 * radius, height: 2 * radius });
  const raster = await evaluator.pixels(compiled.before, { region, scale: 1 });
  const sums = [0, 0, 0, 0];
  for (let y = 0, at = 0; y < region.height; y++) {
    for (let x = 0; x < region.width; x++, at += 4) {
      const alpha = raster.data[at + 3];
      const inside = Math.hypot(region.x + x + 0.5 - centre[0], region.y + y + 0.5 - centre[1]) <= radius;
      if (!inside || alpha <= 0) continue;
      for (let c = 0; c < 3; c++) sums[c] += decode(raster.data[at + c] / alpha) * alpha;
      sums[3] += alpha;
    }
  }
  return sums[3] === 0 ? null : hexOfLinear(sums[0] / sums[3], sums[1] / sums[3], sums[2] / sums[3]);
}

/** Less of a px than this counts as nothing of it. */
const hardlyThere = 0.25;

/**
 * The box that some veils stand in, sheet px.
 * @returns null where nothing of them is on the sheet
 */
export async function extentOf(
  piece: Piece,
  compiled: CompiledPiece,
  evaluator: Evaluator,
  veils: readonly string[],
): Promise<Region | null> {
  const scale = measuringScale(piece);
  const region = sheetAt(piece.sheet, scale);
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const id of veils) {
    const matte = compiled.mattes.get(id);
    if (!matte) continue;
    const { data } = await evaluator.pixels(matte, { region, scale });
    for (let y = 0, i = 0; y < region.height; y++)
      for (let x = 0; x < region.width; x++, i++) {
        if (data[i] < hardlyThere) continue;
        left = Math.min(left, x);
        right = Math.max(right, x + 1);
        top = Math.min(top, y);
        bottom = Math.max(bottom, y + 1);
      }
  }
  if (right < left) return null;
  return scaleRegion({ x: left, y: top, width: right - left, height: bottom - top }, 1 / scale);
}

/** Longer side of the picture that a thing's shadow is looked for in, px; how far it may reach, as a part of that. */
const [shadowSide, farthestShadow] = [1000, 0.15];

/**
 * How far the thing that a veil is cut from throws its shadow in the photograph.
 * @param angle where the light falls, degrees from the right, clockwise
 * @returns `far` in sheet px; null where no shadow is seen beside it
 */
export async function shadowBeside(
  piece: Piece,
  compiled: CompiledPiece,
  evaluator: Evaluator,
  veil: string,
  angle: number,
): Promise<SeenShadow | null> {
  const matte = compiled.mattes.get(veil);
  if (!matte) return null;
  const scale = scaleWithin(piece.sheet, shadowSide);
  const request = { region: sheetAt(piece.sheet, scale), scale };
  const light = lumaOf(toLight(await evaluator.pixels(compiled.before, request)));
  const found = seenShadow(
    light,
    await evaluator.pixels(matte, request),
    angle,
    Math.round(farthestShadow * shadowSide),
  );
  return found && { ...found, far: found.far / scale };
}

/**
 * The nearest letter of a lettering that covers a point: as it is seen, after all passes.
 * @param at sheet px
 * @returns its first UTF-16 unit; null where none of them does
 */
export async function letterAt(
  { letterings }: CompiledPiece,
  evaluator: Evaluator,
  lettering: string,
  at: Point,
): Promise<number | null> {
  const found = letterings.find(({ id }) => id === lettering);
  const request = { region: { x: Math.floor(at[0]), y: Math.floor(at[1]), width: 1, height: 1 }, scale: 1 };
  for (const letter of [...(found?.letters.letters ?? [])].reverse()) {
    const cover = found!.painted.cover.of([letter]);
    if (!touches(cover.bounds, request)) continue;
    const { data } = await evaluator.pixels(cover, request);
    if (data[0] >= 0.5) return letter.start;
  }
  return null;
}
