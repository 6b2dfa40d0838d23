import { emptyRaster, type Raster } from '../../pixels/raster';
import { intersect, outerPixels, regionOfPoints, type Region } from '../../pixels/region';
import { readColour } from '../../pixels/colour';
import { contentKey, touches, type Node, type Request } from '../../render/node';
import { apply, corners, followedBy, type Affine } from '../../shape/affine';
import { coverage } from '../../shape/coverage';
import { flatten, transformPath } from '../../shape/path';
import type { Letter, Letters } from '../pass';
import type { Ink } from './schema';

/** The inked letters. Each letter has its own coverage; where letters touch, coverages add up, so that no seam shows. */
export function inkNode(letters: Letters, ink: Ink): Node {
  const colour = mixCoats(ink);
  const inked = letters.letters.flatMap((letter) => {
    const bounds = letter.bounds && regionOfPoints(corners(letter.bounds).map((corner) => apply(letters.place, corner)));
    return bounds ? [{ letter, bounds }] : [];
  });
  const bounds = letters.ink && regionOfPoints(corners(letters.ink).map((corner) => apply(letters.place, corner)));
  return {
    key: contentKey('ink', colour, letters.place, letters.letters.map((letter) => letter.path)),
    channels: 4,
    bounds: bounds ?? { x: 0, y: 0, width: 0, height: 0 },
    needs: () => [],
    compute(request) {
      const { region } = request;
      const whole = emptyRaster(region.width, region.height, 1);
      for (const { letter, bounds: box } of inked) {
        if (touches(box, request)) addLetter(whole, region, letterCoverage(letter, letters.place, request, box));
      }
      return tint(whole, colour);
    },
  };
}

/** The part of one letter that falls into a request: its coverage and where it lies, output px. */
export function letterCoverage(letter: Letter, place: Affine, { region, scale }: Request, bounds: Region): { region: Region; cover: Raster } | null {
  const box = intersect(region, outerPixels({ x: bounds.x * scale - 1, y: bounds.y * scale - 1, width: bounds.width * scale + 2, height: bounds.height * scale + 2 }));
  if (!box) return null;
  const zoom: Affine = { a: scale, b: 0, c: 0, d: scale, e: 0, f: 0 };
  return { region: box, cover: coverage(flatten(transformPath(letter.path, followedBy(place, zoom))), box) };
}

function addLetter(whole: Raster, region: Region, part: { region: Region; cover: Raster } | null): void {
  if (!part) return;
  const { cover, region: box } = part;
  for (let y = 0; y < box.height; y++) {
    const to = (box.y - region.y + y) * whole.width + box.x - region.x;
    for (let x = 0; x < box.width; x++) {
      const sum = whole.data[to + x] + cover.data[y * box.width + x];
      whole.data[to + x] = sum > 1 ? 1 : sum;
    }
  }
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

function tint(cover: Raster, [red, green, blue, alpha]: readonly number[]): Raster {
  const out = emptyRaster(cover.width, cover.height, 4);
  for (let i = 0, at = 0; i < cover.data.length; i++, at += 4) {
    const share = cover.data[i];
    if (share === 0) continue;
    out.data[at] = red * share;
    out.data[at + 1] = green * share;
    out.data[at + 2] = blue * share;
    out.data[at + 3] = alpha * share;
  }
  return out;
}
