import { blend } from '../../kernels/blend';
import { joinCover, tint } from '../../kernels/coverage';
import { signedDistance } from '../../kernels/distance';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { grow, intersect, outerPixels, unionOf, type Region } from '../../pixels/region';
import { readColour } from '../../pixels/colour';
import { contentKey, keyOf, touches, type Node, type Request } from '../../render/node';
import { followedBy, inverse, moved, placedBounds, sizeOf, type Affine } from '../../shape/affine';
import { coverage } from '../../shape/coverage';
import { flatten, transformPath } from '../../shape/path';
import type { Letter, Letters, PaintScene } from '../pass';
import type { PlateCoat } from './coats/schema';
import { cutFill, fillMargin, isFlat, paintFill, unitOf, type FillUnit } from './fill';
import { mixCoats } from './mainColour';
import { picturesOf, type Ink } from './schema';

/**
 * The inked letters, their echoes behind them. Each letter has its own coverage; where letters of one colour touch, coverages
 * add up, so that no seam shows. Where the coats are more than one colour, they are painted for the word, or for each line or letter that
 * a coat is laid out along, and cut out by its coverage.
 */
export function inkNode(letters: Letters, ink: Ink, scene: PaintScene): Node {
  const colour = mixCoats(ink);
  const flat = isFlat(ink);
  const groups = byColour(letters.drawn ?? letters.letters);
  const layers = [
    ...letters.echoes.map((echo) => layerOf(letters.letters, echo.place, faded(echo.colour ? recoloured(colour, echo.colour) : colour, echo.opacity), echo.outline)),
    ...groups.flatMap(([own, some]) => (own !== null || flat ? [layerOf(some, letters.place, own ? recoloured(colour, own) : colour, null)] : [])),
  ];
  const fills = flat ? [] : groups.flatMap(([own, some]) => (own === null ? unitsOf(ink, letters, some) : []));
  const filled = fills.map((unit) => ({ unit, layer: layerOf(unit.letters, letters.place, colour, null) }));
  const plates = flat ? [] : ink.coats.filter((coat): coat is PlateCoat => coat.kind === 'plate' && coat.opacity > 0);
  const own = sizeOf(letters.place);
  const wide = ({ region, scale }: Request): Region => grow(region, fillMargin(ink, letters.capHeight, own * scale));
  const bounds = unionOf([...layers, ...filled.map(({ layer }) => layer)].map((layer) => layer.bounds));
  return {
    key: contentKey('ink', flat ? colour : [keyOf(ink), picturesOf(ink).map((asset) => scene.materials.picture(asset).key), plates.length > 0 && scene.photo.key, letters.ink, letters.capHeight], letters.place, letters.echoes, keyOf(letters.letters), letters.drawn && keyOf(letters.drawn)),
    channels: 4,
    bounds: bounds ?? { x: 0, y: 0, width: 0, height: 0 },
    needs: (request) => plates.map((coat) => ({ node: scene.photo, region: slipped(wide(request), coat, request.scale) })),
    async compute(request, photos) {
      const out = emptyRaster(request.region.width, request.region.height, 4);
      for (const layer of layers) if (touches(layer.bounds, request)) blend(out, paintLayer(layer, request));
      if (filled.length === 0) return out;
      const region = wide(request);
      const toLettering = inverse(followedBy(letters.place, moved(0, 0, request.scale)));
      const ground = { region, scale: request.scale, toLettering, unit: own * request.scale, capHeight: letters.capHeight };
      const photoAt = (x: number, y: number): Raster => photos[plates.findIndex((coat) => coat.x === x && coat.y === y)];
      for (const { unit, layer } of filled) {
        if (!touches(layer.bounds, request)) continue;
        blend(out, cutFill(await paintFill(ink, unit, ground, scene.materials, photoAt), region, coverOf(layer, request), request.region));
      }
      return out;
    },
  };
}

/** Where the photograph is read that a coat shows, slipped out of register by whole px. */
const slipped = (region: Region, { x, y }: PlateCoat, scale: number): Region => ({ ...region, x: region.x - Math.round(x * scale), y: region.y - Math.round(y * scale) });

/** Letters in the units that the coats are laid out along. */
function unitsOf(ink: Ink, { letters, lines, ink: word }: Letters, some: readonly Letter[]): FillUnit[] {
  if (!word) return [];
  const kind = unitOf(ink);
  const keyOfLetter = (letter: Letter): number => (kind === 'word' ? 0 : kind === 'line' ? letter.line : letters.indexOf(letter));
  const units = new Map<number, Letter[]>();
  for (const letter of some) if (letter.bounds) units.set(keyOfLetter(letter), [...(units.get(keyOfLetter(letter)) ?? []), letter]);
  return [...units.values()].map((own) => ({ letters: own, boxes: { word, line: lines[own[0].line]?.ink ?? word, letter: own[0].bounds! } }));
}

/** The joined coverage of all letters, without echoes: one channel. */
export function coverNode(letters: Letters): Node {
  const layer = layerOf(letters.letters, letters.place, [0, 0, 0, 0], null);
  return {
    key: contentKey('cover', letters.place, keyOf(letters.letters)),
    channels: 1,
    bounds: layer.bounds ?? { x: 0, y: 0, width: 0, height: 0 },
    needs: () => [],
    compute: (request) => coverOf(layer, request),
  };
}

/** Letters of one colour in one place. */
interface Layer {
  inked: { letter: Letter; bounds: Region }[];
  place: Affine;
  colour: Colour;
  /** Width of the line along the edge, sheet px; null fills the letters. */
  outline: number | null;
  /** Sheet px; null without ink. */
  bounds: Region | null;
}

/** Premultiplied encoded RGBA. */
type Colour = [number, number, number, number];

function layerOf(letters: readonly Letter[], place: Affine, colour: Colour, outline: number | null): Layer {
  const inked = letters.flatMap((letter) => (letter.bounds ? [{ letter, bounds: placedBounds(place, letter.bounds) }] : []));
  const width = outline === null ? null : outline * sizeOf(place);
  const bounds = unionOf(inked.map((one) => one.bounds));
  return { inked, place, colour, outline: width, bounds: bounds && grow(bounds, width === null ? 0 : width / 2) };
}

/** The letters in groups of one colour, in the order in which the colours come; null is the ink's. */
function byColour(letters: readonly Letter[]): [string | null, Letter[]][] {
  const groups = new Map<string | null, Letter[]>();
  for (const letter of letters) {
    const group = groups.get(letter.colour);
    if (group) group.push(letter);
    else groups.set(letter.colour, [letter]);
  }
  return [...groups];
}

const faded = (colour: Colour, opacity: number): Colour => colour.map((value) => value * opacity) as Colour;

/** Another colour at the ink's strength. */
function recoloured(ink: Colour, css: string): Colour {
  const [red, green, blue, own] = readColour(css);
  const alpha = own * ink[3];
  return [red * alpha, green * alpha, blue * alpha, alpha];
}

function paintLayer(layer: Layer, request: Request): Raster {
  const { region, scale } = request;
  if (layer.outline === null) return tint(coverOf(layer, request), layer.colour);
  // The line reaches half its width to both sides of the edge; what shapes it may lie outside of the region.
  const half = (layer.outline * scale) / 2;
  const margin = Math.ceil(half) + 2;
  const cover = coverOf(layer, { region: grow(region, margin), scale });
  return tint(bandAlong(cover, half, margin), layer.colour);
}

/** How much of each px lies within `half` px of the edge. The result is `margin` px smaller on each side. */
function bandAlong(cover: Raster, half: number, margin: number): Raster {
  const distance = signedDistance(cover);
  const out = emptyRaster(cover.width - 2 * margin, cover.height - 2 * margin, 1);
  for (let y = 0; y < out.height; y++) {
    for (let x = 0; x < out.width; x++) {
      const away = Math.abs(distance.data[(y + margin) * cover.width + x + margin]);
      out.data[y * out.width + x] = Math.min(1, Math.max(0, Math.min(half - away + 0.5, 2 * half)));
    }
  }
  return out;
}

/** The joined coverage of a layer's letters. */
function coverOf({ inked, place }: Layer, request: Request): Raster {
  const { region } = request;
  const whole = emptyRaster(region.width, region.height, 1);
  for (const { letter, bounds } of inked) {
    const part = touches(bounds, request) && letterCoverage(letter, place, request, bounds);
    if (part) joinCover(whole, region, part.cover, part.region);
  }
  return whole;
}

/** The part of one letter that falls into a request: its coverage and where it lies, output px. */
export function letterCoverage(letter: Letter, place: Affine, { region, scale }: Request, bounds: Region): { region: Region; cover: Raster } | null {
  const box = intersect(region, outerPixels({ x: bounds.x * scale - 1, y: bounds.y * scale - 1, width: bounds.width * scale + 2, height: bounds.height * scale + 2 }));
  if (!box) return null;
  return { region: box, cover: coverage(polygonsOf(letter, place, scale), box) };
}

/** The outlines of each letter as they were last wanted, in each of its places: all tiles of a frame want the same. */
const lastPolygons = new WeakMap<Letter, WeakMap<Affine, { scale: number; polygons: [number, number][][] }>>();

function polygonsOf(letter: Letter, place: Affine, scale: number): [number, number][][] {
  let places = lastPolygons.get(letter);
  if (!places) lastPolygons.set(letter, (places = new WeakMap()));
  const last = places.get(place);
  if (last?.scale === scale) return last.polygons;
  const zoom: Affine = { a: scale, b: 0, c: 0, d: scale, e: 0, f: 0 };
  const polygons = flatten(transformPath(letter.path, followedBy(place, zoom)));
  places.set(place, { scale, polygons });
  return polygons;
}
