import { emptyRaster, crop, copyOf, isEven } from './raster';
import { evened, evenRaster, evenValue, isBlank } from './even';

test('rasters of one value know it, whatever part of them is asked for; copies may be changed and know nothing', () => {
  const whole = evenRaster(40, 30, 1, 1);
  expect([evenValue(whole), whole.data.length, whole.data.every((one) => one === 1)]).toEqual([1, 1200, true]);
  const part = crop(whole, { x: 0, y: 0, width: 40, height: 30 }, { x: 5, y: 6, width: 7, height: 8 });
  expect([part.width, part.height, evenValue(part), isEven(part)]).toEqual([7, 8, 1, true]);
  const copy = copyOf(evenRaster(4, 4, 4, 0));
  copy.data[3] = 1;
  expect([evenValue(copy), isBlank(evenRaster(4, 4, 4, 0)), evenRaster(4, 4, 4, 0).data[3]]).toEqual([null, true, 0]);
});

test('what is nothing, or whole in one channel, is told by its px; anything else stays what it is', () => {
  const nothing = emptyRaster(9, 9, 4);
  expect([isBlank(nothing), isBlank(evened(nothing))]).toEqual([false, true]);
  const last = emptyRaster(9, 9, 4);
  last.data[last.data.length - 1] = 0.001;
  expect(evened(last)).toBe(last);
  const white = emptyRaster(3, 3, 4);
  white.data.fill(1);
  expect(evened(white)).toBe(white);
  const half = emptyRaster(3, 3, 1);
  half.data.fill(0.5);
  expect(evened(half)).toBe(half);
  half.data.fill(NaN);
  expect(evened(half)).toBe(half);
});

test('what is too large for the shared memory is made by itself', () => {
  const large = evenRaster(3000, 1500, 1, 1);
  expect([evenValue(large), large.data[0], large.data[large.data.length - 1]]).toEqual([null, 1, 1]);
});
