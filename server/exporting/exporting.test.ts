import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { solidCoat } from '../../core/coats/schema';
import type { WantedFile } from '../../core/formats/fileSet';
import { plainInk } from '../../core/passes/ink/schema';
import { plainStance } from '../../core/passes/stance/schema';
import { plainWords } from '../../core/passes/words/schema';
import { blankPiece, untouched } from '../../core/piece/blank';
import type { Piece } from '../../core/piece/schema';
import { plainOutlines } from '../../core/passes/outlines/schema';
import { seeded } from '../../core/shape/seeded';
import type { ExportResult } from '../routes/jobs';
import { testStudio } from '../testing/studio';
import type { ToldSize } from './toldBytes';

const { ask, studio } = testStudio();

/** A big word on a plate whose left half is even and whose right half is grain. */
async function pieceOf(width: number, height: number, paint: string | null, hasPlate: boolean): Promise<Piece> {
  const random = seeded(7);
  const pixels = Buffer.alloc(width * height * 3, 120);
  for (let y = 0; y < height; y++)
    for (let x = width >> 1; x < width; x++)
      pixels.fill(60 + Math.floor(random() * 140), (y * width + x) * 3, (y * width + x) * 3 + 3);
  const picture = studio.files.working();
  await sharp(pixels, { raw: { width, height, channels: 3 } })
    .png()
    .toFile(picture);
  const plate = await studio.intake.takeIn(await studio.intake.copy(picture), 'wall.png', 'plate');
  const face = await studio.intake.takeIn(await studio.intake.copy('demo/faces/bowlby-one.ttf'), 'face.ttf', 'face');
  const words = plainWords({ text: 'IO', face: 'face', size: 200, leading: 1, tracking: 0, alignment: 'centre' });
  return {
    ...blankPiece('Shirt', { width, height, ppi: 100, paint }),
    assets: {
      ...(hasPlate && { plate: { kind: 'plate', name: 'wall', sha256: plate.sha256 } }),
      face: { kind: 'face', name: 'face', sha256: face.sha256 },
    },
    plates: hasPlate ? [{ id: 'plate-1', name: 'wall', asset: 'plate', scale: 1, x: 0, y: 0 }] : [],
    letterings: [
      {
        id: 'word',
        name: 'IO',
        words,
        stance: plainStance({ x: width / 2, y: height / 2, rotation: 0, scale: 1 }),
        ink: plainInk([solidCoat({ colour: '#c02030' })]),
        ...untouched(),
        outlines: plainOutlines(),
      },
    ],
    depth: ['word'],
  } as Piece;
}

const post = (path: string, json: object): Promise<Response> =>
  Promise.resolve(ask(path, { method: 'POST', body: JSON.stringify(json) }));

async function made(answer: Response): Promise<{ bytes: Buffer; result: ExportResult }> {
  const job = (await answer.json()) as { id: string; message?: string };
  expect([answer.status, job.message]).toEqual([202, undefined]);
  await studio.jobs.get(job.id).finished;
  const { result } = studio.jobs.get(job.id).state;
  return {
    bytes: Buffer.from(await (await ask(`/jobs/${job.id}/file`)).arrayBuffer()),
    result: result as ExportResult,
  };
}

const file = (more: Partial<WantedFile>): WantedFile =>
  ({ format: 'png', ppi: 100, bits: 8, quality: 92, bleed: 0, marks: false, press: null, ...more }) as WantedFile;

describe('several files in one press', () => {
  let id: string;
  beforeAll(async () => {
    id = studio.pieces.create(await pieceOf(600, 400, null, false));
  });

  test('are byte for byte those that leave one by one, under names that tell them apart', async () => {
    const files = [file({}), file({ format: 'jpeg' }), file({ bits: 16 }), file({ format: 'svg' })];
    const { bytes, result } = await made(
      await post(`/pieces/${id}/exports/set`, { files, pattern: '{piece} {format}' }),
    );
    expect(result.fileName).toBe('Shirt files.zip');
    const entries = unzipSync(bytes);
    expect(Object.keys(entries)).toEqual(['Shirt PNG.png', 'Shirt JPEG.jpg', 'Shirt PNG (2).png', 'Shirt SVG.svg']);
    for (const [i, one] of Object.values(entries).entries()) {
      const alone = await made(await post(`/pieces/${id}/exports`, files[i]));
      expect(Buffer.from(one).equals(alone.bytes)).toBe(true);
    }
  });

  test('an underbase is white where the picture is, drawn in by its choke, as sharp as the picture', async () => {
    const coloured = await made(await post(`/pieces/${id}/exports`, file({})));
    // 2.54 mm at 100 ppi are 10 px.
    const white = await made(await post(`/pieces/${id}/exports`, file({ underbase: { choke: 2.54 } })));
    const px = async (bytes: Buffer): Promise<Buffer> => sharp(bytes).ensureAlpha().raw().toBuffer();
    const [picture, under] = [await px(coloured.bytes), await px(white.bytes)];
    const alpha = (of: Buffer, x: number, y: number): number => of[(y * 600 + x) * 4 + 3];
    const count = (is: (i: number) => boolean): number => {
      let found = 0;
      for (let i = 0; i < under.length; i += 4) if (is(i)) found++;
      return found;
    };
    expect(count((i) => under[i + 3] > 0)).toBeGreaterThan(5000);
    expect(count((i) => under[i + 3] > 0 && under[i] + under[i + 1] + under[i + 2] !== 3 * 255)).toBe(0);
    // Along a row through the upright of the I: both edges have come in by ten px.
    const edges = (of: Buffer): [number, number] => {
      const row = Array.from({ length: 300 }, (_, x) => alpha(of, x, 200) / 255);
      const first = row.findIndex((value) => value > 0);
      const width = row
        .slice(
          first,
          row.findIndex((value, x) => x > first && value === 0),
        )
        .reduce((sum, value) => sum + value, 0);
      return [first, width];
    };
    const [[left, wide], [underLeft, underWide]] = [edges(picture), edges(under)];
    expect(underLeft - left).toBeGreaterThanOrEqual(9);
    expect(underLeft - left).toBeLessThanOrEqual(11);
    expect(Math.abs(wide - underWide - 20)).toBeLessThan(0.7);
    // No white beside the colours anywhere.
    expect(count((i) => under[i + 3] > picture[i + 3])).toBe(0);
  });

  test('what cannot be is refused before anything is made', async () => {
    const refused = async (path: string, json: object): Promise<unknown[]> => {
      const answer = await post(path, json);
      return [answer.status, ((await answer.json()) as { message: string }).message];
    };
    const set = `/pieces/${id}/exports/set`;
    expect((await refused(set, { files: [] }))[0]).toBe(400);
    expect((await refused(set, { files: Array.from({ length: 101 }, () => file({})) }))[0]).toBe(400);
    expect(await refused(set, { files: [file({}), file({ size: 'gone' })] })).toEqual([
      404,
      expect.stringContaining('no such size'),
    ]);
    expect((await refused(set, { files: [file({ format: 'pdf', underbase: { choke: 1 } })] }))[1]).toContain(
      'PNG or a TIFF',
    );
    expect((await refused(set, { files: [file({ underbase: { choke: 6 } })] }))[0]).toBe(400);
  });
});

test('how large a file will be is told from samples of it: within a fifth, and within its own bounds', async () => {
  const id = studio.pieces.create(await pieceOf(2400, 1600, '#ffffff', true));
  const files = [file({}), file({ format: 'jpeg', quality: 80 }), file({ format: 'webp' })];
  const told = (await (await post(`/pieces/${id}/exports/told`, { files })).json()) as ToldSize[];
  for (const [i, one] of files.entries()) {
    const { bytes } = await made(await post(`/pieces/${id}/exports`, one));
    expect(told[i].bytes / bytes.length).toBeGreaterThan(0.8);
    expect(told[i].bytes / bytes.length).toBeLessThan(1.25);
    expect(told[i].least).toBeLessThanOrEqual(bytes.length);
    expect(told[i].most).toBeGreaterThanOrEqual(bytes.length);
  }
  expect(studio.jobs.list(id).map(({ kind, state }) => `${kind} ${state}`)).toContain('sizes done');
});

test('a small file is told to the byte', async () => {
  const id = studio.pieces.create(await pieceOf(300, 200, '#ffffff', true));
  const [{ bytes, least, most }] = (await (
    await post(`/pieces/${id}/exports/told`, { files: [file({})] })
  ).json()) as ToldSize[];
  const alone = await made(await post(`/pieces/${id}/exports`, file({})));
  expect([bytes, least, most]).toEqual([alone.bytes.length, alone.bytes.length, alone.bytes.length]);
});
