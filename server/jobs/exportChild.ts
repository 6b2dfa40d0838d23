import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { saveFile } from '../formats/saveFile';
import type { SaveOrder } from '../render/savePicture';
import { startTilePool } from '../render/tilePool';
import { sync } from '../store/putInPlace';
import { serveJob } from './child';

// Loading takes a while: it is begun before the order has come.
const pool = startTilePool(dirname(fileURLToPath(import.meta.url)));

serveJob<SaveOrder, unknown>(async (order, progress) => {
  const times = await saveFile(order, progress, pool);
  sync(order.out);
  return { ...times, peakBytes: process.resourceUsage().maxRSS * 1024 };
});
