import type { RoughsNews, RoughsWork } from '../roughs/workRoughs';
import { workRoughs } from '../roughs/workRoughs';
import { serveJob } from './child';

serveJob<RoughsWork, null>(async (work, progress) => {
  let last = { done: 0, stage: 'Starting' };
  await workRoughs(
    work,
    (news: RoughsNews) => progress(last.done, last.stage, news),
    (done, stage) => progress((last = { done: Math.max(last.done, done), stage }).done, stage),
  );
  return null;
});
