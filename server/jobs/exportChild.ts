import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { saveSet, type SetOrder } from '../exporting/saveSet';
import { toldBytes, type ToldOrder } from '../exporting/toldBytes';
import { saveFile } from '../formats/saveFile';
import type { SaveOrder } from '../render/savePicture';
import { startTilePool } from '../render/tilePool';
import { sync } from '../store/putInPlace';
import { serveJob } from './child';

// Loading takes a while: it is begun before the order has come.
const pool = startTilePool(dirname(fileURLToPath(import.meta.url)));

serveJob<SaveOrder | SetOrder | ToldOrder, unknown>(async (order, progress) => {
  if ('told' in order) return toldBytes(order, pool);
  const times = await ('files' in order ? saveSet(order, progress, pool) : saveFile(order, progress, pool));
  sync(order.out);
  return { ...times, peakBytes: process.resourceUsage().maxRSS * 1024 };
});
