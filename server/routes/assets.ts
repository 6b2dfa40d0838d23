import { createReadStream, existsSync } from 'node:fs';
import { Readable } from 'node:stream';
import { Hono } from 'hono';
import sharp from 'sharp';
import { z } from 'zod';
import { Problem } from '../problem';
import { openPyramid } from '../store/pyramidFile';
import { levelCount, levelSize, readLevel, tileSide, type Picture } from '../../core/pictures/pyramid';
import type { StoredAsset } from '../store/assets';
import type { Studio } from '../studio';
import { query } from './input';

const forever = 'private, max-age=31536000, immutable';

/** Files: taking them in, and reading them back whole or as tiles. */
export function assetRoutes(studio: Studio) {
  const open = new Map<string, Picture>();
  const picture = (sha256: string): Picture => {
    const { kind, width, height, channels } = studio.assets.get(sha256);
    if (kind === 'face') throw new Problem(404, 'This is a face, not a picture.');
    let known = open.get(sha256);
    if (!known)
      open.set(
        sha256,
        (known = openPyramid(sha256, studio.files.pyramid(sha256), {
          width: width!,
          height: height!,
          channels: channels!,
        })),
      );
    return known;
  };
  return new Hono()
    .get('/', query(z.object({ kind: z.enum(['plate', 'matte', 'face']) })), (context) =>
      context.json(studio.assets.list(context.req.valid('query').kind)),
    )
    .post('/', query(z.object({ name: z.string().min(1).max(300), kind: z.literal('plate') })), async (context) => {
      const { name, kind } = context.req.valid('query');
      // The process that will read the photograph starts while its bytes are still on their way.
      studio.jobs.prepare('importChild.js');
      const received = await studio.intake.receive(context.req.raw.body as never);
      const job = studio.intake.startPicture(received, name, kind);
      // A photograph that has come is measured while it is placed.
      job.finished.then(() => studio.surveys.ask((job.state.result as StoredAsset).sha256)).catch(() => undefined);
      return context.json({ job: job.state }, 202);
    })
    .get('/:sha256', (context) => {
      const asset = studio.assets.get(context.req.param('sha256'));
      // How exactly its px are there is told by the file that holds them.
      const isThere = asset.kind === 'plate' && existsSync(studio.files.pyramid(asset.sha256));
      const fine = isThere ? (picture(asset.sha256).fine?.range ?? null) : null;
      return context.json({ ...asset, fine });
    })
    .get('/:sha256/file', (context) => {
      const asset = studio.assets.get(context.req.param('sha256'));
      const stream = Readable.toWeb(createReadStream(studio.files.asset(asset.sha256))) as ReadableStream;
      return context.body(stream, 200, {
        'Content-Type': asset.mime,
        'Cache-Control': forever,
        'Content-Length': String(asset.bytes),
        // A drawing that is opened as a page of its own might run something.
        'Content-Disposition': 'attachment',
      });
    })
    .get('/:sha256/:which{tiles|upper|lower}/:level/:column/:row', async (context) => {
      const source = picture(context.req.param('sha256'));
      const which = context.req.param('which');
      const [level, column, row] = (['level', 'column', 'row'] as const).map((name) => Number(context.req.param(name)));
      const known = Number.isInteger(level) && level >= 0 && level < levelCount(source.width, source.height);
      const size = known ? levelSize(source.width, source.height, level) : { width: 0, height: 0 };
      const inside = (place: number, length: number): boolean =>
        Number.isInteger(place) && place >= 0 && place * tileSide < length;
      if (!inside(column, size.width) || !inside(row, size.height)) throw new Problem(404, 'There is no such tile.');
      if (which !== 'tiles' && !source.fine) throw new Problem(404, 'This picture has 8 bits.');
      const whole = await (which === 'tiles' ? source : source.fine!).tile(level, column, row);
      const [upper, lower] = [whole.subarray(0, whole.length / 2), whole.subarray(whole.length / 2)];
      const bytes = { tiles: whole, upper, lower }[which];
      return context.body(bytes as Uint8Array<ArrayBuffer>, 200, {
        'Content-Type': 'application/octet-stream',
        'Cache-Control': forever,
      });
    })
    .get('/:sha256/thumbnail', async (context) => {
      const source = picture(context.req.param('sha256'));
      let level = source.levels - 1;
      while (level > 0 && Math.max(...Object.values(levelSize(source.width, source.height, level))) < 300) level--;
      const size = levelSize(source.width, source.height, level);
      const read = await readLevel(source, level, { x: 0, y: 0, ...size });
      const bytes = await sharp(read.bytes, {
        raw: { width: read.width, height: read.height, channels: read.channels },
      })
        .resize(360, 360, { fit: 'inside' })
        .jpeg({ quality: 85 })
        .toBuffer();
      return context.body(new Uint8Array(bytes), 200, { 'Content-Type': 'image/jpeg', 'Cache-Control': forever });
    });
}
