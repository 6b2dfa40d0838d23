import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync } from 'node:fs';
import { connect } from 'node:net';
import { freePort } from './freePort';

const known = ['/usr/bin/redis-server', '/usr/local/bin/redis-server'];

/** Whether this machine has a Redis; the tests' own command installs Debian's where it may. */
export const hasRedis = known.some((path) => existsSync(path));

/** A Redis of its own that keeps nothing. For tests. */
export class TestRedis {
  private child: ChildProcess | null = null;

  private constructor(readonly port: number) {}

  static async start(): Promise<TestRedis> {
    const redis = new TestRedis(await freePort());
    await redis.start();
    return redis;
  }

  get url(): string {
    return `redis://127.0.0.1:${this.port}`;
  }

  /** Starts it, empty, at the same address as before. */
  async start(): Promise<void> {
    const path = known.find((one) => existsSync(one))!;
    const words = ['--port', String(this.port), '--bind', '127.0.0.1', '--save', '', '--appendonly', 'no'];
    this.child = spawn(path, words, { stdio: 'ignore' });
    while (!(await this.isThere())) await new Promise((resolve) => setTimeout(resolve, 50));
  }

  /** Ends it at once: what it knew is gone. */
  kill(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null) return Promise.resolve();
    return new Promise((resolve) => {
      child.on('exit', () => resolve());
      child.kill('SIGKILL');
    });
  }

  private isThere(): Promise<boolean> {
    return new Promise((resolve) => {
      const socket = connect(this.port, '127.0.0.1');
      socket.on('connect', () => {
        socket.destroy();
        resolve(true);
      });
      socket.on('error', () => resolve(false));
    });
  }
}
