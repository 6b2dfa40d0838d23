import { contentKey, type Needs, type Node, type Request } from '../graph/node';
import { sheetAt } from '../graph/tiles';
import { emptyRaster } from '../pixels/raster';
import { grow, isWithin, regionOfPoints, type Region } from '../pixels/region';
import type { CompiledPiece } from '../render/compile';
import type { Piece } from '../piece/schema';

/** A sheet with what is printed beyond its edges, output px. */
export const frameOf = (sheet: Piece['sheet'], scale: number, bleed: number): Region =>
  grow(sheetAt(sheet, scale), bleed);

/**
 * Whether what lies on the sheet goes on beyond its edges as far as the bleed: its farthest photograph does, or there
 * is none and the paint goes on.
 * @param bleed sheet px
 */
export function goesOn({ plates, sheet, assets }: Piece, bleed: number, sizeOf: SizeOf): boolean {
  const [farthest] = plates;
  if (!farthest) return true;
  const size = sizeOf(assets[farthest.asset]?.sha256 ?? '');
  if (!size) return false;
  const { x, y, scale } = farthest;
  const lies = { x, y, width: size.width * scale, height: size.height * scale };
  return isWithin(grow({ x: 0, y: 0, width: sheet.width, height: sheet.height }, bleed), lies);
}

/** The px of a photograph by its SHA-256. */
export type SizeOf = (sha256: string) => { width: number; height: number } | null;

/** Beyond the sheet's edges the picture is seen as in a mirror that stands there. */
export function mirroredBeyond(picture: Node, sheet: Piece['sheet']): Node {
  const within = ({ scale }: Request): Region => sheetAt(sheet, scale);
  return {
    key: contentKey('mirrored beyond', picture.key, sheet.width, sheet.height),
    channels: 4,
    bounds: null,
    isSolid: (request) => picture.isSolid?.(request) === true && isWithin(request.region, within(request)),
    asStored: async (request) =>
      isWithin(request.region, within(request)) ? ((await picture.asStored?.(request)) ?? null) : null,
    needs: (request): Needs => ({ picture: { node: picture, region: readFor(request.region, within(request)) } }),
    compute(request, { picture: { data, width } }) {
      const { region } = request;
      const sheetThere = within(request);
      const read = readFor(region, sheetThere);
      const out = emptyRaster(region.width, region.height, 4);
      const columns = Array.from(
        { length: region.width },
        (_, i) => (mirrored(region.x + i, sheetThere.width) - read.x) * 4,
      );
      for (let row = 0; row < region.height; row++) {
        const line = (mirrored(region.y + row, sheetThere.height) - read.y) * width * 4;
        for (let i = 0; i < region.width; i++)
          out.data.set(data.subarray(line + columns[i], line + columns[i] + 4), (row * region.width + i) * 4);
      }
      return out;
    },
  };
}

/** The px that is seen in a mirror at the ends of a row of `length` px. */
function mirrored(at: number, length: number): number {
  const period = 2 * length;
  const place = ((at % period) + period) % period;
  return place < length ? place : period - 1 - place;
}

/** The part of the sheet that a region is made from. */
function readFor(region: Region, sheet: Region): Region {
  const ends = (from: number, count: number, length: number): number[] => {
    const places = Array.from({ length: count }, (_, i) => mirrored(from + i, length));
    return [Math.min(...places), Math.max(...places)];
  };
  const [left, right] = ends(region.x, region.width, sheet.width);
  const [top, bottom] = ends(region.y, region.height, sheet.height);
  return regionOfPoints([
    [left, top],
    [right + 1, bottom + 1],
  ])!;
}

/** The picture as it is printed: with what lies beyond the sheet's edges. @param mirrors where nothing goes on there */
export const bledPicture = ({ picture }: Pick<CompiledPiece, 'picture'>, piece: Piece, mirrors: boolean): Node =>
  mirrors ? mirroredBeyond(picture, piece.sheet) : picture;
