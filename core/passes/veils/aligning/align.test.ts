import { random } from '../../../kernels/testing';
import type { Level } from '../../../pictures/pyramid';
import { apply, inverse, placed, type Affine } from '../../../shape/affine';
import { plateLevel } from '../../../testing/plates';
import { alignPictures } from './align';

/** Another shot of the same scene: moved, turned and scaled, brighter, with grain of its own. */
function shotAgain(picture: Level, place: Affine, width: number, height: number, seed: number): Level {
  const back = inverse(place);
  const next = random(seed);
  const bytes = new Uint8Array(width * height * 3);
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [u, v] = apply(back, [x + 0.5, y + 0.5]);
      const [left, top] = [Math.floor(u - 0.5), Math.floor(v - 0.5)];
      const [s, t] = [u - 0.5 - left, v - 0.5 - top];
      const inside = left >= 0 && top >= 0 && left < picture.width - 1 && top < picture.height - 1;
      for (let c = 0; c < 3; c++, at++) {
        const i = (top * picture.width + left) * 3 + c;
        const value = inside
          ? (picture.bytes[i] * (1 - s) + picture.bytes[i + 3] * s) * (1 - t) +
            (picture.bytes[i + picture.width * 3] * (1 - s) + picture.bytes[i + picture.width * 3 + 3] * s) * t
          : 128;
        bytes[at] = Math.min(255, Math.max(0, Math.round(value * 1.12 + 6 + (next() - 0.5) * 12)));
      }
    }
  }
  return { width, height, channels: 3, bytes };
}

/** How far the corners of the middle half are off at most, px of the second. */
function worstCorner(found: Affine, wanted: Affine, { width, height }: Level): number {
  const corners = [0.25, 0.75].flatMap((x) => [0.25, 0.75].map((y) => [width * x, height * y] as const));
  return Math.max(
    ...corners.map((corner) => {
      const [[x, y], [u, v]] = [apply(found, corner), apply(wanted, corner)];
      return Math.hypot(x - u, y - v);
    }),
  );
}

test.each([
  ['jar', placed(0.87, 6, 140, 20)],
  ['potter-figure', placed(1.2, -9, -120, 60)],
])('%s, shot again from a little beside, is found to 2.5 px', async (name, place) => {
  const picture = await plateLevel(name);
  const again = shotAgain(picture, place, 1700, 1300, 3);
  const found = alignPictures(picture, again)!;
  expect(found).not.toBeNull();
  expect(worstCorner(found.place, place, picture)).toBeLessThan(2.5);
  expect(found.found).toBeLessThanOrEqual(found.compared);
});

test('other scenes are not aligned, nor pictures with nothing in them', async () => {
  const [jar, dune] = [await plateLevel('jar'), await plateLevel('dune')];
  expect(alignPictures(jar, dune)).toBeNull();
  const even: Level = { width: 400, height: 300, channels: 3, bytes: new Uint8Array(400 * 300 * 3).fill(120) };
  expect(alignPictures(even, jar)).toBeNull();
  expect(alignPictures(jar, even)).toBeNull();
  const tiny: Level = { width: 2, height: 2, channels: 1, bytes: Uint8Array.of(0, 255, 255, 0) };
  expect(alignPictures(tiny, tiny)).toBeNull();
});
