import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { deflateSync, inflateRawSync } from 'node:zlib';
import { random } from '../../core/kernels/testing';
import { adler32, joinedAdler32, packRows } from './packRows';
import type { PictureForm } from './pictureFile';
import { PngFile } from './pngFile';

const folder = mkdtempSync(join(tmpdir(), 'inky-png-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

async function write(
  path: string,
  form: PictureForm,
  pixels: Uint8Array,
  rowsAtATime: number,
  ppi = 240,
): Promise<void> {
  const pixelBytes = form.channels * (form.bits / 8);
  const stride = form.width * pixelBytes;
  const file = new PngFile(path, form, ppi, async (rows) => packRows(rows, stride, pixelBytes, form.bits));
  for (let row = 0; row < form.height; row += rowsAtATime)
    await file.add(pixels.subarray(row * stride, Math.min(form.height, row + rowsAtATime) * stride));
  file.finish();
}

const anyBytes = (count: number): Uint8Array => {
  const next = random(7);
  return Uint8Array.from({ length: count }, (_, i) => (i % 11 < 5 ? 200 : Math.floor(next() * 256)));
};

test.each([
  [3, 8, 1],
  [3, 8, 16],
  [4, 8, 7],
  [4, 8, 45],
  [3, 16, 16],
  [4, 16, 20],
] as const)(
  '%p channels of %p bits, %p rows at a time, are read by another program to the bit',
  async (channels, bits, rowsAtATime) => {
    const form = { width: 70, height: 45, channels, bits };
    const pixels = anyBytes(form.width * form.height * channels * (bits / 8));
    const path = join(folder, `${channels}-${bits}-${rowsAtATime}.png`);
    await write(path, form, pixels, rowsAtATime);
    const result = await sharp(path).metadata();
    expect(result).toMatchObject({
      format: 'png',
      width: 70,
      height: 45,
      channels,
      depth: bits === 8 ? 'uchar' : 'ushort',
      density: 240,
      space: bits === 8 ? 'srgb' : 'rgb16',
    });
    const read = bits === 8 ? sharp(path).raw() : sharp(path).toColourspace('rgb16').raw({ depth: 'ushort' });
    expect(Buffer.compare(await read.toBuffer(), Buffer.from(pixels))).toBe(0);
  },
);

test('a sheet one px wide, and rows that are longer than the window of the compression', async () => {
  for (const [width, height] of [
    [1, 300],
    [30000, 3],
  ]) {
    const form = { width, height, channels: 3, bits: 8 } as const;
    const pixels = anyBytes(width * height * 3);
    const path = join(folder, `${width}.png`);
    await write(path, form, pixels, 2);
    expect(Buffer.compare(await sharp(path).raw().toBuffer(), Buffer.from(pixels))).toBe(0);
  }
});

test('a file that was there is replaced, and one that is given up is not taken for a picture', async () => {
  const path = join(folder, 'there.png');
  writeFileSync(path, new Uint8Array(100000));
  const form = { width: 4, height: 4, channels: 3, bits: 8 } as const;
  await write(path, form, anyBytes(48), 4);
  expect(readFileSync(path).length).toBeLessThan(1000);
  const half = new PngFile(path, form, 72, async (rows) => packRows(rows, 12, 3, 8));
  await half.add(anyBytes(24));
  half.abandon();
  await expect(sharp(path).raw().toBuffer()).rejects.toThrow();
});

test('checksums are those of zlib, also joined from two stretches', () => {
  const bytes = anyBytes(200001);
  // A zlib stream ends with the Adler-32 of its content (RFC 1950).
  const ofZlib = (part: Uint8Array): number =>
    deflateSync(part, { level: 0 }).readUInt32BE(deflateSync(part, { level: 0 }).length - 4);
  expect(adler32(bytes)).toBe(ofZlib(bytes));
  for (const cut of [0, 1, 65521, 70000, 200001]) {
    expect(joinedAdler32(adler32(bytes.subarray(0, cut)), adler32(bytes.subarray(cut)), bytes.length - cut)).toBe(
      ofZlib(bytes),
    );
  }
});

test('a smooth slope is filtered down to next to nothing', () => {
  const rows = Uint8Array.from({ length: 256 * 3 * 64 }, (_, i) => Math.floor((i % 768) / 3) & 255);
  const { deflated, bytes } = packRows(rows, 768, 3, 8);
  expect(bytes).toBe(64 * 769);
  expect(deflated.length).toBeLessThan(rows.length / 50);
  expect(inflateRawSync(Buffer.concat([deflated, Uint8Array.of(3, 0)])).length).toBe(bytes);
});
