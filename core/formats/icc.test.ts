import sharp from 'sharp';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { rgbSpaces, toXyz } from '../press/rgbSpaces';
import { profileOf } from './icc';

test('primaries under D50 are those that are published for sRGB and for Display P3', () => {
  // The red, green and blue columns of the profiles that ICC (sRGB2014) and the makers of Display P3 publish.
  const published = {
    srgb: [
      [0.43607, 0.38515, 0.14307],
      [0.22249, 0.71687, 0.06061],
      [0.01392, 0.09708, 0.7141],
    ],
    'display-p3': [
      [0.51512, 0.29198, 0.1571],
      [0.2412, 0.69225, 0.06657],
      [-0.00105, 0.04189, 0.78407],
    ],
  };
  for (const name of ['srgb', 'display-p3'] as const)
    toXyz(rgbSpaces[name]).forEach((row, r) =>
      row.forEach((value, c) => expect(Math.abs(value - published[name][r][c])).toBeLessThan(0.0004)),
    );
});

test('an independent reader of profiles finds sRGB in ours, and Display P3 where it lies', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'inky-icc-'));
  try {
    const colours = Uint8Array.from({ length: 600 }, (_, i) => (i * 89) % 256);
    const raw = { width: 200, height: 1, channels: 3 as const };
    const through = async (name: keyof typeof rgbSpaces): Promise<Buffer> => {
      const path = join(folder, `${name}.icc`);
      writeFileSync(path, profileOf(rgbSpaces[name]));
      return sharp(colours, { raw }).withIccProfile(path).png().toBuffer();
    };
    const same = await sharp(await through('srgb'), { ignoreIcc: true })
      .raw()
      .toBuffer();
    same.forEach((value, i) => expect(Math.abs(value - colours[i])).toBeLessThanOrEqual(1));
    // The reddest red of sRGB in Display P3: 0.9176, 0.2003, 0.1386 (CSS Color 4, its sample code's matrices).
    const red = Uint8Array.from([255, 0, 0]);
    const path = join(folder, 'p3.icc');
    writeFileSync(path, profileOf(rgbSpaces['display-p3']));
    const file = await sharp(red, { raw: { width: 1, height: 1, channels: 3 } })
      .withIccProfile(path)
      .png()
      .toBuffer();
    const [r, g, b] = await sharp(file, { ignoreIcc: true }).raw().toBuffer();
    [r - 234, g - 51, b - 35].forEach((off) => expect(Math.abs(off)).toBeLessThanOrEqual(1));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
