import { solidCoat } from '../../core/coats/schema';
import { copyFileSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { plainInk } from '../../core/passes/ink/schema';
import { plainOutlines } from '../../core/passes/outlines/schema';
import { plainStance } from '../../core/passes/stance/schema';
import { plainWords } from '../../core/passes/words/schema';
import { blankPiece, untouched } from '../../core/piece/blank';
import type { Piece } from '../../core/piece/schema';
import { writePyramid } from '../store/pyramidFile';
import { givePiece, startTilePool, type TilePool } from './tilePool';
import type { Strip } from './tileWorker';

const folder = mkdtempSync(join(tmpdir(), 'inky-pool-'));
const plate = 'a'.repeat(64);
const face = 'b'.repeat(64);
const [width, height] = [300, 200];
const piece: Piece = {
  ...blankPiece('pool', { width, height, ppi: 300, paint: '#ffffff' }),
  assets: {
    plate: { kind: 'plate', name: 'plate', sha256: plate },
    face: { kind: 'face', name: 'face', sha256: face },
  },
  plates: [{ id: 'plate-1', name: 'plate', asset: 'plate', scale: 1, x: 0, y: 0 }],
  letterings: [
    {
      id: 'word',
      name: 'word',
      words: plainWords({ text: 'I', face: 'face', size: 150, leading: 1, tracking: 0, alignment: 'centre' }),
      stance: plainStance({ x: 150, y: 100, rotation: 0, scale: 1 }),
      ink: plainInk([solidCoat({ colour: '#204060' })]),
      ...untouched(),
      outlines: plainOutlines(),
    },
  ],
  depth: ['word'],
};
const colourAt = (x: number, y: number): number[] => [x % 256, y, (x + y) % 256];

beforeAll(() => {
  for (const name of ['pyramids', 'assets']) mkdirSync(join(folder, name));
  const bytes = new Uint8Array(width * height * 3);
  for (let y = 0, at = 0; y < height; y++) for (let x = 0; x < width; x++, at += 3) bytes.set(colourAt(x, y), at);
  writePyramid(join(folder, 'pyramids', `${plate}.levels`), { width, height, channels: 3, bytes }, () => undefined);
  copyFileSync('demo/faces/bowlby-one.ttf', join(folder, 'assets', face));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const strip = (bits: 8 | 16): Strip => ({
  part: 'picture',
  memory: new SharedArrayBuffer(width * height * 3 * (bits / 8)),
  region: { x: 0, y: 0, width, height },
  channels: 3,
  bits,
});

async function withPool<Value>(pool: TilePool, work: (pool: TilePool) => Promise<Value>): Promise<Value> {
  givePiece(pool, { dataFolder: folder, piece, shapes: { [plate]: { width, height, channels: 3 } }, scale: 1 });
  try {
    return await work(pool);
  } finally {
    await pool.close();
  }
}

test('tiles come to lie where they belong, in 8 bits and in 16, letters over the photograph', async () => {
  await withPool(startTilePool(resolve('build/server'), 2), async (pool) => {
    for (const bits of [8, 16] as const) {
      const to = strip(bits);
      await Promise.all(
        [
          { x: 0, y: 0, width: 256, height },
          { x: 256, y: 0, width: 44, height },
        ].map((region) => pool.ask({ kind: 'tile', region, strips: [to] })),
      );
      const values = bits === 8 ? new Uint8Array(to.memory) : new Uint16Array(to.memory);
      const pixel = (x: number, y: number): number[] =>
        [...values.subarray((y * width + x) * 3, (y * width + x) * 3 + 3)].map(
          (value) => value / (bits === 8 ? 1 : 257),
        );
      for (const [x, y] of [
        [3, 4],
        [255, 180],
        [256, 20],
        [299, 199],
      ])
        expect(pixel(x, y)).toEqual(colourAt(x, y));
      expect(pixel(150, 100)).toEqual([0x20, 0x40, 0x60]);
    }
  });
});

test('workers that run out of memory are replaced; then it is told, and the server stands', async () => {
  const told = withPool(startTilePool(resolve('build/server'), 1, { limits: { maxOldGenerationSizeMb: 2 } }), (pool) =>
    pool.ask({ kind: 'tile', region: { x: 0, y: 0, width: 256, height }, strips: [strip(8)] }),
  );
  await expect(told).rejects.toThrow(/memory/i);
});

test('an order that cannot be done is refused, and the next one is done', async () => {
  await withPool(startTilePool(resolve('build/server'), 1), async (pool) => {
    const beyond = { ...strip(8), memory: new SharedArrayBuffer(10) };
    await expect(
      pool.ask({ kind: 'tile', region: { x: 0, y: 0, width: 256, height }, strips: [beyond] }),
    ).rejects.toThrow();
    expect(await pool.ask({ kind: 'tile', region: { x: 0, y: 0, width: 256, height }, strips: [strip(8)] })).toEqual({
      problem: null,
    });
  });
});
