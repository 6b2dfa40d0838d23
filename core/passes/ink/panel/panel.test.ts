import { blend } from '../../../kernels/blend';
import type { Raster } from '../../../pixels/raster';
import { emptyRaster } from '../../../pixels/raster';
import { Evaluator } from '../../../graph/evaluate';
import { laidOver } from '../../../graph/laidOver';
import { sceneNode } from '../../../scene/scene';
import { sheetNode } from '../../../scene/sheet';
import { bareScene, drawnLetter, drawnLetters, square } from '../../../testing/letters';
import { paintedNode } from '../../../testing/nodes';
import type { Layer } from '../../pass';
import { solidCoat } from '../../../coats/schema';
import { inkLayers } from '../render';
import { plainInk, type Ink } from '../schema';
import { panelSchema, plainPanel, type Panel } from './schema';

const sheet = { width: 200, height: 120 };
const scene = { ...bareScene('#ffffff', sheet), photo: paintedNode('photo', (x, y) => [x / 200, y / 120, 0.4, 1]) };
const region = { x: 0, y: 0, ...sheet };
const slanted = drawnLetter([
  [60, 40],
  [95, 38.5],
  [110.3, 80],
  [55.7, 82],
]);
const letters = drawnLetters([slanted, drawnLetter(square(120, 40, 30), { start: 1 })]);
const panel = (change: Partial<Panel>, colour = '#000000'): Panel => ({
  ...plainPanel({ shape: { kind: 'sheet' }, colour }),
  ...change,
});
const inkWith = (change: Partial<Ink>, colour = '#ffffff'): Ink => ({
  ...plainInk([solidCoat({ colour })]),
  ...change,
});

/** The photograph with a lettering on it. */
async function composed(
  layers: readonly Layer[],
  { paint = null as string | null, photo = true } = {},
): Promise<Raster> {
  const bare = sheetNode({ ...sheet, paint, coats: [] }, scene.materials);
  return new Evaluator(1e9).pixels(
    sceneNode(
      photo ? laidOver(bare, scene.photo) : bare,
      bare,
      layers.map((layer) => ({ ...layer, strength: 1, over: [] })),
    ),
    { region, scale: 1 },
  );
}
/** Layers as one flat picture, laid on the photograph in a mode: the way it is done with copies. */
async function asOne(layers: readonly Layer[], mode: Parameters<typeof blend>[2]): Promise<Raster> {
  const flat = await composed(layers, { photo: false });
  const out = emptyRaster(sheet.width, sheet.height, 4);
  blend(out, await new Evaluator(1e9).pixels(scene.photo, { region, scale: 1 }));
  blend(out, flat, mode);
  return out;
}
const farthest = (a: Raster, b: Raster): number =>
  a.data.reduce((most, value, i) => Math.max(most, Math.abs(value - b.data[i])), 0);
const at = ({ data }: Raster, x: number, y: number): number[] => [
  ...data.subarray((y * 200 + x) * 4, (y * 200 + x) * 4 + 4),
];

test('a knocked-out black panel is white letters on black, multiplied; a white one black letters on white, screened or lightened', async () => {
  const through = await composed(inkLayers(letters, inkWith({ panel: panel({ knockout: 'below' }) }), scene));
  expect(
    farthest(through, await asOne(inkLayers(letters, inkWith({ panel: panel({}) }), scene), 'multiply')),
  ).toBeLessThan(1 / 255);
  expect(at(through, 80, 60)).toEqual(at(await composed([]), 80, 60));
  expect(at(through, 20, 20)).toEqual([0, 0, 0, 1]);
  const white = await composed(inkLayers(letters, inkWith({ panel: panel({ knockout: 'below' }, '#ffffff') }), scene));
  const blackOnWhite = inkLayers(letters, inkWith({ panel: panel({}, '#ffffff') }, '#000000'), scene);
  expect(farthest(white, await asOne(blackOnWhite, 'screen'))).toBeLessThan(1 / 255);
  // `lighten` takes the lighter of both; at the letters' edge that is not a mixture, so only whole px agree.
  const lightened = await asOne(blackOnWhite, 'lighten');
  for (const [x, y] of [
    [80, 60],
    [130, 50],
    [20, 20],
    [115, 60],
  ])
    expect(Math.abs(at(white, x, y)[0] - at(lightened, x, y)[0])).toBeLessThan(1 / 255);
});

test('laid together, panel and letters are one picture in a mode: the same as a flat copy of them', async () => {
  const ink = inkWith({ panel: panel({}), together: 'multiply' });
  const layers = inkLayers(letters, { ...ink, together: null }, scene);
  const { paint } = await import('../../../render/arrange');
  const { blankLettering } = await import('../../../piece/blank');
  const lettering = { ...blankLettering('w', 'w', '', sheet), ink };
  expect(
    farthest(await composed(paint(lettering, letters, scene).layers), await asOne(layers, 'multiply')),
  ).toBeLessThan(1 / 255);
});

test('an opening to the sheet takes the photograph away too: to its colour, or to nothing', async () => {
  const layers = inkLayers(letters, inkWith({ panel: panel({ knockout: 'sheet' }) }), scene);
  expect(at(await composed(layers), 80, 60)).toEqual([0, 0, 0, 0]);
  expect(at(await composed(layers, { paint: '#ff0000' }), 80, 60)).toEqual([1, 0, 0, 1]);
  expect(at(await composed(layers), 20, 20)).toEqual([0, 0, 0, 1]);
});

test('the panel follows the letters: its edge stands as far off their ink as it is told', async () => {
  const layers = inkLayers(
    letters,
    inkWith({ panel: panel({ shape: { kind: 'box', round: 0 }, margin: [0.2, 0.1] }, '#0000ff') }),
    scene,
  );
  // Ink from 55.7 to 150 and from 38.5 to 82, cap height 70.
  const out = await composed(layers, { photo: false });
  for (const [x, y, alpha] of [
    [43, 60, 1],
    [40, 60, 0],
    [162, 60, 1],
    [165, 60, 0],
    [100, 33, 1],
    [100, 30, 0],
    [100, 87, 1],
    [100, 90, 0],
  ])
    expect(at(out, x, y)[3]).toBe(alpha);
  const ellipse = await composed(
    inkLayers(letters, inkWith({ panel: panel({ shape: { kind: 'ellipse' }, margin: [0, 0] }, '#0000ff') }), scene),
    { photo: false },
  );
  // Around a box of 94.3 x 43.5 px an ellipse through its corners has half the area of pi times the box.
  const inked = ellipse.data.reduce((sum, value, i) => sum + (i % 4 === 3 ? value : 0), 0);
  expect(Math.abs(inked - (Math.PI / 2) * 94.3 * 43.5)).toBeLessThan(25);
});

test('the edge throws a shadow inward: deepest beside the edge that it comes from, none far from it, and half the light where it is half', async () => {
  const large = drawnLetters([drawnLetter(square(50, 20, 80))]);
  const shadow = { x: 6, y: 0, blur: 0, colour: '#000000', strength: 0.5 };
  const out = await composed(inkLayers(large, inkWith({ panel: panel({ knockout: 'below', shadow }) }), { ...scene }), {
    paint: '#ffffff',
    photo: false,
  });
  // sRGB 188 is half the light of white (IEC 61966-2-1).
  expect(at(out, 53, 60)[0] * 255).toBeCloseTo(188, 0);
  expect(at(out, 58, 60)[0]).toBe(1);
  const soft = await composed(
    inkLayers(large, inkWith({ panel: panel({ knockout: 'below', shadow: { ...shadow, x: 0, blur: 16 } }) }), scene),
    { paint: '#ffffff', photo: false },
  );
  const row = [51, 54, 58, 64, 90].map((x) => at(soft, x, 60)[0]);
  expect([...row].sort((a, b) => a - b)).toEqual(row);
  expect(row[4]).toBe(1);
});

test('coats lie in the openings only; a mode mixes the panel with what lies below', async () => {
  const layers = inkLayers(
    letters,
    inkWith({ panel: panel({ knockout: 'below', opening: [solidCoat({ colour: '#00ff00', opacity: 0.5 })] }) }),
    scene,
  );
  const out = await composed(layers, { paint: '#ffffff', photo: false });
  expect(at(out, 80, 60)).toEqual([0.5, 1, 0.5, 1]);
  expect(at(out, 20, 20)).toEqual([0, 0, 0, 1]);
  const multiplied = await composed(
    inkLayers(letters, inkWith({ panel: panel({ mode: 'multiply' }, '#808080') }), scene),
  );
  const [red] = at(await composed([]), 20, 20);
  expect(at(multiplied, 20, 20)[0]).toBeCloseTo((red * 128) / 255, 5);
});

test('shapes out of limits are refused', () => {
  expect(panelSchema.safeParse({ shape: { kind: 'star', points: 2, depth: 0.5 }, coats: [] }).success).toBe(false);
  expect(
    panelSchema.safeParse({
      shape: {
        kind: 'path',
        points: [
          [0, 0],
          [1, 1],
        ],
      },
      coats: [],
    }).success,
  ).toBe(false);
});
