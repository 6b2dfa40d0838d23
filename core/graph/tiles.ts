import type { Region, Size } from '../pixels/region';

/** Side of a tile of rendering, output px. */
export const renderTile = 256;

/** The tiles of a fixed grid that cover a region, cut to `within`. Output px. */
export function tilesOver(region: Region, within: Region, side = renderTile): Region[] {
  const tiles: Region[] = [];
  const right = Math.min(region.x + region.width, within.x + within.width);
  const bottom = Math.min(region.y + region.height, within.y + within.height);
  const left = Math.max(region.x, within.x);
  const top = Math.max(region.y, within.y);
  for (let row = Math.floor(top / side); row * side < bottom; row++) {
    for (let column = Math.floor(left / side); column * side < right; column++) {
      const x = Math.max(within.x, column * side);
      const y = Math.max(within.y, row * side);
      const tile = {
        x,
        y,
        width: Math.min(within.x + within.width, (column + 1) * side) - x,
        height: Math.min(within.y + within.height, (row + 1) * side) - y,
      };
      if (tile.width > 0 && tile.height > 0) tiles.push(tile);
    }
  }
  return tiles;
}

/** The whole tiles of a fixed grid that meet a region, row by row; they may reach beyond it. Output px. */
export function gridTiles(region: Region, side = renderTile): Region[] {
  const tiles: Region[] = [];
  for (let y = Math.floor(region.y / side) * side; y < region.y + region.height; y += side)
    for (let x = Math.floor(region.x / side) * side; x < region.x + region.width; x += side)
      tiles.push({ x, y, width: side, height: side });
  return tiles;
}

/** The scale at which a sheet's longer side is no more than so many output px; 1 where it is smaller anyway. */
export const scaleWithin = ({ width, height }: Size, side: number): number =>
  Math.min(1, side / Math.max(width, height));

/** Size of the whole sheet in output px at a scale; never less than one. */
export function sheetAt(sheet: { width: number; height: number }, scale: number): Region {
  return {
    x: 0,
    y: 0,
    width: Math.max(1, Math.round(sheet.width * scale)),
    height: Math.max(1, Math.round(sheet.height * scale)),
  };
}
