import { solveStencil } from '../../../kernels/stencil';
import { random } from '../../../kernels/testing';
import { encodeExact } from '../../../pixels/transfer';
import { oklabPlanes } from '../../../pixels/oklabPlanes';
import type { Level } from '../../../pictures/pyramid';
import { fractions, meanSquaredError, trueCut, type TrueCutName } from '../../../testing/truth';
import { gaussianBlur } from '../../../kernels/blur';
import { ScribbleCutter } from '../scribble/scribbleCut';
import { borderOf } from '../softness/profile';
import { bandToSolve } from './needed';
import { bandOf } from './band';
import { solveFineEdge } from './fineEdge';
import { estimateFront } from './frontColour';
import { mattingEquations } from './laplacian';
import { lightPlanes } from './spread';

const [width, height] = [220, 160];
/** Two colours, linear light, with a slow change of their own. */
const frontLight = (x: number, y: number): number[] => [0.5 + 0.001 * x, 0.35, 0.08 + 0.0005 * y];
const behindLight = (x: number, y: number): number[] => [0.05, 0.1 + 0.0008 * y, 0.4 + 0.0006 * x];

/** A photo of something soft and hairy that is known to the last px: stems of 1.4 px on a soft edge. */
function known(): { picture: Level; truth: Float32Array } {
  const next = random(5);
  const truth = new Float32Array(width * height);
  const bytes = new Uint8Array(width * height * 3);
  for (let i = 0; i < truth.length; i++) {
    const [x, y] = [i % width, Math.floor(i / width)];
    const body = 1 / (1 + Math.exp(-(x - 100) / 2.5));
    const stem = x < 100 && x > 40 ? Math.max(0, 1 - Math.abs(((y + x * 0.3) % 18) - 9) / 1.4) : 0;
    truth[i] = Math.max(body, stem * 0.9);
    frontLight(x, y).forEach((f, c) => {
      const light = f * truth[i] + behindLight(x, y)[c] * (1 - truth[i]);
      bytes[i * 3 + c] = Math.round(encodeExact(light) * 255 + (next() - 0.5) * 2);
    });
  }
  return { picture: { width, height, channels: 3, bytes }, truth };
}

const { picture, truth } = known();
const cut = Uint8Array.from(truth, (value, i) => (value > 0.5 && i % width > 90 ? 255 : 0));
const band = Uint8Array.from(truth, (_, i) => (i % width > 25 && i % width < 125 ? 1 : 0));
const solved = solveFineEdge(picture, cut, band);
const matte = fractions(solved.matte.bytes);

test('stems and a soft edge are found to within a few hundredths', () => {
  expect(Math.sqrt(meanSquaredError(matte, truth, band))).toBeLessThan(0.06);
});

test('gaps between stems are seen through, though the cut ran over them', () => {
  const rough = Uint8Array.from(truth, (_, i) => (i % width > 45 ? 255 : 0));
  const own = fractions(solveFineEdge(picture, rough, band).matte.bytes);
  const gaps = truth.map((value, i) => Number(value < 0.01 && i % width > 62 && i % width < 86));
  const mean = own.reduce((sum, value, i) => sum + value * gaps[i], 0) / gaps.reduce((sum, one) => sum + one, 0);
  expect(mean).toBeLessThan(0.02);
});

test('what lies between stems may be in their shade', () => {
  const bytes = picture.bytes.slice();
  // The ground between the stems takes 85 % of the light, growing darker towards the body.
  for (let i = 0; i < truth.length; i++) {
    const [x, y] = [i % width, Math.floor(i / width)];
    const light = 1 - 0.15 * Math.min(1, Math.max(0, (x - 45) / 15));
    if (truth[i] < 1)
      behindLight(x, y).forEach((behind, c) => {
        const mixed = frontLight(x, y)[c] * truth[i] + behind * light * (1 - truth[i]);
        bytes[i * 3 + c] = Math.round(encodeExact(mixed) * 255);
      });
  }
  const rough = Uint8Array.from(truth, (_, i) => (i % width > 45 ? 255 : 0));
  const own = fractions(solveFineEdge({ ...picture, bytes }, rough, band).matte.bytes);
  const gaps = truth.map((value, i) => Number(value < 0.01 && i % width > 62 && i % width < 86));
  const mean = own.reduce((sum, value, i) => sum + value * gaps[i], 0) / gaps.reduce((sum, one) => sum + one, 0);
  expect(mean).toBeLessThan(0.15);
});

test.each([1, 8])('small gaps of what was painted are closed, and large ones kept; %d times as large', (times) => {
  const ring = (middle: number, radius: number): { radius: number; points: [number, number][] } => ({
    radius: 4 * times,
    points: Array.from({ length: 41 }, (_, k): [number, number] => [
      times * (middle + radius * Math.cos((k / 20) * Math.PI)),
      times * (80 + radius * Math.sin((k / 20) * Math.PI)),
    ]),
  });
  const painted = { band: [ring(60, 8), ring(160, 40)], reach: 0, needed: true };
  const [across, down] = [width * times, height * times];
  const flat: Level = { width: across, height: down, channels: 3, bytes: new Uint8Array(across * down * 3).fill(90) };
  const own = bandToSolve(painted, flat, new Uint8Array(across * down));
  expect([60, 160].map((x) => own[80 * times * across + x * times])).toEqual([1, 0]);
  // Nothing of the small gap is left, and nothing is added outside of the ring.
  const row = own.subarray(80 * times * across, 80 * times * across + 100 * times);
  expect(row.indexOf(1) / times).toBeCloseTo(48, 0);
  expect(row.subarray(row.indexOf(1), row.lastIndexOf(1)).includes(0)).toBe(false);
});

test('outside of the band the cut stays as it was', () => {
  for (let i = 0; i < cut.length; i++)
    if (!band[i]) expect([solved.matte.bytes[i], solved.front.bytes[i * 4 + 3]]).toEqual([cut[i], 0]);
});

test('the front’s own colour is found: within 3 (Oklab times 100) on average where the matte is fractional', () => {
  const [l, a, b] = oklabPlanes(solved.front);
  const wanted = new Uint8Array(width * height * 3);
  for (let i = 0; i < truth.length; i++)
    frontLight(i % width, Math.floor(i / width)).forEach(
      (f, c) => (wanted[i * 3 + c] = Math.round(encodeExact(f) * 255)),
    );
  const [L, A, B] = oklabPlanes({ width, height, channels: 3, bytes: wanted });
  let sum = 0;
  let count = 0;
  for (let i = 0; i < truth.length; i++) {
    if (!band[i] || truth[i] < 0.1 || truth[i] > 0.95) continue;
    sum += 100 * Math.hypot(l[i] - L[i], a[i] - A[i], b[i] - B[i]);
    count++;
  }
  expect(count).toBeGreaterThan(2000);
  expect(sum / count).toBeLessThan(3);
});

test('front colours come out exactly where picture and matte are without noise and colours are even', () => {
  const alpha = Float32Array.from({ length: 64 * 64 }, (_, i) => Math.min(1, Math.max(0, ((i % 64) - 20) / 24)));
  const light = [0.6, 0.3, 0.1].map((f, c) => alpha.map((value) => f * value + [0.05, 0.2, 0.5][c] * (1 - value)));
  const colours = estimateFront(light as never, alpha, 64, 64);
  for (let x = 26; x < 60; x++)
    [0.6, 0.3, 0.1].forEach((f, c) => expect(Math.abs(colours[c][32 * 64 + x] - f)).toBeLessThan(0.03));
});

test('front colours that are wanted in a part only are those of the whole', () => {
  const light = lightPlanes(picture.bytes, 3);
  const [whole, part] = [null, band].map((wanted) => estimateFront(light, truth, width, height, wanted));
  let most = 0;
  for (let i = 0; i < band.length; i++)
    if (band[i]) for (let c = 0; c < 3; c++) most = Math.max(most, Math.abs(whole[c][i] - part[c][i]));
  expect(most).toBeLessThan(0.005);
});

test('the equations hold for a matte that is linear in the colour of each window', () => {
  // Where alpha is a linear function of the light, the Laplacian of Levin et al. is zero for it: solving gives it back.
  const alpha = Float32Array.from({ length: 40 * 30 }, (_, i) => 0.2 + 0.012 * (i % 40) + 0.008 * Math.floor(i / 40));
  const light = [0.5, -0.3, 0.4].map((slope, c) => alpha.map((value) => 0.3 + slope * (value - 0.5) + c * 0.1));
  const unknown = Uint8Array.from(alpha, (_, i) => (i % 40 > 4 && i % 40 < 35 && i > 160 && i < 1040 ? 1 : 0));
  const equations = mattingEquations(light as never, 40, 30, alpha, unknown, 1e-9);
  const values = new Float32Array(equations.right.length);
  solveStencil(equations, values, { tolerance: 1e-9, steps: 4000 });
  equations.pixels.forEach((pixel, k) =>
    expect(Math.abs(values[equations.places[k]] - alpha[pixel])).toBeLessThan(0.01),
  );
});

test('a band that covers everything or nothing breaks nothing', () => {
  const all = solveFineEdge(picture, cut, new Uint8Array(cut.length).fill(1), { quick: true });
  expect(fractions(all.matte.bytes).every((value) => value >= 0 && value <= 1)).toBe(true);
  expect(solveFineEdge(picture, cut, new Uint8Array(cut.length)).matte.bytes).toEqual(cut);
  const bare = solveFineEdge(picture, new Uint8Array(cut.length), band, { quick: true });
  expect(bare.matte.bytes.every((value) => Number.isFinite(value))).toBe(true);
});

test('the strip along a border is as wide as it says', () => {
  const straight = Uint8Array.from({ length: 100 * 20 }, (_, i) => (i % 100 >= 50 ? 255 : 0));
  const strip = bandOf({ band: [], reach: 6 }, straight, { x: 0, y: 0, width: 100, height: 20 });
  const row = [...strip.subarray(1000, 1100)];
  expect([row.indexOf(1), row.lastIndexOf(1)]).toEqual([43, 56]);
});

test('jar and grasses: at most half the error of the best feather', async () => {
  const one = await trueCut('jar');
  const { bytes } = new ScribbleCutter(one.picture).cut(one.strokes.marks)!;
  // A part of the grasses, so that the test is quick; the bench takes the whole.
  const part = { x: 600, y: 240, width: 420, height: 260 };
  const from = <Values extends Uint8Array | Float32Array>(values: Values, channels: number): Values => {
    const out = values.slice(0, part.width * part.height * channels) as Values;
    for (let y = 0; y < part.height; y++)
      out.set(
        values.subarray(
          ((part.y + y) * one.picture.width + part.x) * channels,
          ((part.y + y) * one.picture.width + part.x + part.width) * channels,
        ),
        y * part.width * channels,
      );
    return out;
  };
  const [cutPart, truthPart] = [from(bytes, 1), from(one.truth, 1)];
  const picturePart: Level = { ...part, channels: 3, bytes: from(one.picture.bytes, 3) };
  const where = bandOf({ band: one.strokes.band, reach: 5 }, cutPart, part);
  const solvedPart = solveFineEdge(picturePart, cutPart, where);
  const ours = meanSquaredError(fractions(solvedPart.matte.bytes), truthPart, where);
  const feathers = [0.5, 1, 2, 4, 8, 16].map((sigma) =>
    meanSquaredError(gaussianBlur({ ...part, channels: 1, data: fractions(cutPart) }, sigma).data, truthPart, where),
  );
  expect(ours).toBeLessThan(Math.min(...feathers) / 2);
});

test('light is decoded as the standard says', () => {
  const [red] = lightPlanes(Uint8Array.of(188, 0, 0), 3);
  expect(red[0]).toBeCloseTo(0.5029, 3);
});

test('the hairy hat of the figure needs the fine edge, its smooth arms hardly; a ribbon does not', async () => {
  const needed = async (name: TrueCutName): Promise<{ share(from: number, to: number): number }> => {
    const { picture, truth } = await trueCut(name);
    const { width, height } = picture;
    const cut = Uint8Array.from(truth, (value) => Math.round(value * 255));
    const band = bandToSolve({ band: [], reach: 0, needed: true }, picture, cut);
    const border = borderOf({ width, height, channels: 1, data: truth }, 1);
    return {
      share(from, to) {
        const places = border.filter(({ place: [, y] }) => y >= from && y < to);
        return places.filter(({ place: [x, y] }) => band[Math.floor(y) * width + Math.floor(x)]).length / places.length;
      },
    };
  };
  const figure = await needed('figure');
  // The hat lies above 560; between 760 and 950 there are only arms, neck and shoulders.
  expect(figure.share(0, 560)).toBeGreaterThan(0.6);
  expect(figure.share(760, 950)).toBeLessThan(0.15);
  expect((await needed('ribbons')).share(0, Infinity)).toBeLessThan(0.25);
});
