import { Evaluator } from '../../graph/evaluate';
import { filtered } from '../../graph/filter';
import type { Node } from '../../graph/node';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { decodeExact, encodeExact } from '../../pixels/transfer';
import { drawnLetter, drawnLetters, square } from '../../testing/letters';
import { paintedNode } from '../../testing/nodes';
import { layer, type Painted } from '../pass';
import { discBlur } from './disc';
import { sigmaAt } from './grain';
import { grainLike, noiseOf, readsAs } from './measure';
import { grainAt, grainIn, normalAt } from './noise';
import { focusAlong, focusAt, proposeBlur, proposeGrain } from './propose';
import { focused } from './render';
import { focusSchema, plainFocus, type LetterFocus } from './schema';
import { sigmaField } from './sigmas';

const sheet = { width: 160, height: 120 };
const bounds = { x: 50, y: 0, width: 110, height: 120 };
const inside = (x: number): number => Number(x >= 50);
const grey = 0.5;
/** Everything from x = 50 on. */
const half: Node = { ...paintedNode('half', (x) => [grey, grey, grey, 1].map((value) => value * inside(x))), bounds };
const cover: Node = { ...paintedNode('cover', (x) => [inside(x)], 1), bounds };
const painted: Painted = {
  layers: [layer('shadow', half, { place: 'behind', isCast: true }), layer('ink', half)],
  cover: { all: cover, of: () => cover },
};
const letters = drawnLetters([drawnLetter(square(50, 20, 60)), drawnLetter(square(120, 20, 30), { start: 1 })]);
const seen = async (focus: LetterFocus, scale = 1, what: 'ink' | 'cover' = 'ink'): Promise<Raster> => {
  const out = focused(painted, letters, focus);
  const node = what === 'ink' ? out.layers[1].node : out.cover.all;
  return new Evaluator(1e8).pixels(node, {
    region: { x: 0, y: 0, width: sheet.width * scale, height: sheet.height * scale },
    scale,
  });
};
/** The standard deviation of an edge's slope along a row. */
function spreadOf(profile: readonly number[]): number {
  let [sum, mean, squares] = [0, 0, 0];
  for (let x = 1; x < profile.length; x++) {
    const slope = profile[x] - profile[x - 1];
    sum += slope;
    mean += slope * x;
    squares += slope * x * x;
  }
  return Math.sqrt(Math.max(0, squares / sum - (mean / sum) ** 2));
}
const alphas = ({ data, width }: Raster, y: number, from: number, to: number): number[] =>
  Array.from({ length: to - from }, (_, i) => data[(y * width + from + i) * 4 + 3]);

describe('blur', () => {
  test.each([1, 2.64, 5, 9])('a lens spreads an edge by the sigma that was asked for: %d px', async (sigma) => {
    const out = await seen(plainFocus({ blur: { sigma } }));
    const found = spreadOf(alphas(out, 60, 10, 90));
    // Px themselves are as wide as 0.29.
    expect(Math.abs(Math.hypot(sigma, 0.29) - found)).toBeLessThan(0.04 * sigma + 0.05);
  });

  test('what of a surface comes through ink has been photographed already: only the ink’s edge is blurred', async () => {
    // Every other column of the surface is half as light.
    const striped = (node: Node): Node =>
      filtered(node, {
        key: 'striped',
        reach: 0,
        apply: (source, { request: { region } }) => ({
          ...source,
          data: source.data.map((value, i) =>
            i % 4 < 3 && (region.x + Math.floor(i / 4)) % 2 === 1 ? value / 2 : value,
          ),
        }),
      });
    const bitten = layer('ink', striped(half), { taken: { before: half, by: striped } });
    const out = focused({ ...painted, layers: [bitten] }, letters, plainFocus({ blur: { sigma: 4 } }));
    const { data } = await new Evaluator(1e8).pixels(out.layers[0].node, {
      region: { x: 0, y: 0, ...sheet },
      scale: 1,
    });
    const [even, odd] = [100, 101].map((x) => data[(60 * sheet.width + x) * 4]);
    expect(even).toBeCloseTo(grey, 3);
    expect(odd).toBeCloseTo(grey / 2, 3);
    const profile = Array.from({ length: 80 }, (_, i) => data[(60 * sheet.width + 10 + i) * 4 + 3]);
    expect(Math.abs(Math.hypot(4, 0.29) - spreadOf(profile))).toBeLessThan(0.2);
  });

  test('a disc has an edge: beyond twice its sigma there is nothing, and light is kept', () => {
    const source = emptyRaster(61, 61, 1);
    source.data[30 * 61 + 30] = 1;
    const region = { x: 0, y: 0, width: 61, height: 61 };
    const { data } = discBlur(source, region, region, 5);
    const area = Math.PI * 100;
    expect(data[30 * 61 + 30]).toBeCloseTo(1 / area, 5);
    expect(data[30 * 61 + 37]).toBeCloseTo(1 / area, 5);
    expect(data[30 * 61 + 42]).toBe(0);
    expect(data[19 * 61 + 30]).toBe(0);
    expect(data.reduce((sum, value) => sum + value, 0)).toBeCloseTo(1, 4);
  });

  test('light is mixed, not encoded values: grey stays grey at every coverage', async () => {
    const out = await seen(plainFocus({ blur: { sigma: 4 } }));
    for (let x = 44; x < 57; x++) {
      const at = (60 * sheet.width + x) * 4;
      if (out.data[at + 3] > 0.02) expect(out.data[at] / out.data[at + 3]).toBeCloseTo(grey, 2);
    }
    const [shadow, ink] = focused(painted, letters, plainFocus({ blur: {} })).layers;
    expect(shadow.node).toBe(half);
    expect(ink.mixing).toBe('linear');
  });

  test('the coverage that gauges read is blurred alike, and the same at another scale', async () => {
    const focus = plainFocus({ blur: { sigma: 6 } });
    const whole = await seen(focus, 1, 'cover');
    const small = await seen(focus, 0.5, 'cover');
    const profile = Array.from({ length: 80 }, (_, i) => whole.data[60 * sheet.width + 10 + i]);
    expect(spreadOf(profile)).toBeCloseTo(6, 0);
    const half2 = Array.from({ length: 40 }, (_, i) => small.data[30 * 80 + 5 + i]);
    expect(spreadOf(half2)).toBeCloseTo(3, 0);
  });

  test('along a line it grows evenly', async () => {
    const flat: Painted = { ...painted, layers: [layer('ink', half)] };
    const blur = { sigma: 1, along: { from: [0, 0], to: [0, 120], sigma: 7 } };
    const [ink] = focused(flat, letters, focusSchema.parse({ blur })).layers;
    const out = await new Evaluator(1e8).pixels(ink.node, { region: { x: 0, y: 0, ...sheet }, scale: 1 });
    for (const y of [20, 60, 100]) {
      const wanted = 1 + (6 * (y + 0.5)) / 120;
      expect(Math.abs(spreadOf(alphas(out, y, 10, 90)) - wanted)).toBeLessThan(0.15 * wanted + 0.1);
    }
  });

  test('each letter has its own; what is blurred beyond all measure is a picture all the same', async () => {
    const own = await seen(plainFocus({ blur: { sigma: 0, letters: [{ at: 0, sigma: 5 }] } }));
    expect(spreadOf(alphas(own, 60, 20, 80))).toBeGreaterThan(4);
    const vast = await seen(plainFocus({ blur: { sigma: 500 } }));
    expect(vast.data.every((value) => value >= 0 && value <= 1)).toBe(true);
    expect(focusSchema.safeParse({ blur: { sigma: 5000 } }).success).toBe(false);
  });

  test('motion spreads along its way and not across it', async () => {
    const across = await seen(plainFocus({ motion: { angle: 0, length: 24 } }));
    // An even spread of 24 px has a standard deviation of 24 / sqrt(12).
    expect(spreadOf(alphas(across, 60, 10, 90))).toBeCloseTo(24 / Math.sqrt(12), 0);
    const down = await seen(plainFocus({ motion: { angle: 90, length: 24 } }));
    expect(spreadOf(alphas(down, 60, 10, 90))).toBeLessThan(0.5);
  });
});

const region = { x: 0, y: 0, width: 120, height: 120 };
const deviation = (data: Float32Array): number => {
  const mean = data.reduce((sum, value) => sum + value, 0) / data.length;
  return Math.sqrt(data.reduce((sum, value) => sum + (value - mean) ** 2, 0) / data.length);
};

describe('grain', () => {
  test.each([0, 0.4, 0.8, 1.5])('has a standard deviation of 1 whatever its size: %d px', (size) => {
    expect(deviation(grainIn(region, size, 3).data)).toBeCloseTo(1, 1);
  });

  test('is the same for the same place, wherever a tile begins', () => {
    const whole = grainIn(region, 0.8, 3);
    const tile = grainIn({ x: 40, y: 30, width: 20, height: 20 }, 0.8, 3);
    for (let i = 0; i < 20; i++) expect(tile.data[i * 20 + 5]).toBeCloseTo(whole.data[(30 + i) * 120 + 45], 5);
    expect(normalAt(3, 4, 1)).not.toBe(normalAt(3, 4, 2));
  });

  test('px of white noise that are averaged have as much less as there are more of them', () => {
    expect(grainAt(1, 0)).toBe(1);
    expect(grainAt(0.5, 0)).toBeCloseTo(0.5, 6);
    expect(grainAt(0.25, 0)).toBeCloseTo(0.25, 6);
    expect(grainAt(0.5, 2)).toBeGreaterThan(0.95);
  });

  test('letters get the standard deviation that was asked for, by their brightness', async () => {
    const out = await seen(plainFocus({ grain: { dark: 2, middle: 4, light: 1, size: 0 } }));
    const values = new Float32Array(2500).map(
      (_, i) => out.data[((30 + Math.floor(i / 50)) * sheet.width + 80 + (i % 50)) * 4],
    );
    const wanted = sigmaAt({ dark: 2, middle: 4, light: 1 }, grey);
    expect(Math.abs((255 * deviation(values)) / wanted - 1)).toBeLessThan(0.05);
    expect(sigmaAt({ dark: 2, middle: 4, light: 1 }, 0)).toBe(2);
    expect(sigmaAt({ dark: 2, middle: 4, light: 1 }, 0.275)).toBeCloseTo(3, 6);
    // Where no letter is there is no grain.
    expect(out.data[(60 * sheet.width + 20) * 4]).toBe(0);
  });

  test('colours have grain of their own as far as that was asked for, no more of it in all', async () => {
    const lone = async (colour: number): Promise<[number, number]> => {
      const out = await seen(plainFocus({ grain: { dark: 4, middle: 4, light: 4, size: 0, colour } }));
      const at = (c: number): Float32Array =>
        new Float32Array(2500).map(
          (_, i) => out.data[((30 + Math.floor(i / 50)) * sheet.width + 80 + (i % 50)) * 4 + c],
        );
      const [red, green] = [at(0), at(1)];
      return [255 * deviation(red), 255 * deviation(red.map((value, i) => value - green[i]))];
    };
    const [together, same] = await lone(0);
    const [apart, other] = await lone(1);
    expect(same).toBeLessThan(0.01);
    expect(other).toBeCloseTo(4 * Math.SQRT2, 0);
    expect(apart / together).toBeCloseTo(1, 1);
  });
});

/** Grey with grain of a known kind. */
function noisy(sigma: number, size: number, tone = 0.5): Raster {
  const grain = grainIn({ x: 0, y: 0, width: 200, height: 200 }, size, 11);
  return { ...grain, data: grain.data.map((value) => tone + (value * sigma) / 255) };
}

describe('match', () => {
  test.each([
    [1.5, 0],
    [3, 0.45],
    [5, 0.8],
  ])('grain of %d with a size of %d px is found again within 15 %%', (sigma, size) => {
    const found = grainLike(noiseOf(noisy(sigma, size)));
    expect(Math.abs(found.sigma / sigma - 1)).toBeLessThan(0.15);
    // Below 0.3 px a Gaussian is as good as none.
    expect(Math.abs(Math.max(0.3, found.size) - Math.max(0.3, size))).toBeLessThan(0.1);
  });

  test('white noise reads as itself, and as half of it from pair to pair', () => {
    expect(readsAs(0, 1)).toBeCloseTo(1, 9);
    expect(readsAs(0, 2)).toBeCloseTo(0.5, 9);
    const { fine, coarse, tone } = noiseOf(noisy(4, 0));
    expect(fine).toBeCloseTo(4, 0);
    expect(coarse).toBeCloseTo(2, 0);
    expect(tone).toBeCloseTo(0.5, 2);
  });

  test('what the proposal adds makes letters as grainy as what is around them, within 5 %', () => {
    const around = noiseOf(noisy(3, 0.5));
    const grain = proposeGrain(around, { fine: 0, coarse: 0, tone: 0.5 }, null)!;
    const letters2 = grainIn({ x: 0, y: 0, width: 200, height: 200 }, grain.size, 77);
    const { fine } = noiseOf({ ...letters2, data: letters2.data.map((value) => 0.5 + (value * grain.middle) / 255) });
    expect(Math.abs(fine / around.fine - 1)).toBeLessThan(0.05);
    // Letters that take the cloth's grain already lack none.
    expect(proposeGrain(around, around, null)!.middle).toBeLessThan(0.1);
    expect(proposeGrain(null, null, null)).toBeNull();
  });

  test('the blur is that of the photograph at the letters’ foot; where no edge is hard it is not told', () => {
    const map = { width: 16, height: 12, values: Array.from({ length: 192 }, (_, i) => 1 + Math.floor(i / 16) / 4) };
    const found = { map, sharpest: 0.8, usual: 1, softest: 3, recedes: null, edges: 300, confidence: 0.9 };
    const photograph = { scale: 2, x: 0, y: 0, width: 80, height: 60 };
    // The foot of the first letter lies at 80 of 120 px: row 7 or 8 of 12; sheet px are half as large.
    const sigma = focusAt({ ...found, sharpest: 0.1 }, drawnLetters([drawnLetter(square(50, 20, 60))]), photograph)!;
    expect(sigma).toBeGreaterThan(2 * 2.2);
    expect(sigma).toBeLessThan(2 * 3.1);
    expect(focusAt(found, letters, photograph)).toBeNull();
    expect(focusAt(null, letters, photograph)).toBeNull();
    expect(proposeBlur(2)!.sigma).toBeCloseTo(Math.sqrt(4 - 0.29 ** 2), 2);
    expect(proposeBlur(0.1)!.sigma).toBe(0);
    expect(encodeExact(decodeExact(0.4))).toBeCloseTo(0.4, 9);
  });
});

describe('along a wall that the lens is focused on', () => {
  const photograph = { x: 0, y: 0, scale: 1, width: 640, height: 320 };
  /** A map of so many cells of 10 px, soft by a function of the place. */
  const mapped = (sigma: (x: number) => number) =>
    ({
      confidence: 1,
      map: { width: 64, height: 32, values: Array.from({ length: 64 * 32 }, (_, i) => sigma(((i % 64) + 0.5) * 10)) },
    }) as unknown as Parameters<typeof focusAlong>[0];

  test('the blur goes through 0 where the line passes what is in focus', () => {
    // In focus at 400: 3 px at 100, 1.5 px at 550.
    const found = focusAlong(
      mapped((x) => Math.abs(x - 400) / 100),
      [100, 160],
      [550, 160],
      photograph,
    )!;
    expect(found.through).toBe(true);
    expect(found.first).toBeCloseTo(3, 0);
    expect(found.last).toBeCloseTo(1.5, 0);
    const blur = { sigma: 3, along: { from: [100, 0], to: [550, 0], sigma: 1.5, through: true } };
    const field = sigmaField(plainFocus({ blur } as never).blur!, letters, { x: 100, y: 0, width: 450, height: 10 });
    expect(field.at([400, 5])).toBeCloseTo(0, 6);
    expect(field.at([250, 5])).toBeCloseTo(1.5, 6);
    expect(field.at([500, 5])).toBeCloseTo(1, 6);
    expect(field.least).toBe(0);
  });

  test('where it only grows it is seen to grow; single soft cells are not believed', () => {
    const found = focusAlong(
      mapped((x) => 0.5 + x / 200 + (Math.round(x / 10) % 7 === 0 ? 6 : 0)),
      [100, 160],
      [550, 160],
      photograph,
    )!;
    expect(found.through).toBe(false);
    expect(found.first).toBeCloseTo(1, 0);
    expect(found.last).toBeCloseTo(3.2, 0);
    expect(focusAlong(null, [0, 0], [1, 1], photograph)).toBeNull();
  });
});
