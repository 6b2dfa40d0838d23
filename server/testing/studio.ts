import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { application } from '../application';
import { Studio } from '../studio';

/** A studio on a data folder of its own, taken down after the tests of a file; and how it is asked. For tests. */
export function testStudio(): {
  studio: Studio;
  ask: (path: string, options?: RequestInit) => Response | Promise<Response>;
} {
  const folder = mkdtempSync(join(tmpdir(), 'inky-studio-'));
  const studio = new Studio({ root: resolve('.'), data: join(folder, 'data'), host: '127.0.0.1', port: 4680 });
  afterAll(() => {
    studio.close();
    rmSync(folder, { recursive: true, force: true });
  });
  const { app } = application(studio);
  return {
    studio,
    ask: (path, options = {}) =>
      app.request(`http://127.0.0.1:4680/api${path}`, {
        ...options,
        headers: {
          host: '127.0.0.1:4680',
          ...(typeof options.body === 'string' && { 'content-type': 'application/json' }),
          ...(options.headers as Record<string, string>),
        },
      }),
  };
}
