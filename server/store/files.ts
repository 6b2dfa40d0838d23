import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { putInPlace } from './putInPlace';

/** Where things lie in the data folder. A hash is checked before it becomes part of a path. */
export class Files {
  constructor(readonly folder: string) {
    for (const name of ['assets', 'pyramids', 'thumbnails', 'exports', 'working'])
      mkdirSync(join(folder, name), { recursive: true });
  }

  asset(sha256: string): string {
    return join(this.folder, 'assets', checkedHash(sha256));
  }

  pyramid(sha256: string): string {
    return join(this.folder, 'pyramids', `${checkedHash(sha256)}.levels`);
  }

  thumbnail(id: string, version: number): string {
    return join(this.folder, 'thumbnails', `${checkedId(id)}-${version}.png`);
  }

  /** Removes all small pictures of something. @param but the path of one that stays */
  dropPictures(id: string, but = ''): void {
    const folder = join(this.folder, 'thumbnails');
    for (const file of readdirSync(folder))
      if (file.startsWith(`${checkedId(id)}-`) && join(folder, file) !== but)
        rmSync(join(folder, file), { force: true });
  }

  export(id: string, format: string): string {
    return join(this.folder, 'exports', `${checkedId(id)}.${checkedId(format)}`);
  }

  /** The folder of a run: the pictures of its rows, and the files that were made. */
  run(id: string): string {
    return join(this.folder, 'runs', checkedId(id));
  }

  /** Puts a finished working file in its place, in one step, for good: its record may be written. */
  move(working: string, to: string): void {
    putInPlace(working, to);
  }

  /** Removes what a run that was cut off left half written. Only the server may, and only when it starts. */
  clearWorking(): void {
    rmSync(join(this.folder, 'working'), { recursive: true, force: true });
    mkdirSync(join(this.folder, 'working'), { recursive: true });
  }

  /** A new name for a file that is being written. */
  working(): string {
    return join(this.folder, 'working', randomUUID());
  }
}

function checkedHash(sha256: string): string {
  if (!/^[0-9a-f]{64}$/.test(sha256)) throw new Error('This is not a SHA-256.');
  return sha256;
}

function checkedId(id: string): string {
  if (!/^[A-Za-z0-9-]{1,64}$/.test(id)) throw new Error('This is not an id.');
  return id;
}

/** SHA-256 of a file, as hexadecimal digits. */
export async function hashFile(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  return hash.digest('hex');
}
