import { joinCover, tint } from '../../kernels/coverage';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { intersect, outerPixels, type Region } from '../../pixels/region';
import { readColour } from '../../pixels/colour';
import { contentKey, keyOf, touches, type Node, type Request } from '../../render/node';
import { followedBy, placedBounds, type Affine } from '../../shape/affine';
import { coverage } from '../../shape/coverage';
import { flatten, transformPath } from '../../shape/path';
import type { Letter, Letters } from '../pass';
import type { Ink } from './schema';

/** The inked letters. Each letter has its own coverage; where letters touch, coverages add up, so that no seam shows. */
export function inkNode(letters: Letters, ink: Ink): Node {
  const colour = mixCoats(ink);
  const inked = letters.letters.flatMap((letter) => {
    const bounds = letter.bounds && placedBounds(letters.place, letter.bounds);
    return bounds ? [{ letter, bounds }] : [];
  });
  const bounds = letters.ink && placedBounds(letters.place, letters.ink);
  return {
    key: contentKey('ink', colour, letters.place, keyOf(letters.letters)),
    channels: 4,
    bounds: bounds ?? { x: 0, y: 0, width: 0, height: 0 },
    needs: () => [],
    compute(request) {
      const { region } = request;
      const whole = emptyRaster(region.width, region.height, 1);
      for (const { letter, bounds: box } of inked) {
        const part = touches(box, request) && letterCoverage(letter, letters.place, request, box);
        if (part) joinCover(whole, region, part.cover, part.region);
      }
      return tint(whole, colour);
    },
  };
}

/** The part of one letter that falls into a request: its coverage and where it lies, output px. */
export function letterCoverage(letter: Letter, place: Affine, { region, scale }: Request, bounds: Region): { region: Region; cover: Raster } | null {
  const box = intersect(region, outerPixels({ x: bounds.x * scale - 1, y: bounds.y * scale - 1, width: bounds.width * scale + 2, height: bounds.height * scale + 2 }));
  if (!box) return null;
  return { region: box, cover: coverage(polygonsOf(letter, place, scale), box) };
}

/** The outlines of each letter as they were last wanted: all tiles of a frame want the same. */
const lastPolygons = new WeakMap<Letter, { place: Affine; scale: number; polygons: [number, number][][] }>();

function polygonsOf(letter: Letter, place: Affine, scale: number): [number, number][][] {
  const last = lastPolygons.get(letter);
  if (last && last.place === place && last.scale === scale) return last.polygons;
  const zoom: Affine = { a: scale, b: 0, c: 0, d: scale, e: 0, f: 0 };
  const polygons = flatten(transformPath(letter.path, followedBy(place, zoom)));
  lastPolygons.set(letter, { place, scale, polygons });
  return polygons;
}

/** All coats over one another: premultiplied encoded RGBA. */
export function mixCoats(ink: Ink): [number, number, number, number] {
  const mixed: [number, number, number, number] = [0, 0, 0, 0];
  for (const coat of ink.coats) {
    const [red, green, blue, ownAlpha] = readColour(coat.colour);
    const alpha = ownAlpha * coat.opacity;
    [red, green, blue].forEach((value, c) => (mixed[c] = value * alpha + mixed[c] * (1 - alpha)));
    mixed[3] = alpha + mixed[3] * (1 - alpha);
  }
  return mixed;
}
