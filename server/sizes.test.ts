import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import { solidCoat } from '../core/coats/schema';
import { blankPiece } from '../core/piece/blank';
import type { Piece } from '../core/piece/schema';
import { sizeSchema } from '../core/piece/sizeSchema';
import { testStudio } from './testing/studio';

const { ask, studio } = testStudio();
const size = sizeSchema.parse({
  id: 'size/1 %',
  name: 'Tall',
  width: 120,
  height: 240,
  ppi: 96,
  crop: { scale: 0.5, x: 0, y: 0 },
});
const piece: Piece = {
  ...blankPiece('Poster', {
    width: 400,
    height: 200,
    ppi: 300,
    paint: '#336699',
    coats: [solidCoat({ colour: '#204060' })],
  }),
  sizes: [size],
};
const id = studio.pieces.create(piece);
const at = encodeURIComponent(size.id);

test('a small picture of a size has its shape; one of no size is told', async () => {
  for (const [query, width, height] of [
    ['side=100', 100, 50],
    [`side=100&size=${at}`, 50, 100],
  ] as const) {
    const response = await ask(`/pieces/${id}/picture?${query}`);
    expect(response.status).toBe(200);
    const info = await sharp(Buffer.from(await response.arrayBuffer())).metadata();
    expect([info.width, info.height]).toEqual([width, height]);
  }
  const gone = await ask(`/pieces/${id}/picture?size=gone`);
  expect(gone.status).toBe(404);
  expect(await gone.json()).toMatchObject({ message: 'This piece has no such size any more.' });
});

test('a size is exported at its own size, and named by it', async () => {
  const order = { format: 'png', ppi: 96, size: size.id };
  const started = await ask(`/pieces/${id}/exports`, { method: 'POST', body: JSON.stringify(order) });
  const job = (await started.json()) as { id: string };
  await studio.jobs.get(job.id).finished;
  const state = studio.jobs.list(id).find((one) => one.id === job.id)!;
  expect(state).toMatchObject({ state: 'done', result: { fileName: 'Poster Tall.png', width: 120, height: 240 } });
  const info = await sharp(readFileSync(studio.files.export(job.id, 'png'))).metadata();
  expect([info.width, info.height]).toEqual([120, 240]);
  const gone = { ...order, size: 'gone' };
  expect((await ask(`/pieces/${id}/exports`, { method: 'POST', body: JSON.stringify(gone) })).status).toBe(404);
});
