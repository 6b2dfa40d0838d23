import type { ShownTile } from '../workers/renderer';
import type { View } from './viewport';

const matColour = '#77787a';
/** Side of the marks that stand for a transparent sheet, device px. */
const grain = 6;
let clear: CanvasPattern | null = null;

/** Draws mat, sheet and tiles. All sizes and the view are in device px. */
export function drawSheet(
  context: CanvasRenderingContext2D,
  size: { width: number; height: number },
  sheet: { width: number; height: number },
  view: View,
  tiles: readonly ShownTile[],
): void {
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.fillStyle = matColour;
  context.fillRect(0, 0, size.width, size.height);
  const [left, top] = [Math.round(view.x), Math.round(view.y)];
  const [width, height] = [Math.round(sheet.width * view.zoom), Math.round(sheet.height * view.zoom)];
  context.fillStyle = clear ??= clearPattern(context);
  context.fillRect(left, top, width, height);
  context.save();
  // The picture on show may be that of a larger sheet.
  context.beginPath();
  context.rect(left, top, width, height);
  context.clip();
  for (const { region, scale, bitmap } of tiles) {
    const factor = view.zoom / scale;
    const isCoarse = bitmap.width < region.width;
    // Whole device px at 1:1; beyond it every px of the sheet is a crisp square, as it will be in the file.
    context.imageSmoothingEnabled = isCoarse || (factor !== 1 && (factor < 1 || scale < 1));
    const x = left + Math.round(region.x * factor);
    const y = top + Math.round(region.y * factor);
    context.drawImage(
      bitmap,
      x,
      y,
      left + Math.round((region.x + region.width) * factor) - x,
      top + Math.round((region.y + region.height) * factor) - y,
    );
  }
  context.restore();
  context.strokeStyle = '#00000055';
  context.strokeRect(left - 0.5, top - 0.5, width + 1, height + 1);
}

/** Fine light dots: where there is no paint. */
function clearPattern(context: CanvasRenderingContext2D): CanvasPattern {
  const tile = new OffscreenCanvas(grain, grain);
  const drawing = tile.getContext('2d')!;
  drawing.fillStyle = '#e2e2dd';
  drawing.fillRect(0, 0, grain, grain);
  drawing.fillStyle = '#bdbdb6';
  drawing.fillRect(0, 0, 2, 2);
  return context.createPattern(tile, 'repeat')!;
}
