import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Jobs, waitingStage } from './jobs';

const folder = mkdtempSync(join(tmpdir(), 'inky-jobs-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A job that says that it has begun, and is done when it is let go. */
writeFileSync(join(folder, 'package.json'), '{"type":"commonjs"}');
writeFileSync(
  join(folder, 'held.js'),
  `const { existsSync, writeFileSync } = require('node:fs');
   process.on('message', ({ begun, go, dies }) => {
     writeFileSync(begun, '');
     if (dies) process.exit(3);
     const look = setInterval(() => {
       if (!existsSync(go)) return;
       clearInterval(look);
       process.send({ kind: 'done', result: begun }, () => process.exit(0));
     }, 5);
   });`,
);

let count = 0;
function held(jobs: Jobs, { kind = 'export', dies = false }: { kind?: 'export' | 'import'; dies?: boolean } = {}) {
  const number = ++count;
  const [begun, go] = ['begun', 'go'].map((name) => join(folder, `${name}-${number}`));
  let isCleaned = false;
  const job = jobs.start(
    kind,
    'a piece',
    'held.js',
    { begun, go, dies },
    (raw: unknown) => raw,
    () => {
      isCleaned = true;
    },
  );
  return { job, begun, letGo: () => writeFileSync(go, ''), isCleaned: () => isCleaned };
}

const until = async (is: () => boolean): Promise<void> => {
  while (!is()) await new Promise((resolve) => setTimeout(resolve, 5));
};

test('two of a kind work at once, others wait in order and say so; another kind does not wait for them', async () => {
  const jobs = new Jobs(folder);
  const all = Array.from({ length: 5 }, () => held(jobs));
  const [first, second, third, fourth, fifth] = all;
  const other = held(jobs, { kind: 'import' });
  await until(() => existsSync(first.begun) && existsSync(second.begun) && existsSync(other.begun));
  expect(all.map(({ job }) => job.state.stage === waitingStage)).toEqual([false, false, true, true, true]);
  // One that is cancelled while it waits never begins, and those behind it move up.
  jobs.cancel(third.job.state.id);
  expect(third.job.state.state).toBe('cancelled');
  second.letGo();
  await second.job.finished;
  await until(() => existsSync(fourth.begun));
  await expect(third.job.finished).rejects.toThrow('stopped');
  expect(existsSync(third.begun)).toBe(false);
  expect(third.isCleaned()).toBe(true);
  expect(existsSync(fifth.begun)).toBe(false);
  // One that is cancelled while it works gives its turn away.
  jobs.cancel(first.job.state.id);
  await until(() => existsSync(fifth.begun));
  [fourth, fifth, other].forEach(({ letGo }) => letGo());
  await Promise.all([fourth, fifth, other].map(({ job }) => job.finished));
  expect([fourth, fifth, other].map(({ job }) => job.state.state)).toEqual(['done', 'done', 'done']);
});

test('when the server ends, what waits never begins', async () => {
  const jobs = new Jobs(folder, 1);
  const [works, waits] = [held(jobs), held(jobs)];
  await until(() => existsSync(works.begun));
  jobs.closeAll();
  await expect(works.job.finished).rejects.toThrow('stopped');
  await expect(waits.job.finished).rejects.toThrow('stopped');
  expect(existsSync(waits.begun)).toBe(false);
});

test('a process that dies gives its turn away', async () => {
  const jobs = new Jobs(folder, 1);
  const [dying, next] = [held(jobs, { dies: true }), held(jobs)];
  await expect(dying.job.finished).rejects.toThrow('code 3');
  expect(dying.job.state.state).toBe('failed');
  next.letGo();
  await next.job.finished;
  expect(next.job.state).toMatchObject({ state: 'done', result: next.begun });
});
