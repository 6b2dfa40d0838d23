import { random } from '../../kernels/testing';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { haloAt } from './halo';

const side = 20;
const front = [0.5, 0.05, 0.04];
const behind = [0.1, 0.3, 0.5];

/** A border that runs down at `at`, as wide as one px; each px is a mixture of both sides, with a texture if wanted. */
function photograph(at: number, texture = 0): Raster {
  const next = random(5);
  const out = emptyRaster(side, side, 4);
  for (let i = 0; i < side * side; i++) {
    const share = shareAt(i % side, at);
    const tone = 1 + (next() - 0.5) * texture;
    for (let c = 0; c < 3; c++) out.data[i * 4 + c] = tone * (behind[c] + (front[c] - behind[c]) * share);
    out.data[i * 4 + 3] = 1;
  }
  return out;
}

const shareAt = (x: number, at: number): number => Math.min(1, Math.max(0, at - x));

function matte(at: number): Raster {
  const out = emptyRaster(side, side, 1);
  for (let i = 0; i < side * side; i++) out.data[i] = shareAt(i % side, at);
  return out;
}

test('a matte that says what the photograph shows has no rim', () => {
  expect(haloAt(photograph(9.4), matte(9.4))).toBeLessThan(0.2);
  // Nor where both sides have a texture.
  expect(haloAt(photograph(9.4, 0.5), matte(9.4))).toBeLessThan(3);
});

test('a border that lies too far out, or too far in, shows; the farther the more', () => {
  const [near, far] = [9.8, 10.9].map((at) => haloAt(photograph(9.4), matte(at))!);
  expect(near).toBeGreaterThan(3);
  expect(far).toBeGreaterThan(1.5 * near);
  expect(haloAt(photograph(9.4), matte(8.4))).toBeGreaterThan(3);
});

test('where both sides look alike, or one is missing, nothing is said', () => {
  const grey = photograph(9.4);
  for (let i = 0; i < grey.data.length; i += 4) grey.data.fill(0.2, i, i + 3);
  expect(haloAt(grey, matte(9.4))).toBeNull();
  expect(haloAt(photograph(9.4), matte(-2))).toBeNull();
});
