import { existsSync, mkdtempSync, readFileSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Chance } from './chance';

/** What is laid between a server and its disk and clock: see `fileLayer.mjs`. */
export class Layer {
  private readonly folder = mkdtempSync(join(tmpdir(), 'inky-layer-'));

  /** What the server's environment needs for it. */
  get environment(): NodeJS.ProcessEnv {
    return {
      NODE_OPTIONS: `--import ${pathToFileURL(resolve('torture/fileLayer.mjs')).href}`,
      INKY_TORTURE: this.folder,
    };
  }

  /** @param share of writes that fail; 0 for a disk with room */
  full(share: number): void {
    this.set('full', share);
  }

  /** @param ms by how much the clock is wrong */
  clock(ms: number): void {
    this.set('clock', Math.round(ms));
  }

  private set(name: string, value: number): void {
    writeFileSync(join(this.folder, name), String(value));
  }

  remove(): void {
    rmSync(this.folder, { recursive: true, force: true });
  }

  /**
   * The server is gone: what it had not synced is lost, as by a loss of power. Bytes are cut off or become zeros, names
   * that were given are not there; each with a chance.
   * @returns how many files were harmed
   */
  losePower(chance: Chance): number {
    const { bytes, names } = this.unsynced();
    let harmed = 0;
    for (const path of names) {
      if (!existsSync(path) || !chance.happens(0.5)) continue;
      rmSync(path, { recursive: true, force: true });
      harmed++;
    }
    for (const path of bytes) {
      if (!existsSync(path) || !statSync(path).isFile() || !chance.happens(0.7)) continue;
      const { size } = statSync(path);
      const kept = chance.whole(0, size);
      truncateSync(path, kept);
      if (chance.happens(0.5)) truncateSync(path, size);
      harmed++;
    }
    writeFileSync(join(this.folder, 'journal'), '');
    return harmed;
  }

  private unsynced(): { bytes: Set<string>; names: Set<string> } {
    const bytes = new Set<string>();
    const names = new Set<string>();
    for (const line of readFileSync(join(this.folder, 'journal'), 'utf8').split('\n')) {
      const at = line.indexOf(' ');
      const [what, path] = [line.slice(0, at), line.slice(at + 1)];
      if (what === 'bytes') bytes.add(path);
      if (what === 'synced') bytes.delete(path);
      if (what === 'synced-names') for (const name of [...names]) if (dirname(name) === path) names.delete(name);
      if (what !== 'moved') continue;
      const [from, to] = path.split('\t');
      names.add(to);
      if (bytes.delete(from)) bytes.add(to);
    }
    return { bytes, names };
  }
}
