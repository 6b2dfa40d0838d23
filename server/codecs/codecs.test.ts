import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp, { type Sharp } from 'sharp';
import { Problem } from '../problem';
import { openPyramid, writePyramid } from '../store/pyramidFile';
import { decodePicture } from './decodePicture';
import { encodePicture } from './encodePicture';
import { StripTiff } from './stripTiff';
import { profileOf } from '../../core/formats/icc';
import { rgbSpaces } from '../../core/press/rgbSpaces';

const folder = mkdtempSync(join(tmpdir(), 'inky-codecs-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const file = (name: string, bytes: Uint8Array): string => {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
};

/** 60 x 40 px: left half red, right half blue. */
const halves = (): Sharp => {
  const data = Buffer.alloc(60 * 40 * 3);
  for (let i = 0; i < 60 * 40; i++) data.set(i % 60 < 30 ? [220, 30, 30] : [30, 30, 220], i * 3);
  return sharp(data, { raw: { width: 60, height: 40, channels: 3 } });
};
const colourAt = (
  { width, channels, bytes }: { width: number; channels: number; bytes: Uint8Array },
  x: number,
  y: number,
): number[] => [...bytes.subarray((y * width + x) * channels, (y * width + x) * channels + channels)];
const near = (colour: number[], truth: number[], within = 12): void =>
  colour.forEach((value, c) => expect(Math.abs(value - truth[c])).toBeLessThanOrEqual(within));

test.each([
  ['JPEG', (picture: Sharp) => picture.jpeg({ quality: 95, chromaSubsampling: '4:4:4' }), 'image/jpeg'],
  ['PNG', (picture: Sharp) => picture.png(), 'image/png'],
  ['WebP', (picture: Sharp) => picture.webp({ quality: 95 }), 'image/webp'],
  ['TIFF', (picture: Sharp) => picture.tiff({ compression: 'lzw' }), 'image/tiff'],
  ['AVIF', (picture: Sharp) => picture.avif({ quality: 90 }), 'image/avif'],
])('%s is read', async (name, write, mime) => {
  const decoded = await decodePicture(file(`a-${name}`, await write(halves()).toBuffer()), 'plate');
  expect([decoded.width, decoded.height, decoded.channels, decoded.mime]).toEqual([60, 40, 3, mime]);
  near(colourAt(decoded, 10, 20), [220, 30, 30]);
  near(colourAt(decoded, 50, 20), [30, 30, 220]);
});

test('a picture lying on its side is turned upright', async () => {
  // Orientation 6: the camera was turned; what is stored at the left belongs at the top.
  const decoded = await decodePicture(
    file(
      'turned.jpg',
      await halves().withMetadata({ orientation: 6 }).jpeg({ quality: 95, chromaSubsampling: '4:4:4' }).toBuffer(),
    ),
    'plate',
  );
  expect([decoded.width, decoded.height]).toEqual([40, 60]);
  near(colourAt(decoded, 20, 10), [220, 30, 30]);
  near(colourAt(decoded, 20, 50), [30, 30, 220]);
});

test('a wide-gamut profile is converted: the Display P3 code of a colour gives its sRGB code', async () => {
  // sharp writes P3 codes of an sRGB picture; reading them back must give the sRGB codes again, not the P3 ones.
  const orange = sharp({ create: { width: 30, height: 30, channels: 3, background: { r: 230, g: 120, b: 40 } } });
  const bytes = await orange.withIccProfile('p3').png().toBuffer();
  const stored = await sharp(bytes).metadata();
  expect(stored.icc).toBeDefined();
  near(colourAt(await decodePicture(file('p3.png', bytes), 'plate'), 5, 5), [230, 120, 40], 2);
});

test('grey, 16 bit, CMYK and transparency', async () => {
  const grey = await decodePicture(
    file(
      'grey.png',
      await sharp({ create: { width: 20, height: 20, channels: 3, background: '#808080' } })
        .greyscale()
        .png()
        .toBuffer(),
    ),
    'plate',
  );
  expect(colourAt(grey, 3, 3)).toEqual([128, 128, 128]);
  const deep = await decodePicture(file('deep.png', await halves().toColourspace('rgb16').png().toBuffer()), 'plate');
  expect(deep.channels).toBe(3);
  near(colourAt(deep, 10, 10), [220, 30, 30], 2);
  const cmyk = await decodePicture(
    file('cmyk.jpg', await halves().toColourspace('cmyk').jpeg({ quality: 95 }).toBuffer()),
    'plate',
  );
  const [red, green] = colourAt(cmyk, 10, 10);
  expect(red).toBeGreaterThan(150);
  expect(green).toBeLessThan(90);
  const clear = await decodePicture(
    file(
      'clear.png',
      await sharp({ create: { width: 20, height: 20, channels: 4, background: { r: 10, g: 20, b: 30, alpha: 0.5 } } })
        .png()
        .toBuffer(),
    ),
    'plate',
  );
  expect(colourAt(clear, 3, 3)).toEqual([10, 20, 30, 128]);
});

test('a matte is read as it is stored', async () => {
  const matte = await decodePicture('demo/plates/truth/jar.jar.png', 'matte');
  expect([matte.width, matte.height, matte.channels]).toEqual([1800, 1200, 1]);
  expect(colourAt(matte, 945, 850)).toEqual([255]);
  expect(colourAt(matte, 50, 50)).toEqual([0]);
});

test.each(['jpeg', 'png', 'webp', 'tiff', 'avif'] as const)(
  'a %s that is cut short is refused as damaged',
  async (format) => {
    const noise = Buffer.from(
      Uint8Array.from({ length: 300 * 300 * 3 }, (_, i) => (i * 7919 + (i >> 3) * 104729) % 256),
    );
    const whole = await sharp(noise, { raw: { width: 300, height: 300, channels: 3 } })
      .toFormat(format)
      .toBuffer();
    await expect(
      decodePicture(file(`short.${format}`, whole.subarray(0, Math.floor(whole.length * 0.55))), 'plate'),
    ).rejects.toMatchObject({ status: 422 });
  },
);

test('what is no picture is refused, whatever it calls itself', async () => {
  for (const [name, bytes] of [
    ['text.jpg', 'Hello there, this is only text.'],
    ['page.png', '<html><svg xmlns="http://www.w3.org/2000/svg"><image href="file:///etc/passwd"/></svg></html>'],
    ['wide.svg', '<svgs xmlns="http://www.w3.org/2000/svg"/>'],
    ['empty.webp', ''],
    ['moving.gif', 'GIF89a.....'],
  ] as const) {
    const refused = decodePicture(file(name, new TextEncoder().encode(bytes)), 'plate');
    await expect(refused).rejects.toBeInstanceOf(Problem);
    await expect(refused).rejects.toMatchObject({ status: 415 });
  }
});

test('more than 100 megapixels are refused by what the file says of itself, before it is decoded', async () => {
  const huge = await sharp({ create: { width: 12000, height: 8400, channels: 3, background: '#123456' } })
    .png({ compressionLevel: 9 })
    .toBuffer();
  await expect(decodePicture(file('huge.png', huge), 'plate')).rejects.toMatchObject({
    status: 413,
    message: expect.stringMatching(/101 megapixels.*100/),
  });
});

test('a strip TIFF holds what was put in, and leaves as JPEG with its resolution', async () => {
  const path = join(folder, 'strips.tif');
  const [width, height] = [70, 45];
  const pixels = Uint8Array.from({ length: width * height * 4 }, (_, i) =>
    i % 4 === 3 ? 255 - (i % 200) : (i * 37) % 256,
  );
  const tiff = new StripTiff(path, { width, height, channels: 4, bits: 8 }, 16, {
    ppi: 200,
    profile: profileOf(rgbSpaces.srgb),
  });
  for (let row = 0; row < height; row += 16)
    await tiff.add(pixels.subarray(row * width * 4, Math.min(height, row + 16) * width * 4));
  tiff.finish();
  const { data, info } = await sharp(path).raw().toBuffer({ resolveWithObject: true });
  expect([info.width, info.height, info.channels]).toEqual([width, height, 4]);
  expect(Buffer.compare(data, Buffer.from(pixels))).toBe(0);
  await encodePicture(path, join(folder, 'out.jpg'), { format: 'jpeg', ppi: 200, bits: 8, quality: 90 });
  expect(await sharp(join(folder, 'out.jpg')).metadata()).toMatchObject({ density: 200, format: 'jpeg', channels: 3 });
});

test('a pyramid file gives back every tile', async () => {
  const level = await decodePicture('demo/plates/jar.jpg', 'plate');
  const path = join(folder, 'jar.levels');
  let result = 0;
  writePyramid(path, level, (done) => (result = done));
  expect(result).toBeGreaterThan(0.99);
  const picture = openPyramid('jar', path, level);
  const tile = await picture.tile(0, 3, 2);
  for (const [x, y] of [
    [0, 0],
    [255, 255],
    [17, 90],
  ]) {
    expect([...tile.subarray((y * 256 + x) * 3, (y * 256 + x) * 3 + 3)]).toEqual(
      colourAt(level, 3 * 256 + x, 2 * 256 + y),
    );
  }
  expect((await picture.tile(picture.levels - 1, 0, 0)).length).toBe(256 * 256 * 3);
  writeFileSync(path, readFileSync(path).subarray(0, 1000));
  await expect(openPyramid('jar', path, level).tile(0, 3, 2)).rejects.toThrow(/cut short/);
});
