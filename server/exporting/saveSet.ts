import { readFileSync, statSync } from 'node:fs';
import { saveFile } from '../formats/saveFile';
import { writeZip } from '../formats/zipFile';
import { printedArea, type SaveOrder, type Saved } from '../render/savePicture';
import { startTilePool, type TilePool } from '../render/tilePool';

/** Files that are made one after the other and leave in one zip. */
export interface SetOrder {
  files: readonly { order: SaveOrder; name: string }[];
  out: string;
}

/** What a zip can hold whose addresses have 32 bits, and the files in it. */
const mostBytes = 2 ** 32 - 2 ** 20;

/** The share of the work that drawing takes; the rest is putting the files together. */
const drawnShare = 0.95;

/**
 * Makes several files and puts them into a zip. @throws Error where they are more than it can hold, or as `saveFile`
 */
export async function saveSet(
  { files, out }: SetOrder,
  progress: (done: number, stage: string) => void,
  pool: TilePool = startTilePool(files[0].order.buildFolder),
): Promise<Saved> {
  const start = performance.now();
  const px = files.map(({ order }) => {
    const { width, height } = printedArea(order).frame;
    return width * height;
  });
  const all = px.reduce((sum, one) => sum + one, 0);
  const total = { renderMs: 0, encodeMs: 0, notes: [] as string[] };
  let [done, bytes] = [0, 0];
  try {
    for (const [i, { order, name }] of files.entries()) {
      const saved = await saveFile(
        { ...order, keepsPool: true },
        (part, stage) => progress((drawnShare * (done + part * px[i])) / all, `${name}: ${stage.toLowerCase()}`),
        pool,
      );
      total.renderMs += saved.renderMs;
      done += px[i];
      bytes += statSync(order.out).size;
      if (bytes > mostBytes)
        throw new Error('Together these files are larger than 4 GB, which is what a zip holds. Export fewer at once.');
      total.notes.push(...saved.notes.filter((note) => !total.notes.includes(note)));
    }
    progress(drawnShare, 'Putting the files together');
    await writeZip(
      out,
      files.map(({ order, name }) => [name, () => readFileSync(order.out)] as const),
    );
    total.encodeMs = performance.now() - start - total.renderMs;
    return total;
  } finally {
    await pool.close();
  }
}
