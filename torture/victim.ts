import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { freePort } from '../server/testing/freePort';

/** What is not answered within this time hangs, ms: the machine may be busy with other work. */
export const answerLimit = 60_000;
/** How long is waited between two looks at a job, ms. */
const lookMs = 15;
/** And a server that is not ready within this time. */
const readyLimit = 120_000;

/** Nothing came back within the limit. */
export class Hung extends Error {}
/** The connection broke: whether it was carried out is not known. */
export class Broken extends Error {}

export interface Answer {
  status: number;
  text: string;
}

/** A data folder with the demo pieces, made once and copied for each server. */
export async function preparedFolder(): Promise<string> {
  const known = process.env.INKY_PREPARED;
  if (known && existsSync(known)) return known;
  const folder = mkdtempSync(join(tmpdir(), 'inky-torture-prepared-'));
  process.on('exit', () => rmSync(folder, { recursive: true, force: true }));
  const victim = new Victim(folder);
  await victim.start();
  await victim.stop();
  return folder;
}

/** A server of the program as it is built, that may be killed and started again on the same data. */
export class Victim {
  port = 0;
  /** What it said on its way. */
  said = '';
  private child: ChildProcess | null = null;

  /** @param extra environment of the server, such as what is laid between it and the disk */
  constructor(
    readonly data: string,
    private readonly extra: NodeJS.ProcessEnv = {},
  ) {}

  /** One on a copy of prepared data, in a folder of its own. */
  static on(prepared: string, extra: NodeJS.ProcessEnv = {}): Victim {
    const data = mkdtempSync(join(tmpdir(), 'inky-torture-'));
    cpSync(prepared, data, { recursive: true });
    return new Victim(data, extra);
  }

  get pid(): number {
    return this.child?.pid ?? 0;
  }

  get isRunning(): boolean {
    return this.child !== null && this.child.exitCode === null && this.child.signalCode === null;
  }

  /** @throws Hung, and Error with what it said when it ended instead */
  async start(): Promise<void> {
    this.port = await freePort();
    this.said = '';
    const child = spawn(process.execPath, [resolve('build/server/main.js')], {
      env: { ...process.env, NODE_OPTIONS: '', ...this.extra, PORT: String(this.port), INKY_DATA: this.data },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    this.child = child;
    await new Promise<void>((ready, failed) => {
      const timer = setTimeout(() => failed(new Hung(`It was not ready. ${this.said}`)), readyLimit);
      const hear = (chunk: Buffer): void => {
        this.said = (this.said + chunk.toString()).slice(-4000);
        if (!this.said.includes('is ready')) return;
        clearTimeout(timer);
        ready();
      };
      child.stdout.on('data', hear);
      child.stderr.on('data', hear);
      child.on('exit', (code) => {
        clearTimeout(timer);
        failed(new Error(`It ended with ${code}: ${this.said}`));
      });
    });
  }

  /** At once, as by a loss of power or a kill. */
  async kill(): Promise<void> {
    await this.end('SIGKILL');
  }

  async stop(): Promise<void> {
    await this.end('SIGTERM');
  }

  private async end(signal: NodeJS.Signals): Promise<void> {
    const { child } = this;
    if (!child || !this.isRunning) return;
    const ended = new Promise((done) => child.on('exit', done));
    child.kill(signal);
    await ended;
  }

  async remove(): Promise<void> {
    await this.kill();
    rmSync(this.data, { recursive: true, force: true });
  }

  /** @param body bytes as they are, anything else as JSON @throws Hung, Broken */
  async ask(path: string, body?: unknown, method = body === undefined ? 'GET' : 'POST'): Promise<Answer> {
    if (body === undefined) return this.answer(path, { method });
    if (body instanceof Uint8Array) return this.answer(path, { method, body: body as Uint8Array<ArrayBuffer> });
    return this.askText(path, JSON.stringify(body), method);
  }

  /** Sends what says that it is JSON. @throws Hung, Broken */
  askText(path: string, body: string | Uint8Array, method = 'POST'): Promise<Answer> {
    const headers = { 'content-type': 'application/json' };
    return this.answer(path, { method, headers, body: body as Uint8Array<ArrayBuffer> });
  }

  private async answer(path: string, options: RequestInit): Promise<Answer> {
    try {
      const answer = await this.fetched(path, options);
      return { status: answer.status, text: await answer.text() };
    } catch (error) {
      throw withinLimit(error, path);
    }
  }

  private fetched(path: string, options: RequestInit = {}): Promise<Response> {
    const signal = AbortSignal.timeout(answerLimit);
    return fetch(`http://127.0.0.1:${this.port}/api${path}`, { ...options, signal });
  }

  /** Waits for a job. @returns 200 with its state when it was done, else 422 with what it says; what is answered instead of its state @throws Hung, Broken */
  async jobEnd(id: string): Promise<Answer> {
    for (;;) {
      const answer = await this.ask(`/jobs/${id}`);
      if (answer.status !== 200) return answer;
      const { text } = answer;
      const { state, message } = asJson(text) as { state?: string; message?: string };
      if (state === 'done') return { status: 200, text };
      if (state !== 'running') return { status: 422, text: JSON.stringify({ message }) };
      await new Promise((next) => setTimeout(next, lookMs));
    }
  }

  /** The bytes of what is fetched; null where it is not given. @throws Hung, Broken */
  async bytes(path: string): Promise<Uint8Array | null> {
    try {
      const answer = await this.fetched(path);
      return answer.ok ? new Uint8Array(await answer.arrayBuffer()) : null;
    } catch (error) {
      throw withinLimit(error, path);
    }
  }
}

const withinLimit = (error: unknown, path: string): Error =>
  (error as Error).name === 'TimeoutError' ? new Hung(path) : new Broken(`${path}: ${(error as Error).message}`);

/** Paths, code and untold errors that no answer may show. */
const unseemly =
  /\/tmp\/|\/work\/|node_modules|\bat .+:\d+:\d+|TypeError|RangeError|ReferenceError|SQLITE|better-sqlite3/;

/** What is wrong with an answer; null where it is well: carried out, or refused in a sentence. */
export function faultOf({ status, text }: Answer): string | null {
  if (status >= 200 && status < 300) return null;
  const begin = text.slice(0, 200);
  if (status >= 500 && status !== 503 && status !== 507) return `answered with ${status}: ${begin}`;
  if (unseemly.test(text)) return `shows its inside: ${begin}`;
  const { message } = asJson(text) as { message?: unknown };
  if (typeof message !== 'string' || !/^[A-Z“"].*[.?!]$/s.test(message.trim()))
    return `does not say in a sentence what was wrong (${status}): ${begin}`;
  return null;
}

export function asJson(text: string): unknown {
  try {
    return JSON.parse(text) ?? {};
  } catch {
    return {};
  }
}
