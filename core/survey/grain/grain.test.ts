import sharp from 'sharp';
import { gaussianBlur } from '../../kernels/blur';
import { demoPlate } from '../../testing/plates';
import { pictureOf } from '../../testing/pictures';
import { gaussians } from '../testing/made';
import { lookAt } from '../view';
import { grain } from '.';

const side = 512;

/** An even slope of grey with grain of a deviation and a size, through a JPEG of a quality (0: none). */
async function grainy(sigma: number, size: number, quality: number, seed: number) {
  const next = gaussians(seed);
  const white = {
    width: side,
    height: side,
    channels: 1 as const,
    data: Float32Array.from({ length: side * side }, next),
  };
  const { data } = gaussianBlur(white, size);
  const own = Math.sqrt(data.reduce((sum, value) => sum + value * value, 0) / data.length);
  const grey = Uint8Array.from(data, (value, i) => Math.round(60 + (i % side) / 4 + (value * sigma) / own));
  const raw = { raw: { width: side, height: side, channels: 1 as const } };
  const bytes = quality
    ? await sharp(await sharp(grey, raw).jpeg({ quality }).toBuffer())
        .extractChannel(0)
        .raw()
        .toBuffer()
    : grey;
  return pictureOf(`grain-${seed}`, { width: side, height: side, channels: 1, bytes: new Uint8Array(bytes) });
}

test.each([
  [1.5, 0, 0],
  [1.5, 0, 93],
  [3, 0, 93],
  [6, 0, 90],
  [4, 0.8, 0],
  [4, 0.8, 95],
  [4, 1.2, 0],
  [4, 0.5, 95],
])('grain of %f, blurred by %f px, in a JPEG of quality %i', async (sigma, size, quality) => {
  const found = await grain.take(await lookAt(await grainy(sigma, size, quality, 7)));
  expect(found.sigma / sigma).toBeGreaterThan(0.85);
  expect(found.sigma / sigma).toBeLessThan(1.15);
  // Under 0.6 px it cannot be told from none.
  expect(Math.abs(found.size - size)).toBeLessThan(size < 0.6 ? 0.6 : 0.25);
});

/** What the renderings were given. */
test.each([
  ['jar', 1.5],
  ['dune', 3],
  ['linen', 1.5],
  ['kilnwall', 3],
  ['ribbons', 1.5],
  ['potter-figure', 3],
])('grain of the plate %s is %f', async (name, sigma) => {
  const found = await grain.take(await lookAt(await demoPlate(name)));
  expect(found.sigma / sigma).toBeGreaterThan(0.85);
  expect(found.sigma / sigma).toBeLessThan(1.15);
});
