import { WorkerPool, type PoolWorker } from './workerPool';

type Order = string;
type Answer = { text: string } | { problem: string };

/** Workers that do nothing by themselves: the test answers for them. */
function stage(count: number, timeoutMs?: number) {
  const spawned: { orders: Order[]; terminated: boolean; answer(answer: Answer): void; fail(reason: string): void }[] =
    [];
  const pool = new WorkerPool<Order, Answer>({
    count,
    timeoutMs,
    problemOf: (answer) => ('problem' in answer ? answer.problem : null),
    spawn(answered, failed): PoolWorker<Order> {
      const worker = { orders: [] as Order[], terminated: false, answer: answered, fail: failed };
      spawned.push(worker);
      return { post: (order) => worker.orders.push(order), terminate: () => (worker.terminated = true) };
    },
  });
  return { pool, spawned };
}

test('each worker does one order at a time, in turn', async () => {
  const { pool, spawned } = stage(2);
  const answers = ['a', 'b', 'c'].map((order) => pool.ask(order));
  expect(spawned.map(({ orders }) => orders)).toEqual([['a'], ['b']]);
  spawned[1].answer({ text: 'B' });
  expect(spawned[1].orders).toEqual(['b', 'c']);
  spawned[0].answer({ text: 'A' });
  spawned[1].answer({ text: 'C' });
  expect(await Promise.all(answers)).toEqual([{ text: 'A' }, { text: 'B' }, { text: 'C' }]);
});

test('an order goes to the worker that should rather do it, unless another is idle', () => {
  const { pool, spawned } = stage(2);
  void pool.ask('for 1', 1);
  void pool.ask('for 0', 0);
  void pool.ask('also for 1', 1);
  expect(spawned.map(({ orders }) => orders)).toEqual([['for 1'], ['for 0']]);
  spawned[0].answer({ text: '' });
  expect(spawned[0].orders).toEqual(['for 1', 'also for 1']);
});

test('the order of a worker that fails is done by a new one, which is told what all were told', async () => {
  const { pool, spawned } = stage(1);
  pool.broadcast('piece', 'the piece');
  pool.broadcast('piece', 'the newer piece');
  const answer = pool.ask('tile');
  spawned[0].fail('out of memory');
  expect(spawned).toHaveLength(2);
  expect(spawned[0].terminated).toBe(true);
  expect(spawned[1].orders).toEqual(['the newer piece', 'tile']);
  spawned[0].answer({ text: 'too late' });
  spawned[1].answer({ text: 'drawn' });
  expect(await answer).toEqual({ text: 'drawn' });
});

test('what fails twice is refused, with the reason, and the rest goes on', async () => {
  const { pool, spawned } = stage(1);
  const bad = pool.ask('bad');
  const good = pool.ask('good');
  spawned[0].fail('killed');
  spawned[1].fail('killed again');
  await expect(bad).rejects.toThrow('killed again');
  spawned[2].answer({ text: 'fine' });
  expect(await good).toEqual({ text: 'fine' });
});

test('a problem that a worker tells is tried again too, by the same workers', async () => {
  const { pool, spawned } = stage(1);
  const answer = pool.ask('tile');
  spawned[0].answer({ problem: 'no room' });
  expect(spawned[0].orders).toEqual(['tile', 'tile']);
  spawned[0].answer({ problem: 'no room' });
  await expect(answer).rejects.toThrow('no room');
  expect(spawned).toHaveLength(1);
});

test('where every worker fails at once, hiring ends and everything is refused', async () => {
  const { pool, spawned } = stage(1);
  const answers = ['a', 'b', 'c', 'd'].map((order) => pool.ask(order).catch((error: Error) => error.message));
  for (let i = 0; i < 20 && i < spawned.length; i++) spawned[i].fail('cannot start');
  expect(await Promise.all(answers)).toEqual(new Array(4).fill('cannot start'));
  expect(spawned.length).toBeLessThan(8);
  // Nor does anything that is asked later wait for ever.
  await expect(pool.ask('e')).rejects.toThrow('No worker can be started');
});

test('a worker that does not answer in time counts as failed', async () => {
  const { pool, spawned } = stage(1, 20);
  const answer = pool.ask('tile').catch((error: Error) => error.message);
  await new Promise((resolve) => setTimeout(resolve, 30));
  expect(spawned).toHaveLength(2);
  spawned[1].answer({ text: 'drawn' });
  expect(await answer).toEqual({ text: 'drawn' });
  await pool.close();
});

test('orders that nobody has begun can be dropped', () => {
  const { pool, spawned } = stage(1);
  void pool.ask('a');
  void pool.ask('old');
  void pool.ask('new');
  pool.drop((order) => order === 'old');
  spawned[0].answer({ text: '' });
  expect(spawned[0].orders).toEqual(['a', 'new']);
});
