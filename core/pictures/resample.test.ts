import fc from 'fast-check';
import { paintedPicture } from '../testing/pictures';
import { cutTile, halve, levelCount, readLevel, tileSide } from './pyramid';
import { samplePicture } from './resample';
import { decodeExact, encodeExact } from '../pixels/transfer';

const speckled = (x: number, y: number): number[] => [
  (x * 31 + y * 17) % 256,
  (x * 7 + y * 91) % 256,
  (x * y) % 256,
  (x * 5 + y) % 256,
];

test('at scale 1 on whole px a picture comes out unchanged, tile borders and offsets included', async () => {
  const picture = paintedPicture(530, 300, speckled);
  const region = { x: 240, y: 230, width: 60, height: 50 };
  const out = await samplePicture(picture, { scale: 1, x: 7, y: -3 }, region);
  for (let y = 0; y < 50; y++) {
    for (let x = 0; x < 60; x++) {
      const truth = speckled(240 + x - 7, 230 + y + 3);
      for (let c = 0; c < 3; c++) expect(out.data[(y * 60 + x) * 4 + c]).toBe(Math.fround(truth[c] / 255));
    }
  }
});

test('outside of the picture there is nothing; a border within a pixel covers its share', async () => {
  const picture = paintedPicture(10, 10, () => [255, 255, 255]);
  const out = await samplePicture(picture, { scale: 1, x: 2.25, y: 0 }, { x: 0, y: 4, width: 14, height: 1 });
  const alpha = Array.from({ length: 14 }, (_, x) => out.data[x * 4 + 3]);
  expect(alpha[1]).toBe(0);
  expect(alpha[2]).toBeCloseTo(0.75, 6);
  expect(alpha[3]).toBe(1);
  expect(alpha[12]).toBeCloseTo(0.25, 5);
  expect(alpha[13]).toBe(0);
});

test('an even colour stays that colour at any scale', async () => {
  const picture = paintedPicture(300, 200, () => [200, 100, 50]);
  await fc.assert(
    fc.asyncProperty(
      fc.double({ min: 0.03, max: 6, noNaN: true }),
      fc.double({ min: -40, max: 40, noNaN: true }),
      async (scale, x) => {
        const inside = {
          x: Math.ceil(x) + Math.ceil(90 * scale),
          y: Math.ceil(60 * scale),
          width: Math.max(1, Math.floor(80 * scale)),
          height: 1,
        };
        const out = await samplePicture(picture, { scale, x, y: 0 }, inside);
        for (let i = 0; i < out.data.length; i += 4)
          [200, 100, 50, 255].forEach((value, c) => expect(out.data[i + c] * 255).toBeCloseTo(value, 1));
      },
    ),
    { numRuns: 40 },
  );
});

test('halves are means in linear light: black and white stripes become the grey of half the light', async () => {
  const picture = paintedPicture(600, 400, (x) => (x % 2 ? [255, 255, 255] : [0, 0, 0]));
  const out = await samplePicture(picture, { scale: 0.5, x: 0, y: 0 }, { x: 100, y: 100, width: 8, height: 8 });
  for (let i = 0; i < out.data.length; i += 4) expect(out.data[i]).toBeCloseTo(encodeExact(0.5), 2);
});

test('a straight ramp of light is reproduced when shrunk by an odd factor', async () => {
  const light = (x: number): number => 0.1 + (0.8 * x) / 512;
  const picture = paintedPicture(512, 64, (x) =>
    new Array<number>(3).fill(Math.round(encodeExact(light(x + 0.5)) * 255)),
  );
  const scale = 0.37;
  const out = await samplePicture(picture, { scale, x: 0, y: 0 }, { x: 40, y: 8, width: 80, height: 1 });
  for (let i = 0; i < 80; i++)
    expect(Math.abs(decodeExact(out.data[i * 4]) - light((40 + i + 0.5) / scale))).toBeLessThan(0.006);
});

test('a matte keeps its values, without a transfer curve', async () => {
  const picture = paintedPicture(64, 64, (x) => [x % 2 ? 255 : 0], 1);
  const out = await samplePicture(picture, { scale: 0.5, x: 0, y: 0 }, { x: 4, y: 4, width: 10, height: 10 });
  expect(out.channels).toBe(1);
  const mean = out.data.reduce((sum, value) => sum + value, 0) / out.data.length;
  expect(mean).toBeCloseTo(0.5, 2);
});

test('transparent px lend no colour to their neighbours', async () => {
  const picture = paintedPicture(40, 40, (x) => (x < 20 ? [255, 0, 0, 255] : [0, 255, 0, 0]), 4);
  const out = await samplePicture(picture, { scale: 0.77, x: 0, y: 0 }, { x: 0, y: 5, width: 30, height: 4 });
  for (let i = 0; i < out.data.length; i += 4) expect(out.data[i + 1]).toBeLessThan(1e-6);
});

test('tiles put together again give the level, and beyond the border its last px repeats', async () => {
  const picture = paintedPicture(2 * tileSide + 3, 70, speckled);
  expect(picture.levels).toBe(levelCount(515, 70));
  const read = await readLevel(picture, 0, { x: -2, y: 66, width: 520, height: 6 });
  expect([...read.bytes.subarray(0, 3)]).toEqual(speckled(0, 66).slice(0, 3));
  expect([...read.bytes.subarray((5 * 520 + 519) * 3)]).toEqual(speckled(514, 69).slice(0, 3));
  expect([...read.bytes.subarray(300 * 3, 300 * 3 + 3)]).toEqual(speckled(298, 66).slice(0, 3));
  const level = { width: 5, height: 3, channels: 3 as const, bytes: new Uint8Array(45).fill(9) };
  expect(cutTile(level, 0, 0).every((value) => value === 9)).toBe(true);
  expect(halve(level)).toMatchObject({ width: 3, height: 2 });
});
