import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream, existsSync, rmSync, statSync } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream } from 'node:stream/web';
import type { RunDesign } from '../runs/orders';
import type { WorkerDesk } from '../runs/rowHand';
import { hashFile, type Files } from '../store/files';
import { buildHeader, digestField } from './terms';

/** The server refuses this worker: it may not go on. */
export class Refused extends Error {}

/** A file of the server is not what it was: rows that need it cannot be done. */
export class Damaged extends Error {}

/** Nobody wants what is being done any more. */
export class Unwanted extends Error {}

/** Longer than the largest file takes on a slow line, ms. */
const longestMs = 10 * 60_000;

/** What a worker asks of its server. */
export class ServerClient {
  constructor(
    private readonly server: string,
    private readonly token: string,
    private readonly build: string,
    private readonly files: Files,
  ) {}

  async hello(): Promise<WorkerDesk['hello']> {
    return (await (await this.ask('/hello')).json()) as WorkerDesk['hello'];
  }

  async design(key: string): Promise<RunDesign> {
    return (await (await this.ask(`/designs/${key}`)).json()) as RunDesign;
  }

  /** Fetches what is not kept here yet; once more where it came damaged. @throws Damaged, and Error where it does not come */
  async fetch(kind: 'faces' | 'pictures', sha256: string): Promise<void> {
    try {
      await this.fetchOnce(kind, sha256);
    } catch (error) {
      if (!(error instanceof Damaged)) throw error;
      await this.fetchOnce(kind, sha256);
    }
  }

  private async fetchOnce(kind: 'faces' | 'pictures', sha256: string): Promise<void> {
    const to = kind === 'faces' ? this.files.asset(sha256) : this.files.pyramid(sha256);
    if (existsSync(to)) return;
    const answer = await this.ask(`/${kind}/${sha256}`);
    const part = this.files.working();
    const hash = createHash('sha256');
    try {
      await pipeline(
        Readable.fromWeb(answer.body as ReadableStream<Uint8Array>),
        async function* (chunks: AsyncIterable<Buffer>) {
          for await (const chunk of chunks) {
            hash.update(chunk);
            yield chunk;
          }
        },
        createWriteStream(part, { flags: 'wx', flush: true }),
      );
      const found = hash.digest('hex');
      const isWhole =
        answer.headers.get('repr-digest') === digestField(found) && (kind === 'pictures' || found === sha256);
      if (!isWhole) throw new Damaged('A photograph or a face came damaged from the server: bring it again there.');
      this.files.move(part, to);
    } finally {
      rmSync(part, { force: true });
    }
  }

  /** Brings the file of a row. @throws Unwanted */
  async deliver(job: string, path: string): Promise<void> {
    const digest = digestField(await hashFile(path));
    await this.ask(`/deliveries/${job}`, {
      method: 'PUT',
      body: Readable.toWeb(createReadStream(path)) as never,
      headers: { 'content-length': String(statSync(path).size), 'repr-digest': digest },
    });
  }

  /** @throws Refused, Unwanted, and Error for what may go well the next time */
  private async ask(path: string, options: RequestInit = {}): Promise<Response> {
    const answer = await fetch(`${this.server}/api/workers${path}`, {
      ...options,
      // Bodies are sent while they are read.
      ...(options.body ? { duplex: 'half' } : {}),
      signal: AbortSignal.timeout(longestMs),
      headers: { ...options.headers, authorization: `Bearer ${this.token}`, [buildHeader]: this.build },
    } as RequestInit);
    if (answer.ok) return answer;
    const said = (await answer.json().catch(() => null)) as { message?: string } | null;
    const message = said?.message ?? `The server answered with ${answer.status}.`;
    if (answer.status === 410) throw new Unwanted(message);
    if ([401, 403, 409].includes(answer.status)) throw new Refused(message);
    throw new Error(message);
  }
}
