import { createReadStream, existsSync, rmSync, statSync } from 'node:fs';
import { Readable } from 'node:stream';
import { Hono, type Context } from 'hono';
import { Problem } from '../problem';
import { isSameSecret } from '../queue/secrets';
import { buildHeader, digestField } from '../queue/terms';
import type { WorkerDesk } from '../runs/rowHand';
import { hashFile } from '../store/files';
import type { Studio } from '../studio';

/** Rows that workers on other machines do: what they fetch, and what they bring. All of it needs the workers' token. */
export function workerRoutes(studio: Studio) {
  const digests = new Map<string, string>();

  /** @throws Problem 404 where there are no workers, 401 for a wrong token, 409 for another program */
  const admitted = (context: Context): WorkerDesk => {
    const { desk } = studio.rowHands;
    if (!desk)
      throw new Problem(404, 'This server does its rows itself. Start it with REDIS_URL to let workers do them.');
    const shown = context.req.header('authorization')?.replace(/^Bearer /, '') ?? '';
    if (!isSameSecret(shown, desk.token)) throw new Problem(401, 'This is not the token of this server’s workers.');
    const build = context.req.header(buildHeader) ?? 'none';
    if (build !== desk.hello.build)
      throw new Problem(
        409,
        `This worker is another version of the program (${build}) than the server (${desk.hello.build}): bring both to the same one.`,
      );
    return desk;
  };

  /** The digest of a file of the store; files are never changed, so it is worked out once. */
  const digestOf = async (path: string): Promise<string> => {
    const known = digests.get(path);
    if (known) return known;
    const digest = digestField(await hashFile(path));
    digests.set(path, digest);
    return digest;
  };

  const sent = async (context: Context, path: string): Promise<Response> => {
    if (!existsSync(path)) throw new Problem(404, 'This file is not in the store.');
    return context.body(Readable.toWeb(createReadStream(path)) as ReadableStream, 200, {
      'Content-Type': 'application/octet-stream',
      'Content-Length': String(statSync(path).size),
      'Repr-Digest': await digestOf(path),
    });
  };

  const hashIn = (context: Context): string => {
    const sha256 = context.req.param('sha256') ?? '';
    if (!/^[0-9a-f]{64}$/.test(sha256)) throw new Problem(400, 'This is not a SHA-256.');
    return sha256;
  };

  return new Hono()
    .get('/hello', (context) => context.json(admitted(context).hello))
    .get('/designs/:key', (context) => {
      const design = admitted(context).design(context.req.param('key'));
      if (!design) throw new Problem(410, 'No row is made from this design any more.');
      return context.json(design);
    })
    .get('/faces/:sha256', (context) => {
      admitted(context);
      return sent(context, studio.files.asset(hashIn(context)));
    })
    .get('/pictures/:sha256', (context) => {
      admitted(context);
      return sent(context, studio.files.pyramid(hashIn(context)));
    })
    .put('/deliveries/:job', async (context) => {
      const desk = admitted(context);
      const job = context.req.param('job');
      // A row that was cancelled, or that belongs to a server that has ended.
      if (!desk.isWanted(job)) throw new Problem(410, 'Nobody waits for this row any more.');
      const { path, sha256 } = await studio.intake.receive(context.req.raw.body as never);
      const said = context.req.header('repr-digest') ?? '';
      if (said !== digestField(sha256)) {
        rmSync(path, { force: true });
        throw new Problem(400, 'This file was damaged on its way.');
      }
      if (!desk.deliver(job, path)) {
        rmSync(path, { force: true });
        throw new Problem(410, 'Nobody waits for this row any more.');
      }
      return context.json({ kept: true });
    });
}
