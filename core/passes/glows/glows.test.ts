import { Evaluator } from '../../graph/evaluate';
import { plainLamp } from '../../light/lamp';
import { blankPiece } from '../../piece/blank';
import { addGlow, changeGlow } from '../../piece/edits/glows';
import { moveInDepth, removeItem } from '../../piece/edits/items';
import { pieceSchema, type Piece } from '../../piece/schema';
import type { Raster } from '../../pixels/raster';
import { decodeExact, encodeExact } from '../../pixels/transfer';
import { compile } from '../../render/compile';
import { bareScene } from '../../testing/letters';
import { falloffOf } from './falloff';
import { flareLight, ghostsOf } from './flare';
import { placeOf } from './place';
import { glowLayer } from './render';
import { glowSchema, plainGlow } from './schema';
import { angleOf } from './angle';

const sheet = { width: 200, height: 120 };
const made = (...edits: ((piece: Piece) => void)[]): Piece => {
  const piece = blankPiece('glow', { ...sheet, ppi: 100, paint: '#404040' });
  for (const edit of edits) edit(piece);
  return piece;
};
const drawn = async (piece: Piece, scale = 1): Promise<Raster> =>
  new Evaluator(1e8).pixels(compile(piece, bareScene().materials).picture, {
    region: { x: 0, y: 0, width: sheet.width * scale, height: sheet.height * scale },
    scale,
  });
const at = ({ data, width }: Raster, x: number, y: number, c = 0): number => data[(y * width + x) * 4 + c];
const dark = decodeExact(0x40 / 255);

test('light falls through every stop, without overshoot, and ends', () => {
  const stops = [
    { at: 0, light: 1 },
    { at: 0.2, light: 0.5 },
    { at: 0.21, light: 0.1 },
    { at: 1, light: 0 },
  ];
  const light = falloffOf(stops);
  for (const stop of stops) expect(light(stop.at)).toBeCloseTo(stop.light, 9);
  for (let i = 0; i < 100; i++) expect(light(i / 100)).toBeGreaterThanOrEqual(light((i + 1) / 100) - 1e-12);
  expect(light(1.01)).toBe(0);
  expect(light(-1)).toBe(1);
});

test('a glow is screened over what lies below, in linear light and in its colour', async () => {
  const piece = made(
    addGlow('glow', 50),
    changeGlow('glow-1', {
      at: [100, 60],
      colour: '#ff8000',
      strength: 0.5,
      stops: [
        { at: 0, light: 1 },
        { at: 1, light: 0 },
      ],
    }),
  );
  const out = await drawn(piece);
  // 30 px off: the smooth step from 1 to 0 at 0.6, times a half, times the colour.
  const [px, py] = [129.5 - 100, 0.5];
  const part = Math.hypot(px + 0.5 - 0.5, py) / 50;
  const share = 0.5 * (2 * part ** 3 - 3 * part ** 2 + 1);
  for (const [c, colour] of [1, 128 / 255, 0].entries()) {
    const light = share * decodeExact(colour);
    expect(at(out, 129, 60, c)).toBeCloseTo(encodeExact(dark + light - dark * light), 2);
  }
  expect(at(out, 160, 60)).toBeCloseTo(0x40 / 255, 4);
  const half = await drawn(piece, 0.5);
  expect(at(half, 55, 30)).toBeCloseTo((at(out, 110, 60) + at(out, 111, 61)) / 2, 2);
});

test('it stands where the lamp stands, or its own way off', () => {
  const lamp = { ...plainLamp(), at: [20, 30] as [number, number] };
  expect(placeOf({ at: null }, lamp, sheet)).toEqual([20, 30]);
  expect(placeOf({ at: [7, 8] }, lamp, sheet)).toEqual([7, 8]);
  const [x, y] = placeOf({ at: null }, { ...plainLamp(), tilt: 90 }, sheet);
  expect(x).toBeCloseTo(100, 6);
  expect(y).toBeLessThan(0);
});

test('a flare: haze around the light, as many streaks as its blades say, the same ghosts for the same seed', () => {
  const flare = plainGlow({ id: 'f', name: 'f', as: 'flare', radius: 100, ghosts: 4, ring: 0, haze: 0, blades: 6 });
  const light = (angle: number, far = 20): number => {
    const out = new Float32Array(4);
    const turn = (angle * Math.PI) / 180;
    flareLight(flare, [], [0, 0])(far * Math.cos(turn), far * Math.sin(turn), 1, 1, out, 0);
    return out[1];
  };
  for (let k = 0; k < 6; k++) {
    expect(light(k * 60)).toBeGreaterThan(0.05);
    expect(light(k * 60 + 30)).toBeLessThan(1e-3);
  }
  const [a, b] = [ghostsOf(flare, [0, 0], [50, 50]), ghostsOf({ ...flare, ghosts: 7 }, [0, 0], [50, 50])];
  expect(b.slice(0, 4)).toEqual(a);
  // All of them lie on the line through the middle.
  for (const {
    at: [x, y],
  } of b)
    expect(x).toBeCloseTo(y, 9);
  expect(ghostsOf({ ...flare, seed: 2 }, [0, 0], [50, 50])).not.toEqual(a);
});

test('drawn large, light is what it is at each place: fewer places are worked out, to half a step of 8 bits', async () => {
  const [scale, region] = [4, { x: 1500, y: 1100, width: 300, height: 260 }];
  const white = { name: 'f', at: [420, 300] as [number, number], colour: '#ffffff', strength: 1, radius: 800 };
  const flare = plainGlow({ id: 'f', as: 'flare', ...white });
  const glow = plainGlow({ id: 'g', as: 'glow', ...white });
  const size = { width: 900, height: 700 };
  const ghosts = ghostsOf(flare, white.at, [450, 350]);
  const falloff = falloffOf(glow.stops);
  const light = flareLight(flare, ghosts, white.at);
  const lightAt = {
    f: (x: number, y: number): number => {
      const out = new Float32Array(4);
      light(x, y, 1, 1, out, 0);
      return Math.max(...out);
    },
    g: (x: number, y: number): number => falloff(Math.hypot(x - white.at[0], y - white.at[1]) / 800),
  };
  for (const one of [flare, glow]) {
    const out = await new Evaluator(1e8).pixels(glowLayer(one, null, size).node, { region, scale });
    let worst = 0;
    for (let y = 0, i = 3; y < region.height; y++)
      for (let x = 0; x < region.width; x++, i += 4) {
        const light = lightAt[one.id as 'f' | 'g']((region.x + x + 0.5) / scale, (region.y + y + 0.5) / scale);
        worst = Math.max(worst, Math.abs(out.data[i] - Math.min(1, Math.max(0, light))));
      }
    expect(worst).toBeLessThan(1 / 510);
  }
});

test('the light of a flare is that of its formula, to a thousandth', () => {
  const flare = plainGlow({ id: 'f', as: 'flare', name: 'f', radius: 300, haze: 0.4, ring: 0.5, blades: 7 });
  const light = flareLight(flare, [], [100, 80]);
  const out = new Float32Array(4);
  let worst = 0;
  for (let i = 0; i < 5000; i++) {
    const [x, y] = [100 + ((i * 37) % 1000) - 500, 80 + ((i * 91) % 800) - 400];
    light(x, y, 1, 1, out, 0);
    const far = Math.hypot(x - 100, y - 80) / 300;
    const ray = (Math.atan2(y - 80, x - 100) * 14) / (2 * Math.PI);
    const off = ((Math.abs(ray - Math.round(ray)) * 2 * Math.PI) / 14) * (far / 0.012);
    const streak = (0.55 * Math.exp(-3.2 * far - off * off)) / (1 + 6 * far);
    const haze = 0.4 * (0.5 * Math.exp(-2.2 * far * far) + 0.6 * Math.exp(-90 * far * far));
    for (let c = 0; c < 3; c++) {
      const ring = 0.5 * 0.12 * Math.exp(-(((far - 0.72 - 0.035 * (1 - c)) / 0.02) ** 2));
      worst = Math.max(worst, Math.abs(out[c] - haze - ring - (far > 1e-6 ? streak : 0)));
    }
  }
  expect(worst).toBeLessThan(1e-3);
});

test.each([
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -2],
  [3, -4],
  [-0.2, 5],
  [-7, -7],
])('the angle of %p, %p is the one of the language', (x, y) => expect(angleOf(y, x)).toBeCloseTo(Math.atan2(y, x), 4));

test('glows are added nearest, moved in depth, hidden and removed', async () => {
  const piece = made(addGlow('glow', 50), addGlow('flare', 80));
  expect(piece.depth).toEqual(['glow-1', 'glow-2']);
  expect(pieceSchema.safeParse(piece).success).toBe(true);
  moveInDepth('glow-2', 0)(piece);
  expect(piece.depth).toEqual(['glow-2', 'glow-1']);
  changeGlow('glow-1', { shown: false })(piece);
  removeItem('glow-2')(piece);
  expect([piece.glows.length, piece.depth]).toEqual([1, ['glow-1']]);
  const out = await drawn(piece);
  for (let x = 0; x < 200; x += 20) expect(at(out, x, 60)).toBeCloseTo(0x40 / 255, 4);
});

test.each([
  {
    stops: [
      { at: 0.5, light: 1 },
      { at: 0.2, light: 0 },
    ],
  },
  { radius: 0 },
  { colour: 'reddish' },
  { ghosts: 99 },
])('what is no glow is refused: %j', (change) =>
  expect(glowSchema.safeParse({ id: 'g', name: 'g', ...change }).success).toBe(false),
);

test('a softened glow keeps its light, and its narrow core spreads by the sigma that was asked for', async () => {
  const stops = [
    { at: 0, light: 1 },
    { at: 0.1, light: 0 },
    { at: 1, light: 0 },
  ];
  const lightOf = async (blur: number): Promise<number[]> => {
    const glow = plainGlow({
      id: 'g',
      name: 'g',
      at: [100, 60],
      radius: 60,
      stops,
      strength: 0.5,
      colour: '#ffffff',
      blur,
    });
    const { node } = glowLayer(glow, null, sheet);
    const { data } = await new Evaluator(1e8).pixels(node, { region: { x: 0, y: 0, ...sheet }, scale: 1 });
    // Light is encoded by its own share of each px.
    return Array.from({ length: sheet.width * sheet.height }, (_, i) =>
      data[4 * i + 3] > 0 ? decodeExact(data[4 * i] / data[4 * i + 3]) * data[4 * i + 3] : 0,
    );
  };
  const varianceOf = (light: number[]): number => {
    const sum = light.reduce((all, value) => all + value, 0);
    return light.reduce((all, value, i) => all + value * ((i % sheet.width) + 0.5 - 100) ** 2, 0) / sum;
  };
  const [sharp, soft] = [await lightOf(0), await lightOf(5)];
  const total = (light: number[]): number => light.reduce((all, value) => all + value, 0);
  expect(total(soft) / total(sharp)).toBeCloseTo(1, 2);
  expect(Math.sqrt(varianceOf(soft) - varianceOf(sharp))).toBeCloseTo(5, 0);
});
