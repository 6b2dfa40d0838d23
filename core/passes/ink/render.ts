import { blend } from '../../kernels/blend';
import { joinCover, tint } from '../../kernels/coverage';
import { signedDistance } from '../../kernels/distance';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { grow, intersect, outerPixels, unionOf, type Region } from '../../pixels/region';
import { readColour } from '../../pixels/colour';
import { contentKey, keyOf, touches, type Node, type Request } from '../../render/node';
import { followedBy, placedBounds, type Affine } from '../../shape/affine';
import { coverage } from '../../shape/coverage';
import { flatten, transformPath } from '../../shape/path';
import type { Letter, Letters } from '../pass';
import type { Ink } from './schema';

/**
 * The inked letters, their echoes behind them. Each letter has its own coverage; where letters of one colour touch, coverages
 * add up, so that no seam shows.
 */
export function inkNode(letters: Letters, ink: Ink): Node {
  const colour = mixCoats(ink);
  const layers = [
    ...letters.echoes.map((echo) => layerOf(letters.letters, echo.place, faded(echo.colour ? recoloured(colour, echo.colour) : colour, echo.opacity), echo.outline)),
    ...byColour(letters.drawn ?? letters.letters).map(([own, some]) => layerOf(some, letters.place, own ? recoloured(colour, own) : colour, null)),
  ];
  const bounds = unionOf(layers.map((layer) => layer.bounds));
  return {
    key: contentKey('ink', colour, letters.place, letters.echoes, keyOf(letters.letters), letters.drawn && keyOf(letters.drawn)),
    channels: 4,
    bounds: bounds ?? { x: 0, y: 0, width: 0, height: 0 },
    needs: () => [],
    compute(request) {
      const near = layers.filter((layer) => touches(layer.bounds, request));
      const out = near.length > 0 ? paintLayer(near[0], request) : emptyRaster(request.region.width, request.region.height, 4);
      for (const layer of near.slice(1)) blend(out, paintLayer(layer, request));
      return out;
    },
  };
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
  const width = outline === null ? null : outline * Math.sqrt(Math.abs(place.a * place.d - place.b * place.c));
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

/** All coats over one another: premultiplied encoded RGBA. */
export function mixCoats(ink: Ink): Colour {
  const mixed: Colour = [0, 0, 0, 0];
  for (const coat of ink.coats) {
    const [red, green, blue, ownAlpha] = readColour(coat.colour);
    const alpha = ownAlpha * coat.opacity;
    [red, green, blue].forEach((value, c) => (mixed[c] = value * alpha + mixed[c] * (1 - alpha)));
    mixed[3] = alpha + mixed[3] * (1 - alpha);
  }
  return mixed;
}
