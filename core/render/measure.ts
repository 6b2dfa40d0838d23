import { edgeContrast } from '../passes/ink/contrast';
import { cutFill } from '../coats/fill';
import { sceneNode } from '../scene/scene';
import { coverOf, letterCoverage, placedLetters } from '../graph/cover';
import { seenCoats } from '../passes/ink/ghost';
import { inkNode } from '../passes/ink/inkNode';
import type { Letters } from '../passes/pass';
import { cutKeepPoints, laidPictures, picturePpi } from '../coats/laidPictures';
import { measureInk, type InkMeasures } from '../passes/words/gauge';
import { boxOf, crossingOf, seenPart, shareLeft, type LetterLeft, type MeasuredCrossing } from '../passes/veils/gauge';
import { rootlessParts, type MeasuredLetter, type Rootless } from '../passes/veils/growth';
import { nearestMisreading, type Draw, type Misreading } from '../passes/veils/misread';
import { veilsOver } from '../scene/weave';
import type { Raster } from '../pixels/raster';
import { toOklab } from '../kernels/colour';
import { hexOfLinear, hexOfOklab } from '../pixels/colour';
import { decode } from '../pixels/transfer';
import { outerPixels, scaleRegion, type Region } from '../pixels/region';
import type { Lettering, Piece } from '../piece/schema';
import { placedBounds, type Point } from '../shape/affine';
import type { CompiledPiece } from './compile';
import type { Evaluator } from '../graph/evaluate';
import { sheetAt } from '../graph/tiles';

/** Longer side of the picture that gauges are measured on, px. */
const measuredSide = 700;

/** A letter of which more than this is left is read as it is; and not more than so many are compared with others. */
const unveiled = 0.985;
const mostCompared = 60;

/** What gauges show that is measured on px. */
export interface Measures {
  left: LetterLeft[];
  /** Where letters and veils cross. */
  crossings: MeasuredCrossing[];
  /** What letters behind veils could be taken for. */
  misread: Misreading[];
  /** Parts of veils that begin inside a letter. */
  rootless: Rootless[];
  /** The box of each veil on the sheet, sheet px; null where it covers nothing. */
  veils: { veil: string; box: Region | null }[];
  contrast: { lettering: string; difference: number | null }[];
  ink: { lettering: string; measures: InkMeasures | null }[];
  /** Of each picture coat in letters. */
  pictures: MeasuredPicture[];
}

/** The weakest tenth of each lettering's contour against what lies beside it, as it is seen: on its panel, with its outlines and grades; veils are left out. */
export async function measureContrast(
  { sheet }: Piece,
  { behind, letterings }: CompiledPiece,
  evaluator: Evaluator,
  scale: number,
): Promise<Measures['contrast']> {
  const request = { region: sheetAt(sheet, scale), scale };
  const found: Measures['contrast'] = [];
  for (const { id, letters, layers } of letterings) {
    const seen = await evaluator.pixels(
      sceneNode(
        null,
        [behind],
        layers.map((layer) => ({ ...layer, strength: 1, over: [] })),
      ),
      request,
    );
    const cover = coverOf(placedLetters(letters.letters, letters.place), letters.place, request);
    found.push({ lettering: id, difference: edgeContrast(cutFill(seen, cover), seen, null) });
  }
  return found;
}

const measuringScale = (piece: Piece): number =>
  Math.min(1, measuredSide / Math.max(piece.sheet.width, piece.sheet.height));

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

/** Measures each picture coat of a lettering: what it leaves clear, what it cuts off, and how fine it is on paper. */
async function measurePictures(
  { sheet }: Piece,
  lettering: Lettering,
  letters: Letters,
  { materials, before }: CompiledPiece,
  evaluator: Evaluator,
  scale: number,
): Promise<MeasuredPicture[]> {
  const found: MeasuredPicture[] = [];
  for (const [index, coat] of seenCoats(lettering.ink).entries()) {
    if (coat.kind !== 'picture' || !letters.ink) continue;
    const laid = laidPictures(coat, letters, sheet, (asset) => materials.picture(asset));
    // Letters with a colour of their own show no coats.
    const reached = [...new Set(laid.map(({ letter }) => letter))].filter(({ colour }) => colour === null);
    const alone = inkNode(
      { ...letters, drawn: reached },
      { coats: [{ ...coat, opacity: 1, mode: 'normal' }] },
      { materials, photo: before, sheet },
    );
    const request = { region: sheetAt(sheet, scale), scale };
    const cover = coverOf(placedLetters(reached, letters.place), letters.place, request);
    const [painted, gaps] = [await evaluator.pixels(alone, request), [0, 0, 0]];
    let area = 0;
    for (let i = 0; i < cover.data.length; i++) {
      const clear = cover.data[i] - painted.data[i * 4 + 3];
      area += cover.data[i];
      // Less than a grey step of a px is rounding.
      if (clear < 1 / 255) continue;
      gaps[0] += clear;
      gaps[1] += clear * ((i % cover.width) + 0.5);
      gaps[2] += clear * (Math.floor(i / cover.width) + 0.5);
    }
    const gap: [number, number] | null = gaps[0] > 0 ? [gaps[1] / gaps[0] / scale, gaps[2] / gaps[0] / scale] : null;
    found.push({
      lettering: lettering.id,
      coat: index,
      uncovered: area > 0 ? gaps[0] / area : 0,
      gap,
      ppi: picturePpi(laid, sheet.ppi),
      cut: cutKeepPoints(coat, laid, letters, (asset) => materials.picture(asset)),
      kept: coat.keep.length,
    });
  }
  return found;
}

/** What is left of each letter behind its veils, and how each lettering stands off the photo beside it. */
export async function measurePiece(piece: Piece, compiled: CompiledPiece, evaluator: Evaluator): Promise<Measures> {
  const scale = measuringScale(piece);
  const measures: Measures = {
    left: [],
    crossings: [],
    misread: [],
    rootless: [],
    veils: [],
    contrast: await measureContrast(piece, compiled, evaluator, scale),
    ink: [],
    pictures: [],
  };
  const measured: MeasuredLetter[] = [];
  for (const { id, lettering, letters } of compiled.letterings) {
    const { words } = lettering;
    const face = words.shape || letters.warp ? null : compiled.materials.face(words.face).varied(words.axes);
    const draw: Draw = (letter, request) =>
      letterCoverage(letter, letters.place, request, placedBounds(letters.place, letter.bounds!));
    for (const letter of letters.letters) {
      const bounds = letter.bounds && placedBounds(letters.place, letter.bounds);
      if (!bounds) continue;
      const region = outerPixels(scaleRegion(bounds, scale));
      const part = letterCoverage(letter, letters.place, { region, scale }, bounds);
      if (!part) continue;
      const request = { region: part.region, scale };
      const over = veilsOver(piece, id, letter.start);
      const mattes: Raster[] = [];
      measured.push({ lettering: id, start: letter.start, text: letter.text, region: part.region, cover: part.cover });
      for (const [veil, matte] of compiled.mattes) {
        const raster = await evaluator.pixels(matte, request);
        if (over.includes(veil)) mattes.push(raster);
        const crossing = crossingOf(part.cover, raster, part.region, scale);
        if (crossing)
          measures.crossings.push({
            veil,
            lettering: id,
            at: letter.start,
            text: letter.text,
            over: over.includes(veil),
            ...crossing,
          });
      }
      const seen = seenPart(part.cover.data.length, mattes);
      const left = shareLeft(part.cover, seen);
      measures.left.push({ lettering: id, start: letter.start, text: letter.text, left });
      const shown = { ...letter, text: words.upperCase ? letter.text.toUpperCase() : letter.text };
      const nearest =
        face && left < unveiled && measures.misread.length < mostCompared
          ? nearestMisreading(shown, draw, face, part.cover, seen, { region: part.region, scale })
          : null;
      if (nearest) measures.misread.push({ lettering: id, start: letter.start, text: shown.text, ...nearest });
    }
    measures.ink.push({ lettering: id, measures: measureInk(letters) });
    measures.pictures.push(...(await measurePictures(piece, lettering, letters, compiled, evaluator, scale)));
  }
  await measureVeils(piece, compiled, evaluator, measured, measures);
  return measures;
}

/** Where each veil lies, and what of it grows from nothing. @param letters as they were measured */
async function measureVeils(
  piece: Piece,
  compiled: CompiledPiece,
  evaluator: Evaluator,
  letters: readonly MeasuredLetter[],
  measures: Measures,
): Promise<void> {
  const scale = measuringScale(piece);
  const whole = { region: sheetAt(piece.sheet, scale), scale };
  for (const [veil, node] of compiled.mattes) {
    const matte = await evaluator.pixels(node, whole);
    const isOver = ({ lettering, start }: MeasuredLetter): boolean => veilsOver(piece, lettering, start).includes(veil);
    measures.veils.push({ veil, box: boxOf(matte, whole.region, scale) });
    measures.rootless.push(
      ...rootlessParts(veil, matte, whole.region, scale, {
        over: letters.filter(isOver),
        under: letters.filter((letter) => !isOver(letter)),
      }),
    );
  }
}

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
