import { Evaluator } from '../graph/evaluate';
import { sheetAt, tilesOver } from '../graph/tiles';
import { emptyRaster, put } from '../pixels/raster';
import { evenRaster } from '../pixels/even';
import { demoMaterials, demoPiece } from '../testing/demoPieces';
import { compile } from './compile';

const names = [
  'down-the-wall',
  'drips',
  'low-sun',
  'on-linen',
  'on-the-table',
  'through-and-in-front',
  'tucked-in',
  'window',
  'woven',
];

/** The longer side of what is drawn, px. */
const side = 480;

test.each(names)('%s is the same drawn at once and in tiles, and nobody writes into what is shared', async (name) => {
  const piece = demoPiece(name);
  const { picture } = compile(piece, await demoMaterials(piece));
  const scale = side / Math.max(piece.sheet.width, piece.sheet.height);
  const region = sheetAt(piece.sheet, scale);
  const whole = await new Evaluator(2e8).pixels(picture, { region, scale });
  const evaluator = new Evaluator(2e8);
  const tiled = emptyRaster(region.width, region.height, 4);
  for (const tile of tilesOver(region, region, 96))
    put(tiled, region, await evaluator.pixels(picture, { region: tile, scale }), tile);
  let worst = 0;
  for (let i = 0; i < whole.data.length; i++) worst = Math.max(worst, Math.abs(whole.data[i] - tiled.data[i]));
  expect(worst).toBeLessThan(2 / 255);
  for (const value of [0, 1] as const)
    expect(evenRaster(1000, 1000, 1, value).data.every((one) => one === value)).toBe(true);
});
