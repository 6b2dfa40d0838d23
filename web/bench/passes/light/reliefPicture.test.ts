import { lookAt } from '../../../../core/survey/view';
import { photographed } from '../../../../core/survey/testing/made';
import { reliefPicture } from './reliefPicture';
import { NewestWish } from './useReliefPicture';

test('what is lit from where the light comes rises towards it: a round mound is light in its middle', async () => {
  const [width, height, wide] = [160, 120, 14];
  const [lx, lz] = [Math.cos(Math.PI / 5), Math.sin(Math.PI / 5)];
  const mound = photographed(width, height, (x, y) => {
    const rise = 9 * Math.exp(-((x - 80) ** 2 + (y - 60) ** 2) / (2 * wide * wide));
    const [dx, dy] = [(-(x - 80) / wide ** 2) * rise, (-(y - 60) / wide ** 2) * rise];
    const lit = (0.5 * Math.max(0, -dx * lx + lz)) / Math.sqrt(dx * dx + dy * dy + 1);
    return [lit, lit, lit];
  });
  const { coarse } = await lookAt(mound);
  const picture = reliefPicture(coarse, { tilt: 0, height: 36 });
  const at = (x: number, y: number): number =>
    picture.pixels[
      4 * (Math.round((y * picture.height) / height) * picture.width + Math.round((x * picture.width) / width))
    ];
  expect(at(80, 60)).toBeGreaterThan(at(30, 60) + 60);
  expect(at(80, 60)).toBeGreaterThan(at(130, 60) + 60);
  expect(picture.highest).toBeGreaterThan(2);
  expect(picture.pixels.length).toBe(picture.width * picture.height * 4);
});

test('of many wishes only the newest is carried out next', () => {
  const asked: number[] = [];
  const wishes = new NewestWish<number>((wish) => asked.push(wish));
  for (const wish of [1, 2, 3, 4]) wishes.want(wish);
  expect(asked).toEqual([1]);
  wishes.done();
  expect(asked).toEqual([1, 4]);
  wishes.done();
  wishes.want(5);
  expect(asked).toEqual([1, 4, 5]);
});
