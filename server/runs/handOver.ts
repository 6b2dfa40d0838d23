import { copyFileSync, existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Studio } from '../studio';
import { saveRunReport } from '../formats/runReport';
import { reportOf } from './report';
import { reportOrder } from './reporting';

/** What each file of a folder was made from, by its name. */
type Made = Record<string, string>;

const listName = 'series.json';
const lockName = '.series-at-work';

/**
 * Makes what is approved of a run into a folder: files that are there and were made from the same stay as they are. Each
 * file comes in one step, so what is there is whole.
 * @throws Error where another program is writing into the folder
 */
export async function handOver(studio: Studio, run: string, out: string): Promise<{ made: number; kept: number }> {
  mkdirSync(out, { recursive: true });
  const unlock = lock(out);
  try {
    const approved = new Set(studio.runs.rows(run).flatMap(({ id, approved: isMeant }) => (isMeant ? [id] : [])));
    const wanted = studio.runWorks.wanted(run).filter(({ row }) => approved.has(row));
    const before = readMade(out);
    const missing = wanted.filter(({ name, key }) => before[name] !== key || !existsSync(join(out, name)));
    const made: Made = { ...before };
    const write = (): void => writeFileSync(join(out, listName), `${JSON.stringify(made, null, 1)}\n`);
    const byRow = new Map(missing.map((one) => [one.row, one]));
    const take = (rows: readonly number[]): void => {
      for (const row of rows) {
        const found = byRow.get(row);
        const { file } = studio.runs.row(run, row);
        if (!found || file === null) continue;
        byRow.delete(row);
        const part = join(out, `.part-${row}`);
        copyFileSync(join(studio.runWorks.folder(run, 'files'), file), part);
        renameSync(part, join(out, found.name));
        made[found.name] = found.key;
        write();
      }
    };
    const stop = studio.runWorks.follow(run, ({ rows }) => take(rows));
    studio.runWorks.start(run, { kind: 'make', rows: missing.map(({ row }) => row) });
    await studio.runWorks.ended(run);
    stop();
    take([...byRow.keys()]);
    writeFileSync(join(out, 'report.csv'), reportOf(studio.runs.get(run), studio.runs.rows(run)));
    await saveRunReport(reportOrder(studio, studio.runs.get(run), join(out, 'report.pdf')), () => undefined);
    return { made: missing.length - byRow.size, kept: wanted.length - missing.length };
  } finally {
    unlock();
  }
}

function readMade(out: string): Made {
  try {
    return JSON.parse(readFileSync(join(out, listName), 'utf8')) as Made;
  } catch {
    return {};
  }
}

/** Only one program at a time writes into a folder; what one that has died left behind is no hindrance. */
function lock(out: string): () => void {
  const path = join(out, lockName);
  if (existsSync(path) && isRunning(Number(readFileSync(path, 'utf8'))))
    throw new Error(`Another run is writing into "${out}". Wait for it, or choose another folder.`);
  rmSync(path, { force: true });
  writeFileSync(path, String(process.pid), { flag: 'wx' });
  return () => rmSync(path, { force: true });
}

function isRunning(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}
