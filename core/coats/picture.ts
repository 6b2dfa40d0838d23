import { warpPlane } from '../kernels/warp';
import { emptyRaster, madeOpaque, type Raster } from '../pixels/raster';
import { grow, intersect, outerPixels, regionOfPoints, scaleRegion, type Region } from '../pixels/region';
import { samplePicture, type Placement } from '../pictures/resample';
import type { Picture } from '../pictures/pyramid';
import { apply, corners, inverse, moved, placedBounds, type Affine, type Point } from '../shape/affine';
import { coverage } from '../shape/coverage';
import { polygonPath } from '../shape/path';
import { anyBend, warpPath } from '../shape/warpPath';
import type { PlaneMap } from '../type/letters';
import type { CoatGround } from './ground';
import type { PictureCoat } from './schema';

/** Where a picture lies in its box, lettering px per picture px and of its top left corner. */
export function picturePlace(
  { fit, scale, x, y }: Pick<PictureCoat, 'fit' | 'scale' | 'x' | 'y'>,
  picture: { width: number; height: number },
  box: Region,
): Placement {
  const sides = [box.width / picture.width, box.height / picture.height];
  const fitted = { free: 1, cover: Math.max(...sides), contain: Math.min(...sides) }[fit] * scale;
  return {
    scale: fitted,
    x: box.x + (box.width - picture.width * fitted) / 2 + x * box.width,
    y: box.y + (box.height - picture.height * fitted) / 2 + y * box.height,
  };
}

/** Px around what is sampled that a bicubic reading needs. */
const taps = 3;

/** What a picture coat is asked for besides where: the letter that it is painted for. */
export interface PicturedLetter {
  /** Index of its first UTF-16 unit, and of the letter among those with ink. */
  start: number;
  number: number;
  line: number;
}

/** One picture of a coat and the box that it is laid into. */
export interface PictureCell {
  asset: string;
  box: Region;
  /** Nothing of it is seen outside of its box. */
  isCut: boolean;
}

/** The pictures that a coat lays down for a letter. @param box what the coat is laid out in, lettering px */
export function pictureCells(
  coat: Pick<PictureCoat, 'asset' | 'more' | 'by' | 'cells'>,
  { number, line }: Pick<PicturedLetter, 'number' | 'line'>,
  box: Region,
  capHeight: number,
): PictureCell[] {
  const all = [coat.asset, ...coat.more];
  const turn = (index: number): string => all[index % all.length];
  if (all.length === 1 || coat.by !== 'cell')
    return [{ asset: turn(coat.by === 'line' ? line : number), box, isCut: false }];
  const { columns, rows } = coat.cells;
  const gap = Math.min(coat.cells.gap * capHeight, box.width / (2 * columns), box.height / (2 * rows));
  const [width, height] = [(box.width - gap * (columns - 1)) / columns, (box.height - gap * (rows - 1)) / rows];
  return Array.from({ length: rows * columns }, (_, i) => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    return {
      asset: turn(i),
      box: { x: box.x + column * (width + gap), y: box.y + row * (height + gap), width, height },
      isCut: true,
    };
  });
}

/** A coat as it is slipped in one letter. */
export function slippedIn(coat: PictureCoat, start: number): PictureCoat {
  const own = coat.slips.find(({ at }) => at === start);
  return own ? { ...coat, x: coat.x + own.x, y: coat.y + own.y, scale: coat.scale * own.scale } : coat;
}

/** A coat's pictures in their boxes, for one letter or for several that it takes alike. */
export async function paintPictures(
  coat: PictureCoat,
  letter: PicturedLetter,
  pictureOf: (asset: string) => Picture,
  ground: CoatGround,
): Promise<Raster> {
  const lying = coat.held === 'sheet' ? onSheet(ground) : ground;
  const own = slippedIn(coat, letter.start);
  const cells = pictureCells(coat, letter, lying.box, lying.capHeight);
  if (cells.length === 1) return paintPicture(own, pictureOf(cells[0].asset), { ...lying, box: cells[0].box });
  const out = emptyRaster(ground.region.width, ground.region.height, 4);
  const toOutput = inverse(lying.toLettering);
  for (const { asset, box } of cells) {
    const edge = bentBox(box, lying, toOutput);
    const seen = intersect(ground.region, outerPixels(regionOfPoints(edge)!));
    if (!seen) continue;
    const layer = await paintPicture(own, pictureOf(asset), { ...lying, region: seen, box });
    pasteOver(out, ground.region, layer, seen, coverage([edge], seen));
  }
  return out;
}

/** The edge of a box in output px. */
function bentBox(box: Region, { warp, unit }: CoatGround, toOutput: Affine): Point[] {
  const flat = polygonPath(corners(box));
  const path = warp ? warpPath(flat, anyBend(warp), 0.1 / unit) : flat;
  return path.map(({ to }) => apply(toOutput, to));
}

/** The ground as it is for what stays on the sheet. */
const onSheet = (ground: CoatGround): CoatGround => ({
  ...ground,
  warp: null,
  box: { x: 0, y: 0, ...ground.sheet },
  toLettering: moved(0, 0, 1 / ground.scale),
  unit: ground.scale,
});

function pasteOver(out: Raster, lying: Region, part: Raster, box: Region, cover: Raster): void {
  for (let y = 0; y < box.height; y++) {
    for (let x = 0; x < box.width; x++) {
      const share = cover.data[y * box.width + x];
      if (share <= 0) continue;
      const to = ((box.y - lying.y + y) * lying.width + box.x - lying.x + x) * 4;
      for (let c = 0; c < 4; c++) out.data[to + c] += part.data[(y * box.width + x) * 4 + c] * share;
    }
  }
}

/**
 * A picture laid into its box; it turns and bends its place with the letters. Shrunk from the pyramid in linear light,
 * then only turned.
 */
export async function paintPicture(
  coat: PictureCoat,
  picture: Picture,
  { region, box, toLettering, warp, unit }: CoatGround,
): Promise<Raster> {
  const place = picturePlace(coat, picture, box);
  if (!(place.scale * unit > 0)) return emptyRaster(region.width, region.height, 4);
  const own: Placement = { scale: place.scale * unit, x: place.x * unit, y: place.y * unit };
  if (warp)
    return finished(
      await paintBent(picture, own, warp, { region, toLettering, unit }, coat.fit === 'cover'),
      coat,
      picture,
    );
  const isUpright =
    toLettering.b === 0 && toLettering.c === 0 && toLettering.a > 0 && Math.abs(toLettering.a - toLettering.d) < 1e-12;
  if (isUpright)
    return finished(
      coloured(
        await samplePicture(
          picture,
          { ...own, x: own.x - toLettering.e * unit, y: own.y - toLettering.f * unit },
          region,
        ),
      ),
      coat,
      picture,
    );
  const source = grow(outerPixels(scaleRegion(placedBounds(toLettering, region), unit)), taps);
  const upright = coloured(await samplePicture(picture, own, source));
  const { a, b, c, d, e, f } = toLettering;
  const out = warpPlane(
    upright,
    [a * unit, c * unit, e * unit - source.x, b * unit, d * unit, f * unit - source.y, 0, 0, 1],
    region,
    'bicubic',
    'clear',
  );
  for (let i = 0; i < out.data.length; i++) out.data[i] = Math.min(1, Math.max(0, out.data[i]));
  return finished(out, coat, picture);
}

/** As many places along each side of a region tell where it lies in the flat plane. */
const probes = 8;

/**
 * A picture in a bent plane: shrunk to its size in the flat plane, then read through the bend, between four px.
 * @param own where it lies in the flat plane, in px as large as output px are on average
 * @param isWide its border reaches as far beyond it as one output px: letters end there in parts of a px
 */
async function paintBent(
  picture: Picture,
  own: Placement,
  warp: PlaneMap,
  { region, toLettering, unit }: Pick<CoatGround, 'region' | 'toLettering' | 'unit'>,
  isWide: boolean,
): Promise<Raster> {
  const out = emptyRaster(region.width, region.height, 4);
  const flatAt = (x: number, y: number): [number, number] => {
    const [u, v] = warp.backward(apply(toLettering, [x, y]));
    return [u * unit, v * unit];
  };
  const probed = Array.from({ length: (probes + 1) ** 2 }, (_, i) =>
    flatAt(
      region.x + (region.width * (i % (probes + 1))) / probes,
      region.y + (region.height * Math.floor(i / (probes + 1))) / probes,
    ),
  );
  const whole = { x: own.x, y: own.y, width: picture.width * own.scale, height: picture.height * own.scale };
  const box = intersect(grow(regionOfPoints(probed)!, 4), grow(whole, 2));
  if (!box) return out;
  const source = grow(outerPixels(box), taps);
  const flat = coloured(await samplePicture(picture, own, source));
  const within = (value: number, from: number, to: number, reach: number): number => {
    if (value < from) return from - value <= reach ? from : value;
    return value > to && value - to <= reach ? to : value;
  };
  for (let y = 0, at = 0; y < region.height; y++) {
    let [beforeU, beforeV] = flatAt(region.x - 0.5, region.y + y + 0.5);
    for (let x = 0; x < region.width; x++, at += 4) {
      let [u, v] = flatAt(region.x + x + 0.5, region.y + y + 0.5);
      const reach = isWide ? 2.5 * Math.hypot(u - beforeU, v - beforeV) : 0;
      [beforeU, beforeV] = [u, v];
      if (isWide)
        [u, v] = [
          within(u, whole.x + 0.5, whole.x + whole.width - 0.5, reach),
          within(v, whole.y + 0.5, whole.y + whole.height - 0.5, reach),
        ];
      readBetween(flat, u - source.x - 0.5, v - source.y - 0.5, out.data, at);
    }
  }
  return out;
}

/** Reads between four px; beyond the raster it is clear. */
function readBetween({ data, width, height }: Raster, x: number, y: number, to: Float32Array, at: number): void {
  const [left, top] = [Math.floor(x), Math.floor(y)];
  if (left < 0 || top < 0 || left + 1 >= width || top + 1 >= height) return;
  const [sx, sy] = [x - left, y - top];
  const first = (top * width + left) * 4;
  const below = first + width * 4;
  for (let c = 0; c < 4; c++)
    to[at + c] =
      (data[first + c] * (1 - sx) + data[first + 4 + c] * sx) * (1 - sy) +
      (data[below + c] * (1 - sx) + data[below + 4 + c] * sx) * sy;
}

/**
 * Where a picture covers its box, its border px are whole: letters reach to the very edge of the box, and what is cut
 * off the picture
 * there by parts of a px would show as a sliver of what lies below.
 */
const finished = (raster: Raster, { fit }: PictureCoat, { channels }: Picture): Raster =>
  fit === 'cover' && channels !== 4 ? madeOpaque(raster, 1e-3) : raster;

/** Stored pictures of one channel are grey. */
function coloured(raster: Raster): Raster {
  if (raster.channels === 4) return raster;
  const out = emptyRaster(raster.width, raster.height, 4);
  raster.data.forEach((value, i) => out.data.set([value, value, value, 1], i * 4));
  return out;
}
