import { emptyRaster, type Raster } from '../../pixels/raster';
import { seeded } from '../../shape/seeded';
import { seenShadow } from './seenShadow';

const [width, height] = [260, 220];
const disc = (x: number, y: number): number => Math.min(1, Math.max(0, 40.5 - Math.hypot(x - 90, y - 90)));

/** A disc on a grained ground, and its shadow: moved so far, so soft, so dark. */
function scene(
  seed: number,
  { far, angle, soft, left }: { far: number; angle: number; soft: number; left: number },
): { light: Raster; matte: Raster } {
  const next = seeded(seed);
  const [light, matte] = [emptyRaster(width, height, 1), emptyRaster(width, height, 1)];
  const [dx, dy] = [Math.cos((angle * Math.PI) / 180) * far, Math.sin((angle * Math.PI) / 180) * far];
  for (let y = 0, at = 0; y < height; y++)
    for (let x = 0; x < width; x++, at++) {
      const inside = disc(x, y);
      const away = 40 - Math.hypot(x - dx - 90, y - dy - 90);
      const shaded = Math.min(1, Math.max(0, 0.5 + away / Math.max(1, soft)));
      const ground = 0.4 * (1 + 0.25 * (next() - 0.5)) * (1 + 0.2 * Math.sin(x / 31));
      matte.data[at] = inside;
      light.data[at] = inside * 0.2 + (1 - inside) * ground * (1 - shaded * (1 - left));
    }
  return { light, matte };
}

test.each(Array.from({ length: 24 }, (_, seed) => [seed]))('a shadow is as far as it was thrown (seed %i)', (seed) => {
  const next = seeded(seed + 100);
  const made = {
    far: 8 + Math.floor(next() * 40),
    angle: Math.floor(next() * 360),
    soft: 1 + next() * 5,
    left: 0.3 + next() * 0.35,
  };
  const { light, matte } = scene(seed, made);
  const found = seenShadow(light, matte, made.angle, 80);
  expect(found).not.toBeNull();
  expect(Math.abs(found!.far - made.far)).toBeLessThanOrEqual(Math.max(2.5, 0.12 * made.far));
  expect(Math.abs(found!.left - made.left)).toBeLessThan(0.15);
  expect(found!.confidence).toBeGreaterThan(0.5);
});

test('where there is none, none is found: an even ground, a darker disc on a ground that slowly grows light, and nothing at all', () => {
  for (let seed = 0; seed < 12; seed++) {
    const { light, matte } = scene(seed, { far: 10, angle: seed * 30, soft: 2, left: 1 });
    expect(seenShadow(light, matte, seed * 30, 80)).toBeNull();
    for (let at = 0; at < light.data.length; at++) light.data[at] *= 1 + (at % width) / width;
    expect(seenShadow(light, matte, 0, 80)).toBeNull();
  }
  expect(seenShadow(emptyRaster(20, 20, 1), emptyRaster(20, 20, 1), 0, 10)).toBeNull();
});
