import { emptyRaster, type Raster } from '../pixels/raster';
import { decodeExact } from '../pixels/transfer';
import { drawBody } from './bodies/draw';
import { mug } from './bodies/mug';
import { poster } from './bodies/poster';
import { shirt } from './bodies/shirt';
import { seenFromFar, seenLight } from './distance';
import { arcMinutes, degreesOf, pixelsPerDegree, thresholdAt } from './eye';
import { lookedAt, plainLook, smaller, type Bytes } from './look';
import { onStock, stocks, withGain } from './stock';
import { deficiencies, deficiencyMatrix, seeGrey, seeWith } from './vision';

const flat = (width: number, height: number, colour: readonly number[]): Raster => {
  const out = emptyRaster(width, height, 4);
  for (let at = 0; at < out.data.length; at += 4) out.data.set(colour, at);
  return out;
};
const at = ({ data, width }: Raster, x: number, y: number): number[] => [
  ...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4),
];

describe('other eyes', () => {
  test('at full severity the matrices are those that were published', () => {
    const published = {
      protan: [0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998],
      deutan: [0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.01182, 0.04294, 0.968881],
      tritan: [1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602, 0.004733, 0.691367, 0.3039],
    };
    for (const kind of deficiencies)
      deficiencyMatrix(kind, 1).forEach((value, i) => expect(value).toBeCloseTo(published[kind][i], 5));
  });

  test('without severity nothing changes; greys stay grey at any', () => {
    for (const kind of deficiencies) {
      deficiencyMatrix(kind, 0).forEach((value, i) => expect(value).toBeCloseTo(i % 4 === 0 ? 1 : 0, 6));
      const grey = flat(1, 1, [0.3, 0.3, 0.3, 1]);
      seeWith(grey, kind, 0.7);
      for (const value of at(grey, 0, 0).slice(0, 3)) expect(value).toBeCloseTo(0.3, 3);
    }
  });

  test('red and green that differ in hue alone come together for deutan eyes, and grey is their light', () => {
    const apart = (kind: 'deutan' | null): number => {
      const [red, green] = [flat(1, 1, [0.5, 0.12, 0.05, 1]), flat(1, 1, [0.14, 0.24, 0.05, 1])];
      if (kind) for (const one of [red, green]) seeWith(one, kind, 1);
      return Math.hypot(...[0, 1, 2].map((c) => at(red, 0, 0)[c] - at(green, 0, 0)[c]));
    };
    expect(apart('deutan')).toBeLessThan(apart(null) / 3);
    const one = flat(1, 1, [1, 0, 0, 1]);
    seeGrey(one);
    expect(at(one, 0, 0).slice(0, 3)).toEqual([0.2126, 0.2126, 0.2126].map((value) => expect.closeTo(value, 5)));
  });
});

describe('from far', () => {
  test('angles by arithmetic', () => {
    // A metre at 57.3 m is about a degree; a letter of 8.73 mm at 6 m has 5 minutes of arc, as on an eye chart.
    expect(degreesOf(1, 57.29)).toBeCloseTo(1, 3);
    expect(arcMinutes(8.727, 6000)).toBeCloseTo(5, 2);
    expect(pixelsPerDegree(0.1, 1000)).toBeCloseTo(174.53, 1);
  });

  const perDegree = 160;
  /** A grating of so many cycles a degree. @returns the part of its contrast that is left */
  const left = (frequency: number, contrast: number): number => {
    const light = emptyRaster(480, 16, 1);
    for (let i = 0; i < light.data.length; i++)
      light.data[i] = 0.4 * (1 + contrast * Math.sin((2 * Math.PI * frequency * ((i % 480) + 0.5)) / perDegree));
    const seen = seenLight(light, perDegree);
    const middle = [...seen.data.subarray(480 * 8 + 120, 480 * 8 + 360)];
    return (Math.max(...middle) - Math.min(...middle)) / 2 / 0.4 / contrast;
  };

  test('gratings are seen where the eye’s threshold says so, and gone where it does not', () => {
    for (const [frequency, contrast] of [
      [2, 0.1],
      [6, 0.05],
      [12, 0.1],
      [24, 0.5],
    ])
      expect([frequency, left(frequency, contrast) > 0.75]).toEqual([frequency, true]);
    for (const [frequency, contrast] of [
      [2, thresholdAt(2) / 3],
      [6, thresholdAt(6) / 3],
      [24, thresholdAt(24) / 3],
      [70, 1],
    ])
      expect([frequency, left(frequency, contrast) < 0.3]).toEqual([frequency, true]);
  });

  test('an even picture stays as it is; colour blurs before light does', () => {
    const even = flat(64, 64, [0.4, 0.2, 0.1, 1]);
    at(seenFromFar(even, 40), 30, 30).forEach((value, c) => expect(value).toBeCloseTo([0.4, 0.2, 0.1, 1][c], 4));
    const stripes = emptyRaster(128, 16, 4);
    for (let i = 0; i < 128 * 16; i++) {
      const isRed = Math.floor((i % 128) / 4) % 2 === 0;
      // The same light: 0.2126 of red, 0.7152 of green.
      stripes.data.set(isRed ? [0.6, 0, 0, 1] : [0, 0.6 * (0.2126 / 0.7152), 0, 1], i * 4);
    }
    const seen = seenFromFar(stripes, 128);
    expect(Math.abs(at(seen, 61, 8)[0] - at(seen, 65, 8)[0])).toBeLessThan(0.1);
  });
});

describe('stock', () => {
  test('dots grow most at a half, and nothing grows where there is no ink or nothing but ink', () => {
    expect(withGain(1, 0.2)).toBe(1);
    expect(withGain(0, 0.2)).toBe(0);
    // Half of the area inked, grown by a fifth: 0.7 of it takes the light.
    expect(withGain(0.5, 0.2)).toBeCloseTo(0.3, 6);
    expect(withGain(0.5, 0)).toBe(0.5);
  });

  test('inks multiply the stock; where the design is clear the stock is seen; a garment that is dark has white below', () => {
    const bare = { ...stocks.coated, gain: 0, colour: '#808080' };
    const grey = decodeExact(128 / 255);
    const clear = onStock(flat(1, 1, [0, 0, 0, 0]), bare, 0.1);
    expect(at(clear, 0, 0)[0]).toBeCloseTo(grey, 4);
    const red = onStock(flat(1, 1, [1, 0.5, 0, 1]), bare, 0.1);
    expect(at(red, 0, 0).slice(0, 3)).toEqual([grey, grey / 2, 0].map((value) => expect.closeTo(value, 4)));
    const dark = onStock(flat(1, 1, [1, 1, 1, 1]), { ...stocks.blackShirt, texture: stocks.coated.texture }, 0.1);
    expect(at(dark, 0, 0)[0]).toBeGreaterThan(0.7);
  });
});

describe('bodies', () => {
  const design = { light: flat(300, 200, [0.9, 0.05, 0.05, 1]), perMm: 1 };
  const size = { width: 300, height: 200 };
  const isRed = ([red, green]: number[]): boolean => red > 4 * green && red > 0.02;
  const count = (raster: Raster): number => {
    let red = 0;
    for (let i = 0; i < raster.width * raster.height; i++)
      if (isRed([raster.data[i * 4], raster.data[i * 4 + 1]])) red++;
    return red / (raster.width * raster.height);
  };

  test('a design lies on each of them, whole px of light, and nowhere outside', () => {
    for (const body of [mug(size), poster(size), shirt(size, [0.5, 0.5, 0.5])]) {
      const drawn = drawBody(body, design, 160);
      expect(drawn.data.every((value) => Number.isFinite(value) && value >= 0)).toBe(true);
      expect(count(drawn)).toBeGreaterThan(0.02);
      expect(count(drawn)).toBeLessThan(0.6);
      expect(isRed(at(drawn, 1, 1))).toBe(false);
    }
  });

  test('a poster seen from the right is higher at its right: true perspective, by the camera’s own arithmetic', () => {
    const body = poster(size);
    const drawn = drawBody(body, design, 400);
    const tall = (x: number): number => {
      let rows = 0;
      for (let y = 0; y < drawn.height; y++) if (isRed(at(drawn, x, y))) rows++;
      return rows;
    };
    const columns = Array.from({ length: 400 }, (_, x) => x).filter((x) => tall(x) > 10);
    const [first, last] = [columns[0] + 2, columns.at(-1)! - 2];
    const { from, to } = body.camera;
    const long = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]);
    const depth = (x: number): number =>
      ((x - from[0]) * (to[0] - from[0]) + (0 - from[1]) * (to[1] - from[1]) + (3 - from[2]) * (to[2] - from[2])) /
      long;
    expect(tall(last) / tall(first)).toBeGreaterThan(1.02);
    expect(tall(last) / tall(first)).toBeCloseTo(depth(-150) / depth(150), 1);
  });

  test('around a mug a design is as wide as its arc: what is further than a quarter turn away is not seen', () => {
    const body = mug({ width: 128, height: 60 });
    const front = body.onDesign(0, 47.5, 41, 0, 0, 1)!;
    const quarter = body.onDesign(41, 47.5, 0, 1, 0, 0);
    // A quarter of the way around is 41 times half of pi.
    const turned = body.onDesign(41 * Math.sin(0.5), 47.5, 41 * Math.cos(0.5), Math.sin(0.5), 0, Math.cos(0.5))!;
    expect(turned[0] - front[0]).toBeCloseTo(41 * 0.5, 6);
    expect(front[1]).toBeCloseTo(30, 6);
    expect(quarter === null || quarter[0] > front[0] + 41 * 1.5).toBe(true);
    expect(body.onDesign(0, 47.5, 37, 0, 0, -1)).toBeNull();
  });
});

describe('looking', () => {
  const picture: Bytes = { width: 400, height: 200, data: new Uint8ClampedArray(400 * 200 * 4).fill(255) };

  test('as it is it stays the same, to the byte; all ways together give a picture', () => {
    expect(lookedAt(picture, plainLook, 200, 1)).toBe(picture);
    const seen = lookedAt(
      picture,
      { ...plainLook, distance: 10, eyes: 'tritan', severity: 0.6, stock: 'kraft', body: 'mug' },
      200,
      1,
    );
    expect(seen.data).toHaveLength(seen.width * seen.height * 4);
    expect(seen.data[3]).toBe(255);
  });

  test('on a press white is its paper, and it is told what the picture asks of it', () => {
    const white = { width: 2, height: 1, data: new Uint8ClampedArray([255, 255, 255, 255, 0, 0, 0, 0]) };
    const seen = lookedAt(white, { ...plainLook, press: 'news' }, 300, 1);
    // L* 82, a* 0, b* 4: a grey that leans to yellow; what is clear shows the same paper.
    const [r, g, b] = seen.data;
    expect(Math.abs(r - 207) + Math.abs(g - 203) + Math.abs(b - 195)).toBeLessThan(9);
    expect([...seen.data.slice(4, 7)]).toEqual([r, g, b]);
    expect(seen.printed!.beyond).toBe(0);
    expect(seen.printed!.mostInk).toBeLessThan(0.02);
  });

  test('a thumbnail has 160 px on its longer side, each the mean of its light', () => {
    const seen = lookedAt(picture, { ...plainLook, distance: 'thumbnail' }, 200, 1);
    expect([seen.width, seen.height]).toEqual([160, 80]);
    expect(seen.data.every((value) => value === 255)).toBe(true);
    const halves = emptyRaster(4, 2, 4);
    for (let i = 0; i < 8; i++) halves.data.set([i % 2, 0, 0, 1], i * 4);
    expect(at(smaller(halves, 2), 0, 0)).toEqual([0.5, 0, 0, 1]);
  });

  test('a sheet of one px, and one that is clear, can be looked at in every way', () => {
    for (const body of ['sheet', 'mug', 'poster', 'shirt'] as const)
      for (const distance of body === 'sheet' ? ([null, 3, 'thumbnail'] as const) : ([null] as const)) {
        const one = { width: 1, height: 1, data: new Uint8ClampedArray(4) };
        const seen = lookedAt(one, { ...plainLook, stock: 'coated', body, distance }, 300, 1);
        expect(seen.width).toBeGreaterThan(0);
      }
  }, 60000);
});
