import { random } from '../../../kernels/testing';
import { encode } from '../../../pixels/transfer';
import type { Level } from '../../../pictures/pyramid';
import { phi } from '../../../testing/gaussian';
import { plateLevel, trueMatte } from '../../../testing/plates';
import { signedArea } from '../../../shape/winding';
import { cleanBorder, cleanLines } from './cleanBorder';
import { contoursOf } from './contours';
import { levelLines } from './levelLine';
import { evenly } from './line';
import { bordersApart, roughness } from './roughness';

const [width, height] = [160, 120];
/** How much of a px lies in front of a disc's edge, and of a Gaussian of some sigma over it: sampled 8 x 8. */
function disc(x: number, y: number, radius: number, sigma: number): number {
  let sum = 0;
  for (let v = 0; v < 8; v++)
    for (let u = 0; u < 8; u++) {
      const inside = radius - Math.hypot(x + (u + 0.5) / 8 - 80.3, y + (v + 0.5) / 8 - 60.6);
      sum += sigma === 0 ? Number(inside > 0) : phi(inside / sigma);
    }
  return sum / 64;
}

/** A disc before a ground, mixed in linear light, with grain; and its true matte. */
function scene(sigma: number, grain = 0): { picture: Level; truth: Uint8Array } {
  const next = random(5);
  const bytes = new Uint8Array(width * height * 3);
  const truth = new Uint8Array(width * height);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const share = disc(x, y, 40, sigma);
      truth[i] = Math.round(share * 255);
      [
        [0.5, 0.12],
        [0.3, 0.2],
        [0.1, 0.4],
      ].forEach(([front, behind], c) => {
        const light = front * share + behind * (1 - share);
        const noise = grain * (next() + next() + next() - 1.5);
        bytes[i * 3 + c] = Math.min(255, Math.max(0, Math.round(encode(light) * 255 + noise)));
      });
    }
  }
  return { picture: { width, height, channels: 3, bytes }, truth };
}

/** The disc's mask as a rough cut leaves it: off by up to two px, in steps. */
function roughMask(): Uint8Array {
  const next = random(9);
  const shifts = Array.from({ length: 64 }, () => (next() - 0.5) * 4);
  return Uint8Array.from({ length: width * height }, (_, i) => {
    const [x, y] = [(i % width) + 0.5 - 80.3, Math.floor(i / width) + 0.5 - 60.6];
    const sector = Math.floor(((Math.atan2(y, x) + Math.PI) / (2 * Math.PI)) * 63.99);
    return Number(Math.hypot(x, y) < 40 + shifts[sector]);
  });
}

test('contours run around what is in front, holes the other way, and px at a corner stay apart', () => {
  const mask = Uint8Array.from('00000 01110 01010 01110 00001'.replaceAll(' ', ''), Number);
  const contours = contoursOf(mask, 5, 5);
  expect(contours.map((line) => line.length).sort((a, b) => a - b)).toEqual([4, 4, 12]);
  // Middles of px sides: each of the three squares' outline, with its corners cut by an eighth of a px.
  const areas = contours.map((line) => signedArea(line) / 2).sort((a, b) => a - b);
  expect(areas).toEqual([-0.5, 0.5, 8.5]);
});

test('what touches the rim goes on beyond it', () => {
  const lines = contoursOf(new Uint8Array(12).fill(1), 4, 3, 5);
  expect(lines).toHaveLength(1);
  expect(Math.min(...lines[0].map(([x]) => x))).toBe(-5);
  expect(contoursOf(new Uint8Array(12), 4, 3, 5)).toEqual([]);
});

test.each([
  [0, 0, 0.12],
  [0, 20, 0.3],
  [1.2, 12, 0.3],
])('the border of a disc of sigma %d with grain %d lies within %d px of the true circle', (sigma, grain, limit) => {
  const { picture } = scene(sigma, grain);
  const [{ points }] = cleanLines(picture, roughMask());
  const off = points.map(([x, y]) => Math.abs(Math.hypot(x - 80.3, y - 60.6) - 40)).sort((a, b) => a - b);
  expect(off[Math.floor(off.length * 0.95)]).toBeLessThan(limit);
});

test.each([0, 0.8, 1.6])('the matte of a disc blurred by %d px is as soft as the photograph', (sigma) => {
  const { picture, truth } = scene(sigma, 8);
  const matte = cleanBorder(picture, roughMask());
  let [sum, count] = [0, 0];
  for (let i = 0; i < matte.length; i++) {
    if (truth[i] === 0 || truth[i] === 255) continue;
    sum += ((matte[i] - truth[i]) / 255) ** 2;
    count++;
  }
  expect(Math.sqrt(sum / count)).toBeLessThan(0.06);
});

test('a picture of one colour keeps the cut, smoothed; empty and full masks come through, specks do not', () => {
  const even: Level = { width, height, channels: 3, bytes: new Uint8Array(width * height * 3).fill(90) };
  const mask = roughMask();
  const matte = cleanBorder(even, mask);
  const area = (values: Uint8Array, whole: number): number => values.reduce((sum, value) => sum + value / whole, 0);
  expect(Math.abs(area(matte, 255) / area(mask, 1) - 1)).toBeLessThan(0.02);
  expect(cleanBorder(even, new Uint8Array(width * height)).every((value) => value === 0)).toBe(true);
  expect(cleanBorder(even, new Uint8Array(width * height).fill(1)).every((value) => value === 255)).toBe(true);
  const one: Level = { width: 1, height: 1, channels: 3, bytes: Uint8Array.of(1, 2, 3) };
  expect([...cleanBorder(one, Uint8Array.of(1))]).toEqual([255]);
  const speck = new Uint8Array(width * height);
  speck[width * 50 + 50] = 1;
  expect(area(cleanBorder(even, speck), 255)).toBe(0);
  for (let i = 0; i < 100; i++) speck[width * (50 + Math.floor(i / 10)) + 50 + (i % 10)] = 1;
  expect(Math.abs(area(cleanBorder(even, speck), 255) - 100)).toBeLessThan(25);
});

test('roughness is that of a wave upon a line: about its amplitude over the root of two', () => {
  const wave = (amplitude: number): [number, number][] =>
    Array.from({ length: 1200 }, (_, i) => {
      const turn = (i / 1200) * 2 * Math.PI;
      const radius = 190 + amplitude * Math.sin(turn * 200);
      return [200 + radius * Math.cos(turn), 200 + radius * Math.sin(turn)];
    });
  expect(roughness([wave(0)], 400, 400)).toBeLessThan(0.06);
  expect(Math.abs(roughness([wave(1)], 400, 400)! / Math.SQRT1_2 - 1)).toBeLessThan(0.25);
});

test('cut from a jagged true mask, a ribbon lies within a px nearly everywhere, and runs smoothly', async () => {
  for (const name of ['ribbons.ribbon-c']) {
    const picture = await plateLevel(name.split('.')[0]);
    const { data } = await trueMatte(name);
    const next = random(3);
    const cells = Array.from({ length: 70000 }, () => next() * 4 - 2);
    const jagged = Uint8Array.from(data, (_, i) => {
      const [x, y] = [i % picture.width, Math.floor(i / picture.width)];
      const shift = Math.round(cells[Math.floor(y / 6) * 300 + Math.floor(x / 6)]);
      const [u, v] = [
        Math.min(picture.width - 1, Math.max(0, x + shift)),
        Math.min(picture.height - 1, Math.max(0, y + shift)),
      ];
      return Number(data[v * picture.width + u] > 0.5);
    });
    const matte = cleanBorder(picture, jagged);
    const truth = Uint8Array.from(data, (value) => Math.round(value * 255));
    const [own, wanted] = [matte, truth].map((one) => levelLines(one, picture.width, picture.height));
    const apart = bordersApart(own, wanted, picture.width, picture.height);
    expect(apart.filter((one) => one <= 1).length / apart.length).toBeGreaterThan(0.95);
    expect(
      roughness(
        own.filter((line) => line.length > 60).map((line) => evenly(line, 1)),
        picture.width,
        picture.height,
      ),
    ).toBeLessThan(0.25);
  }
});
