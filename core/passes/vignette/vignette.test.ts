import { Evaluator } from '../../graph/evaluate';
import type { Raster } from '../../pixels/raster';
import { decodeExact, encodeExact } from '../../pixels/transfer';
import { colourNode } from '../../testing/nodes';
import { vignettePass } from '.';
import { plainVignette, vignetteSchema, type Vignette } from './schema';

const sheet = { width: 80, height: 60 };
const draw = async (vignette: Vignette | null, scale = 1, colour = '#808080'): Promise<Raster> => {
  const node = vignettePass.finish!(colourNode(colour), { vignette }, { sheet } as never);
  const region = { x: 0, y: 0, width: sheet.width * scale, height: sheet.height * scale };
  return new Evaluator(1e8).pixels(node, { region, scale });
};
const at = ({ data, width }: Raster, x: number, y: number): number[] => [
  ...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4),
];
const grey = 128 / 255;

test('one stop at the corners halves their light, and leaves the middle as it is', async () => {
  const out = await draw({ ...plainVignette(), stops: -1, from: 0.2, to: 0.9 });
  expect(at(out, 40, 30)[0]).toBeCloseTo(grey, 4);
  for (const [x, y] of [
    [0, 0],
    [79, 0],
    [0, 59],
    [79, 59],
  ])
    expect(at(out, x, y)[0]).toBeCloseTo(encodeExact(decodeExact(grey) / 2), 4);
});

test('half-way the change is half the stops: the curve is smooth and symmetrical', async () => {
  // Along the middle row of a circle: 32.5 px from the centre of 50 to a corner is half-way between 0.4 and 0.9.
  const out = await draw({ ...plainVignette(), stops: -2, from: 0.4, to: 0.9, round: 1 });
  expect(at(out, 72, 30)[0]).toBeCloseTo(encodeExact(decodeExact(grey) / 2), 2);
});

test('round as the sheet, the middle of each side is equally dark; round as a circle, the nearer sides are lighter', async () => {
  const ofSheet = await draw({ ...plainVignette(), round: 0, from: 0, to: 1 });
  expect(at(ofSheet, 79, 30)[0]).toBeCloseTo(at(ofSheet, 40, 59)[0], 2);
  const circle = await draw({ ...plainVignette(), round: 1, from: 0, to: 1 });
  expect(at(circle, 40, 59)[0]).toBeGreaterThan(at(circle, 79, 30)[0] + 0.02);
});

test('more light ends in white, never beyond; what is clear stays clear', async () => {
  const out = await draw({ ...plainVignette(), stops: 6, from: 0, to: 0.3 });
  expect(at(out, 0, 0)).toEqual([1, 1, 1, 1].map((value) => expect.closeTo(value, 4)));
  const clear = await draw({ ...plainVignette(), stops: 6, from: 0, to: 0.3 }, 1, '#80808080');
  const [red, , , alpha] = at(clear, 0, 0);
  expect(alpha).toBeCloseTo(128 / 255, 4);
  expect(red).toBeLessThanOrEqual(alpha + 1e-4);
});

test('scale changes nothing but the number of px', async () => {
  const [whole, half] = [await draw(plainVignette()), await draw(plainVignette(), 0.5)];
  for (const [x, y] of [
    [3, 3],
    [20, 15],
    [36, 2],
  ])
    expect(at(half, x, y)[0]).toBeCloseTo((at(whole, 2 * x, 2 * y)[0] + at(whole, 2 * x + 1, 2 * y + 1)[0]) / 2, 2);
});

test('none is none; what is out of limits is refused', async () => {
  expect(at(await draw(null), 0, 0)[0]).toBeCloseTo(grey, 6);
  expect(vignetteSchema.safeParse({ stops: 7 }).success).toBe(false);
  expect(vignetteSchema.safeParse({ to: 0 }).success).toBe(false);
});
