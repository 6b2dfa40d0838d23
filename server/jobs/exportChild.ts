import { savePicture, type SaveOrder } from '../render/savePicture';
import { serveJob } from './child';

serveJob<SaveOrder, unknown>(async (order, progress) => {
  const times = await savePicture(order, progress);
  return { ...times, peakBytes: process.resourceUsage().maxRSS * 1024 };
});
