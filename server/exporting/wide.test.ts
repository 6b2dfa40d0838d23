import sharp from 'sharp';
import type { WantedFile } from '../../core/formats/fileSet';
import { blankPiece } from '../../core/piece/blank';
import { seeded } from '../../core/shape/seeded';
import type { Piece } from '../../core/piece/schema';
import { testStudio } from '../testing/studio';

const { ask, studio } = testStudio();
const [width, height] = [90, 60];

/** A piece that shows nothing but a photograph. */
async function pieceOf(file: Buffer): Promise<string> {
  const received = studio.intake.write(file);
  const { sha256 } = await studio.intake.takeIn(received, 'plate', 'plate');
  return studio.pieces.create({
    ...blankPiece('Wide', { width, height, ppi: 100, paint: '#ffffff' }),
    assets: { plate: { kind: 'plate', name: 'plate', sha256 } },
    plates: [{ id: 'plate-1', name: 'plate', asset: 'plate', scale: 1, x: 0, y: 0 }],
  } as Piece);
}

async function exported(id: string, more: Partial<WantedFile>): Promise<Buffer> {
  const settings = { format: 'png', ppi: 100, ...more };
  const answer = await ask(`/pieces/${id}/exports`, { method: 'POST', body: JSON.stringify(settings) });
  const job = (await answer.json()) as { id: string; message?: string };
  expect([answer.status, job.message]).toEqual([202, undefined]);
  await studio.jobs.get(job.id).finished;
  return Buffer.from(await (await ask(`/jobs/${job.id}/file`)).arrayBuffer());
}

/** The numbers in a file, whatever its profile says of them. */
const wordsIn = async (file: Buffer): Promise<Uint16Array> => {
  const { data } = await sharp(file)
    .keepIccProfile()
    .toColourspace('rgb16')
    .removeAlpha()
    .raw({ depth: 'ushort' })
    .toBuffer({ resolveWithObject: true });
  return new Uint16Array(data.buffer, data.byteOffset, data.byteLength / 2);
};
const bytesIn = (file: Buffer): Promise<Buffer> => sharp(file).keepIccProfile().removeAlpha().raw().toBuffer();

const random = seeded(3);

test('16 bits come in, and 16 bits go out: each of them', async () => {
  const words = Uint16Array.from({ length: width * height * 3 }, () => Math.floor(random() * 65536));
  const file = await sharp(words, { raw: { width, height, channels: 3 } })
    .toColourspace('rgb16')
    .png()
    .toBuffer();
  expect((await sharp(file).metadata()).depth).toBe('ushort');
  const id = await pieceOf(file);
  const png = await wordsIn(await exported(id, { bits: 16 }));
  expect(Buffer.from(png.buffer, png.byteOffset, png.byteLength).equals(Buffer.from(words.buffer))).toBe(true);
  expect([...(await wordsIn(await exported(id, { format: 'tiff', bits: 16 })))]).toEqual([...words]);
});

describe('a photograph in Display P3', () => {
  /** Numbers of that space: its primaries and what is between them. */
  const numbers = Buffer.from(
    Array.from({ length: width * height * 3 }, (_, i) => {
      const [px, c] = [Math.floor(i / 3), i % 3];
      const pure = [255, 0, 0, 255, 0];
      return px % 2 === 0 ? pure[(px + c) % 5] : Math.floor(random() * 256);
    }),
  );
  let id: string;
  beforeAll(async () => {
    // The library converts what it is given: numbers are set under the profile that another file brings.
    const profile = (
      await sharp({ create: { width: 1, height: 1, channels: 3, background: '#fff' } })
        .withIccProfile('p3')
        .png()
        .toBuffer()
        .then((one) => sharp(one).metadata())
    ).icc!;
    const plain = await sharp(numbers, { raw: { width, height, channels: 3 } })
      .tiff({ compression: 'none' })
      .toBuffer();
    id = await pieceOf(await withProfile(plain, profile));
  });

  test.each(['png', 'tiff'] as const)('leaves as a %s in Display P3 as it came, within 1/255', async (format) => {
    const file = await exported(id, { format, space: 'display-p3' });
    expect((await sharp(file).metadata()).icc!.toString('latin1').replaceAll('\0', '')).toContain('Display P3');
    const bytes = await bytesIn(file);
    let most = 0;
    for (let i = 0; i < bytes.length; i++) most = Math.max(most, Math.abs(bytes[i] - numbers[i]));
    expect(most).toBeLessThanOrEqual(1);
  });

  test.each(['jpeg', 'webp', 'avif'] as const)('and as a %s with that profile, near to it', async (format) => {
    const file = await exported(id, { format, quality: 100, space: 'display-p3' });
    expect((await sharp(file).metadata()).icc!.toString('latin1').replaceAll('\0', '')).toContain('Display P3');
  });

  test('in sRGB it is what another program makes of it', async () => {
    const [ours, theirs] = [await bytesIn(await exported(id, {})), await bytesOfOther()];
    const off = ours.map((value, i) => Math.abs(value - theirs[i]));
    expect([...off].sort((a, b) => a - b)[Math.floor(off.length * 0.99)]).toBeLessThanOrEqual(2);
  });

  const bytesOfOther = async (): Promise<Buffer> => {
    const { sha256 } = studio.pieces.get(id).piece.assets.plate;
    return sharp(studio.files.asset(sha256!)).toColourspace('srgb').removeAlpha().raw().toBuffer();
  };
});

test('what has no room for a wide space is refused, in a sentence', async () => {
  const id = await pieceOf(
    await sharp({ create: { width, height, channels: 3, background: '#888' } })
      .png()
      .toBuffer(),
  );
  for (const more of [{ format: 'pdf' }, { format: 'tiff', press: 'matt' }]) {
    const body = JSON.stringify({ ppi: 100, space: 'display-p3', ...more });
    const answer = await ask(`/pieces/${id}/exports`, { method: 'POST', body });
    expect(answer.status).toBe(400);
    expect(((await answer.json()) as { message: string }).message).toMatch(/space/);
  }
});

/** Puts a profile into a TIFF without touching its px: a directory of its own at the end, with one entry more. */
async function withProfile(tiff: Buffer, profile: Buffer): Promise<Buffer> {
  const directory = tiff.readUInt32LE(4);
  const count = tiff.readUInt16LE(directory);
  const old = tiff.subarray(directory + 2, directory + 2 + count * 12);
  const entry = Buffer.alloc(12);
  const at = tiff.length + (tiff.length % 2);
  entry.writeUInt16LE(34675, 0);
  entry.writeUInt16LE(7, 2);
  entry.writeUInt32LE(profile.length, 4);
  entry.writeUInt32LE(at, 8);
  const head = Buffer.alloc(2);
  head.writeUInt16LE(count + 1);
  const out = Buffer.concat([
    tiff,
    Buffer.alloc(tiff.length % 2),
    profile,
    Buffer.alloc(profile.length % 2),
    head,
    old,
    entry,
    Buffer.alloc(4),
  ]);
  out.writeUInt32LE(at + profile.length + (profile.length % 2), 4);
  return out;
}
