import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { random } from '../../kernels/testing';
import { pictureOf } from '../../testing/pictures';
import { correlation, lights, photographed, vectorOf } from '../testing/made';
import { lookAt } from '../view';
import { reliefFromShading } from '.';

/** Looked up once: these loops are hot. */
const { exp, floor, max, sqrt } = Math;

const [width, height] = [300, 240];
const next = random(4);
const mounds = Array.from({ length: 22 }, () => ({
  x: next() * width,
  y: next() * height,
  wide: 12 + 8 * next(),
  high: next() < 0.7 ? 6 : -5,
}));
/** Mounds and hollows, px of height: none of them runs along an axis. */
const heightAt = (x: number, y: number): number =>
  mounds.reduce(
    (sum, mound) => sum + mound.high * exp(-((x - mound.x) ** 2 + (y - mound.y) ** 2) / (2 * mound.wide ** 2)),
    0,
  );

const truthOver = Float32Array.from({ length: width * height }, (_, i) => heightAt(i % width, floor(i / width)));
/** Slopes to the right and down, of every px. */
const slopes = Array.from({ length: width * height }, (_, i): [number, number] => {
  const [x, y] = [i % width, floor(i / width)];
  return [(heightAt(x + 1, y) - heightAt(x - 1, y)) / 2, (heightAt(x, y + 1) - heightAt(x, y - 1)) / 2];
});

/** Matt cloth in one light. */
function cloth(one: { tilt: number; height: number }, paint: (x: number, y: number) => number, seed: number) {
  const [lx, ly, lz] = vectorOf(one);
  return photographed(
    width,
    height,
    (x, y) => {
      const [dx, dy] = slopes[y * width + x];
      const facing = (-dx * lx - dy * ly + lz) / sqrt(dx * dx + dy * dy + 1);
      const lit = paint(x, y) * (0.02 + 0.6 * max(0, facing));
      return [lit, lit * 0.9, lit * 0.8];
    },
    { sigma: 1, seed },
  );
}

test.each(lights.map((one, seed) => ({ ...one, seed })))(
  'relief of a cloth lit from $tilt degrees, $height high',
  async ({ tilt, height: high, seed }) => {
    const { coarse } = await lookAt(cloth({ tilt, height: high }, () => 1, seed + 1));
    const found = reliefFromShading(coarse, { tilt, height: high });
    const { correlation: alike, spread } = correlation(found.heights, truthOver);
    expect(alike).toBeGreaterThan(0.8);
    expect(spread).toBeGreaterThan(0.4);
    expect(spread).toBeLessThan(2);
  },
);

test('stripes of another colour are paint, and no relief', async () => {
  const one = { tilt: 170, height: 35 };
  const [lx, ly, lz] = vectorOf(one);
  const striped = photographed(width, height, (x, y) => {
    const [dx, dy] = slopes[y * width + x];
    const lit = 0.02 + 0.6 * max(0, (-dx * lx - dy * ly + lz) / sqrt(dx * dx + dy * dy + 1));
    return x % 100 < 50 ? [0.75 * lit, 0.7 * lit, 0.65 * lit] : [0.75 * lit, 0.55 * lit, 0.4 * lit];
  });
  const { coarse } = await lookAt(striped);
  expect(correlation(reliefFromShading(coarse, one).heights, truthOver).correlation).toBeGreaterThan(0.75);
});

test.each([false, true])('the folded linen against its true relief (mirrored: %s)', async (isMirrored) => {
  const { light } = (
    JSON.parse(readFileSync('demo/plates/truth.json', 'utf8')) as {
      plates: { linen: { light: { image_plane_direction_deg: number; angle_toward_camera_deg: number } } };
    }
  ).plates.linen;
  const read = async (file: string, channels: 1 | 3) => {
    const source = isMirrored ? sharp(file).flop() : sharp(file);
    const { data, info } = await (channels === 1 ? source.extractChannel(0) : source)
      .raw()
      .toBuffer({ resolveWithObject: true });
    return { width: info.width, height: info.height, channels, bytes: new Uint8Array(data) };
  };
  const plate = await read('demo/plates/linen.jpg', 3);
  const truth = await read('demo/plates/truth/linen.height.png', 1);
  const { coarse } = await lookAt(pictureOf('linen', plate));
  const tilt = isMirrored ? 180 - light.image_plane_direction_deg : light.image_plane_direction_deg;
  const found = reliefFromShading(coarse, { tilt, height: light.angle_toward_camera_deg });
  // 9 units from the lens, 38 degrees across: units of 1800 px of the cloth's plane; white is 0.40 units high.
  const unit = (2 * 9 * Math.tan((19 * Math.PI) / 180)) / plate.width;
  const wanted = found.heights.map((_, i) => {
    const [x, y] = [(i % found.width) * found.factor, Math.floor(i / found.width) * found.factor];
    return ((truth.bytes[(y + 1) * truth.width + x + 1] / 255) * 0.4) / unit;
  });
  const { correlation: alike, spread } = correlation(found.heights, wanted);
  expect(alike).toBeGreaterThan(0.85);
  expect(spread).toBeGreaterThan(0.5);
  expect(spread).toBeLessThan(2);
});
