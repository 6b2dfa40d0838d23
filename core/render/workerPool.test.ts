import { Crew, type Hand } from './workerPool';

type Order = string;
type Answer = { text: string } | { problem: string };

/** Workers that do nothing by themselves: the test answers for them. */
function stage(count: number, patienceMs?: number) {
  const hired: { orders: Order[]; dismissed: boolean; answer(answer: Answer): void; fail(reason: string): void }[] = [];
  const crew = new Crew<Order, Answer>({
    count,
    patienceMs,
    problemOf: (answer) => ('problem' in answer ? answer.problem : null),
    hire(answered, failed): Hand<Order> {
      const worker = { orders: [] as Order[], dismissed: false, answer: answered, fail: failed };
      hired.push(worker);
      return { give: (order) => worker.orders.push(order), dismiss: () => (worker.dismissed = true) };
    },
  });
  return { crew, hired };
}

test('each worker does one order at a time, in turn', async () => {
  const { crew, hired } = stage(2);
  const answers = ['a', 'b', 'c'].map((order) => crew.ask(order));
  expect(hired.map(({ orders }) => orders)).toEqual([['a'], ['b']]);
  hired[1].answer({ text: 'B' });
  expect(hired[1].orders).toEqual(['b', 'c']);
  hired[0].answer({ text: 'A' });
  hired[1].answer({ text: 'C' });
  expect(await Promise.all(answers)).toEqual([{ text: 'A' }, { text: 'B' }, { text: 'C' }]);
});

test('an order goes to the worker that should rather do it, unless another is idle', () => {
  const { crew, hired } = stage(2);
  void crew.ask('for 1', 1);
  void crew.ask('for 0', 0);
  void crew.ask('also for 1', 1);
  expect(hired.map(({ orders }) => orders)).toEqual([['for 1'], ['for 0']]);
  hired[0].answer({ text: '' });
  expect(hired[0].orders).toEqual(['for 1', 'also for 1']);
});

test('the order of a worker that fails is done by a new one, which is told what all were told', async () => {
  const { crew, hired } = stage(1);
  crew.tell('piece', 'the piece');
  crew.tell('piece', 'the newer piece');
  const answer = crew.ask('tile');
  hired[0].fail('out of memory');
  expect(hired).toHaveLength(2);
  expect(hired[0].dismissed).toBe(true);
  expect(hired[1].orders).toEqual(['the newer piece', 'tile']);
  hired[0].answer({ text: 'too late' });
  hired[1].answer({ text: 'drawn' });
  expect(await answer).toEqual({ text: 'drawn' });
});

test('what fails twice is refused, with the reason, and the rest goes on', async () => {
  const { crew, hired } = stage(1);
  const bad = crew.ask('bad');
  const good = crew.ask('good');
  hired[0].fail('killed');
  hired[1].fail('killed again');
  await expect(bad).rejects.toThrow('killed again');
  hired[2].answer({ text: 'fine' });
  expect(await good).toEqual({ text: 'fine' });
});

test('a problem that a worker tells is tried again too, by the same workers', async () => {
  const { crew, hired } = stage(1);
  const answer = crew.ask('tile');
  hired[0].answer({ problem: 'no room' });
  expect(hired[0].orders).toEqual(['tile', 'tile']);
  hired[0].answer({ problem: 'no room' });
  await expect(answer).rejects.toThrow('no room');
  expect(hired).toHaveLength(1);
});

test('where every worker fails at once, hiring ends and everything is refused', async () => {
  const { crew, hired } = stage(1);
  const answers = ['a', 'b', 'c', 'd'].map((order) => crew.ask(order).catch((error: Error) => error.message));
  for (let i = 0; i < 20 && i < hired.length; i++) hired[i].fail('cannot start');
  expect(await Promise.all(answers)).toEqual(new Array(4).fill('cannot start'));
  expect(hired.length).toBeLessThan(8);
  // Nor does anything that is asked later wait for ever.
  await expect(crew.ask('e')).rejects.toThrow('No worker can be started');
});

test('a worker that does not answer in time counts as failed', async () => {
  const { crew, hired } = stage(1, 20);
  const answer = crew.ask('tile').catch((error: Error) => error.message);
  await new Promise((resolve) => setTimeout(resolve, 30));
  expect(hired).toHaveLength(2);
  hired[1].answer({ text: 'drawn' });
  expect(await answer).toEqual({ text: 'drawn' });
  await crew.close();
});

test('orders that nobody has begun can be dropped', () => {
  const { crew, hired } = stage(1);
  void crew.ask('a');
  void crew.ask('old');
  void crew.ask('new');
  crew.drop((order) => order === 'old');
  hired[0].answer({ text: '' });
  expect(hired[0].orders).toEqual(['a', 'new']);
});
