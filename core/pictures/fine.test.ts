import { encodeExact } from '../pixels/transfer';
import { codeOf, halveFine, mostCode, valueOf } from './fine';
import { cutStored, type FineRange, type Picture } from './pyramid';
import { samplePicture, storedPixels } from './resample';

/** A picture of one tile or less, of codes and of the bytes nearest to them. */
function pictureOf(width: number, height: number, range: FineRange, codes: Uint16Array): Picture {
  const bytes = Uint8Array.from(codes, (code) => Math.round(Math.min(1, Math.max(0, valueOf(range, code))) * 255));
  const stored = new Uint8Array(codes.buffer, codes.byteOffset, codes.byteLength);
  return {
    key: 'made',
    width,
    height,
    channels: 3,
    levels: 1,
    tile: (_, column, row) => Promise.resolve(cutStored({ width, height, pixelBytes: 3, bytes }, column, row)),
    fine: {
      range,
      tile: (_, column, row) =>
        Promise.resolve(cutStored({ width, height, pixelBytes: 6, bytes: stored }, column, row)),
    },
  };
}

test('codes of 16 bits come back as they were; wide ones reach beyond 0 and 1, to half a step', () => {
  for (let code = 0; code <= mostCode; code += 7) expect(codeOf('plain', valueOf('plain', code))).toBe(code);
  for (const value of [-0.75, -0.5116, 0, 0.5, 1, 1.0931, 1.25])
    expect(Math.abs(valueOf('wide', codeOf('wide', value)) - value)).toBeLessThanOrEqual(0.5 / 32767);
});

test('a smaller level is the mean of light', () => {
  const next = halveFine({
    width: 2,
    height: 2,
    channels: 3,
    range: 'plain',
    codes: Uint16Array.from([0, 0, 0, mostCode, 0, 0, mostCode, 0, 0, 0, 0, 0]),
  });
  expect([next.width, next.height]).toEqual([1, 1]);
  // Half the light: 0.7354 of the code.
  expect(Math.abs(next.codes[0] / mostCode - encodeExact(0.5))).toBeLessThan(3e-5);
  expect([...next.codes.subarray(1)]).toEqual([0, 0]);
});

describe('a picture on the sheet', () => {
  const [width, height] = [40, 30];
  const ramp = Uint16Array.from({ length: width * height * 3 }, (_, i) => (i * 7919) % 65536);
  const all = { x: 0, y: 0, width, height };

  test('has all of its 16 bits px for px, and no stored bytes stand for it', async () => {
    const picture = pictureOf(width, height, 'plain', ramp);
    const shown = await samplePicture(picture, { scale: 1, x: 0, y: 0 }, all);
    for (let i = 0; i < width * height; i++)
      for (let c = 0; c < 3; c++) expect(Math.round(shown.data[i * 4 + c] * mostCode)).toBe(ramp[i * 3 + c]);
    expect(await storedPixels(picture, { scale: 1, x: 0, y: 0 }, all)).toBeNull();
  });

  test('is at another size what its bytes are, as exactly as those tell', async () => {
    const { fine, ...plain } = pictureOf(width, height, 'plain', ramp);
    expect(fine).toBeDefined();
    const place = { scale: 0.73, x: 0.4, y: -0.2 };
    const seen = { x: 0, y: 0, width: 30, height: 22 };
    const [finely, coarsely] = await Promise.all([
      samplePicture({ ...plain, fine }, place, seen),
      samplePicture(plain, place, seen),
    ]);
    // Near black a step of a byte is much in encoded values, and little light.
    for (let i = 0; i < finely.data.length; i++)
      expect(Math.abs(finely.data[i] ** 2.2 - coarsely.data[i] ** 2.2)).toBeLessThan(0.006);
  });

  test('keeps colours beyond sRGB at any size', async () => {
    const red = [1.0931, -0.2267, -0.1501];
    const codes = Uint16Array.from({ length: width * height * 3 }, (_, i) => codeOf('wide', red[i % 3]));
    const picture = pictureOf(width, height, 'wide', codes);
    for (const scale of [1, 0.6]) {
      const { data } = await samplePicture(picture, { scale, x: 0, y: 0 }, { x: 5, y: 5, width: 4, height: 4 });
      for (let c = 0; c < 3; c++) expect(Math.abs(data[c] - red[c])).toBeLessThan(2e-4);
      expect(data[3]).toBe(1);
    }
  });
});
