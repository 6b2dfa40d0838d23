import { spawnSync } from 'node:child_process';
import { copyFileSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { setTimeout as pause } from 'node:timers/promises';
import { pieceSchema } from '../../core/piece/schema';
import { roughsOrderSchema } from '../../core/roughs/order';
import { seedFaces } from '../seed';
import { testStudio } from '../testing/studio';
import type { RoughsState } from './roughsService';

const { studio, ask } = testStudio();
const [width, height] = [720, 480];

/** A red ball with a shadow side before a pale wall, on a dark table. */
async function ball(): Promise<string> {
  const pixels = Buffer.alloc(width * height * 3);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const from = Math.hypot(x - 350, y - 240);
      const light = 0.35 + 0.65 * Math.max(0, (350 - x + 240 - y) / 220 + 0.4);
      const wall = y > 330 ? [74, 60, 45] : [190 + (y >> 5), 198, 204];
      const own = from < 95 ? [205, 70, 50].map((one) => one * Math.min(1, light)) : wall;
      for (let c = 0; c < 3; c++) pixels[(y * width + x) * 3 + c] = own[c] + ((x * 7 + y * 13) % 5) - 2;
    }
  const file = studio.files.working();
  await sharp(pixels, { raw: { width, height, channels: 3 } })
    .png()
    .toFile(file);
  return (await studio.intake.takeIn(await studio.intake.copy(file), 'ball', 'plate')).sha256;
}

let plate = '';
beforeAll(async () => {
  await seedFaces(studio, 'demo');
  plate = await ball();
}, 60000);

const post = (body: unknown) => ask('/roughs', { method: 'POST', body: JSON.stringify(body) });
const order = (words: string, rest: object = {}) => roughsOrderSchema.parse({ words, ...rest });

async function begun(body: unknown): Promise<RoughsState> {
  const answer = await post(body);
  expect(answer.status).toBe(202);
  return (await answer.json()) as RoughsState;
}

async function ended(id: string): Promise<RoughsState> {
  for (;;) {
    const state = (await (await ask(`/roughs/${id}`)).json()) as RoughsState;
    if (state.state !== 'running') return state;
    await pause(100);
  }
}

test('roughs come one after the other, are the same when asked for again, and one becomes a piece with the others as versions', async () => {
  const first = await begun({ plate, order: order('Red moon') });
  // Asked for again, as when the answer was lost: the same work.
  expect((await begun({ plate, order: order('Red moon') })).id).toBe(first.id);
  const state = await ended(first.id);
  expect(state.state).toBe('done');
  expect(state.roughs.length).toBeGreaterThanOrEqual(4);
  expect(new Set(state.roughs.map(({ kind }) => kind)).size).toBeGreaterThanOrEqual(3);

  const [{ id, title }] = state.roughs;
  const picture = await ask(`/roughs/${first.id}/${id}/picture`);
  const { format, width: wide, height: high } = await sharp(Buffer.from(await picture.arrayBuffer())).metadata();
  expect([format, wide, high]).toEqual(['jpeg', 720, 480]);

  const take = async () =>
    ((await (await ask(`/roughs/${first.id}/${id}/piece`, { method: 'POST' })).json()) as { id: string }).id;
  const piece = await take();
  const stored = studio.pieces.get(piece);
  expect(pieceSchema.safeParse(stored.piece).success).toBe(true);
  expect(stored.piece.letterings[0].words.text.replace(/\s+/g, ' ')).toBe('Red moon');
  const versions = studio.versions.list(piece);
  expect(versions).toHaveLength(state.roughs.length - 1);
  expect(versions.map(({ name }) => name)).not.toContain(title);
  // Every version opens, with all its files in the store.
  for (const { id: version } of versions) studio.shapesOf(studio.versions.piece(piece, version));
  expect(await take()).toBe(piece);
  expect(studio.surveys.known(plate)?.light.confidence).toBeGreaterThanOrEqual(0);
}, 120000);

test('the command line makes roughs for each row of a table, in a folder of its own, in the shape that is asked for', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'inky-rough-rows-'));
  copyFileSync(studio.files.asset(plate), join(folder, 'ball.png'));
  writeFileSync(join(folder, 'rows.csv'), 'photo,Title\nball.png,Red moon\nball.png,Äpfel\n');
  const run = (...more: string[]) => {
    const table = ['--rows', join(folder, 'rows.csv'), '--pictures', folder, '--columns', 'photo,title'];
    const own = ['--out', join(folder, 'out'), '--kinds', 'window', '--coarse'];
    return spawnSync(process.execPath, ['build/server/roughs.js', ...table, ...own, ...more], { encoding: 'utf8' });
  };
  expect(run('--shape', '1x1')).toMatchObject({ status: 0 });
  expect(readdirSync(join(folder, 'out')).sort()).toEqual(['1 Red moon', '2 Äpfel']);
  const made = readdirSync(join(folder, 'out', '2 Äpfel'));
  expect(made).toEqual(expect.arrayContaining(['1-window.jpg', '1-window.zip', 'roughs.json']));
  const { width: wide, height: high } = await sharp(join(folder, 'out', '2 Äpfel', '1-window.jpg')).metadata();
  expect([wide, high]).toEqual([480, 480]);
  const wrong = run('--columns', 'photo,nothing');
  expect([wrong.status, wrong.stderr]).toEqual([1, expect.stringMatching(/no column "nothing". It has: photo, Title/)]);
  expect(run('--shape', '1x90').stderr).toMatch(/Row 1: --shape takes a width and a height/);
  writeFileSync(join(folder, 'rows.csv'), 'photo,Title\nball.png,Red moon\nno.png,Blue\n');
  expect(run().stderr).toMatch(/Row 2: There is no file/);
  rmSync(folder, { recursive: true, force: true });
}, 120000);

test('what cannot be is refused in a sentence', async () => {
  const face = studio.assets.list('face')[0].sha256;
  const sentence = async (answer: Response | Promise<Response>): Promise<[number, string]> => {
    const { status, message } = await Promise.resolve(answer).then(async (one) => ({
      status: one.status,
      message: ((await one.json()) as { message: string }).message,
    }));
    return [status, message];
  };
  expect(await sentence(post({ plate, order: { words: ' ' } }))).toEqual([
    400,
    expect.stringMatching(/Write the words/),
  ]);
  expect(await sentence(post({ plate, order: { words: 'a'.repeat(90) } }))).toEqual([
    400,
    expect.stringMatching(/80 letters/),
  ]);
  expect((await sentence(post({ plate: '0'.repeat(64), order: order('A') })))[0]).toBe(404);
  expect(await sentence(post({ plate: face, order: order('A') }))).toEqual([
    422,
    expect.stringMatching(/not a photograph/),
  ]);
  expect((await sentence(ask('/roughs/nothing')))[0]).toBe(404);
  expect((await sentence(ask('/roughs/nothing/1-calm/piece', { method: 'POST' })))[0]).toBe(404);
});

test('words that no face has end with a sentence; work that is cancelled stops, and can be begun again', async () => {
  const emoji = await ended((await begun({ plate, order: order('🌕🌕') })).id);
  expect([emoji.state, emoji.problem]).toEqual(['failed', expect.stringMatching(/No face of the type case/)]);
  const { id } = await begun({ plate, order: order('Blue', { seed: 9 }) });
  await ask(`/jobs/${id}`, { method: 'DELETE' });
  expect((await ended(id)).state).toBe('cancelled');
  expect((await begun({ plate, order: order('Blue', { seed: 9 }) })).id).not.toBe(id);
}, 60000);
