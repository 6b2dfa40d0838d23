import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { scribbledCut, type ScribbleCut, type ToneCut, type Veil } from '../../../../core/passes/veils/schema';
import { cutsKey, isEdgeCancelled, isEdgeOld } from '../../../../core/passes/veils/solved';
import { store } from '../../../store';
import { editing } from '../../editing';
import { FakeServer, hash, refused, until } from '../../../testing/fakeServer';
import { cutPlate, type CutPlate } from './cutting';
import { veilHand } from './hand';
import { keyTone, scribble, solveFine, takeSoftness } from './solving';
import { solver } from './solver';
import { left, role } from '../../benchState';
import { changeItem } from '../../../../core/piece/edits/items';
import { addCut, addVeil } from '../../../../core/piece/edits/veils';

type Mark = ScribbleCut['marks'][number];

const matte = (name: string, kind = 'matte') => ({ kind, name, sha256: hash(name) });
const line = (x: number): Mark => ({ side: 'front', radius: 10, points: [[x, 50]] });

/** An answer that comes when the test lets it. */
function held<Value>() {
  let give!: (value: Value) => void;
  const coming = new Promise<Value>((resolve) => (give = resolve));
  return { coming, give };
}

let server: FakeServer;
const bench = () => store.getState().bench;
const plate = (): CutPlate => cutPlate(bench().piece!, null)!;
const veil = (): Veil => (bench().draft ?? bench().piece!).veils[0];
const firstCut = (): ScribbleCut => veil().cuts[0] as ScribbleCut;
const nameOf = (key: string | null): string | null => (key === null ? null : bench().piece!.assets[key].name);
const draw = (x: number): void => scribble('Scribble', plate(), ({ marks }) => ({ marks: [...marks, line(x)] }));
const orders = (): string[] =>
  server.asked.map(({ order }) => `${order.quick ? 'quick' : 'full'} ${(order.marks as Mark[]).length}`);

const solved = (): Promise<void> => until(() => bench().queued === 0 && bench().pending === 0);

const { fetch: realFetch } = globalThis;
beforeEach(async () => {
  server = new FakeServer();
  globalThis.fetch = jest.fn(server.fetch) as typeof fetch;
  await editing.open('p');
});
afterEach(async () => {
  await solved();
  store.dispatch(left());
  globalThis.fetch = realFetch;
});

test('a stroke is part of the piece at once; its cut comes quickly, then in full: one entry of history', async () => {
  const quick = held<unknown>();
  const full = held<unknown>();
  server.answers.scribble = ({ quick: isQuick }) => (isQuick ? quick.coming : full.coming);
  draw(10);
  expect(bench().piece!.veils[0].cuts[0]).toMatchObject({ marks: [line(10)], matte: null, operation: 'add' });
  expect(bench()).toMatchObject({ veil: veil().id, history: ['Scribble'], queued: 1 });
  await until(() => bench().solving !== null);
  expect(bench().solving).toMatchObject({ stage: 'Solving the cut', done: null, veil: veil().id, at: [10, 50] });
  quick.give({ matte: matte('quick'), turn: 7 });
  await until(() => firstCut().matte !== null);
  expect(firstCut()).toMatchObject({ coarse: true });
  expect(bench().solving).toMatchObject({ stage: 'Solving the cut in full' });
  full.give({ matte: matte('full'), turn: 7 });
  await solved();
  expect(firstCut()).toMatchObject({ coarse: false, marks: [line(10)] });
  expect(nameOf(firstCut().matte)).toBe('full');
  expect(bench().solving).toBeNull();
  expect(server.labels).toEqual(['Scribble']);
  // The full answer is asked for in the turn of the quick one.
  expect(server.asked.map(({ order }) => order.turn)).toEqual([undefined, 7]);
  expect(server.piece).toEqual(bench().piece);
});

/** Answers named by how many strokes they are for. */
const byCount = ({ quick, marks }: Record<string, unknown>) => {
  const { length } = marks as Mark[];
  return { matte: matte(`${quick ? 'quick' : 'full'} ${length}`), turn: length };
};

test('a newer stroke waits for nothing: neither for the quick answer to the last one nor for the full one', async () => {
  const never = held<unknown>();
  server.answers.scribble = (order) => ((order.marks as Mark[]).length < 3 ? never.coming : byCount(order));
  draw(10);
  await until(() => server.asked.length === 1);
  draw(20);
  await until(() => server.asked.length === 2);
  draw(30);
  await solved();
  expect(orders()).toEqual(['quick 1', 'quick 2', 'quick 3', 'full 3']);
  expect(firstCut()).toMatchObject({ coarse: false, marks: [line(10), line(20), line(30)] });
  expect(server.labels).toEqual(['Scribble', 'Scribble', 'Scribble']);
});

test('undo takes the stroke back at once, while it is solved and after; what was solved is not solved again', async () => {
  server.answers.scribble = byCount;
  draw(10);
  await solved();
  draw(20);
  void editing.step('undo');
  expect(firstCut().marks).toEqual([line(10)]);
  await solved();
  expect(nameOf(firstCut().matte)).toBe('full 1');
  void editing.step('redo');
  await solved();
  expect(nameOf(firstCut().matte)).toBe('full 2');
  const { length } = server.asked;
  void editing.step('undo');
  await solved();
  expect(nameOf(firstCut().matte)).toBe('full 1');
  void editing.step('undo');
  expect(bench().piece!.veils).toEqual([]);
  void editing.step('redo');
  await solved();
  expect(nameOf(firstCut().matte)).toBe('full 1');
  expect(server.asked).toHaveLength(length);
  expect(server.piece).toEqual(bench().piece);
  // The next step of history drops what no state of the piece that can be reached names.
  draw(30);
  await solved();
  expect(Object.values(bench().piece!.assets).map(({ name }) => name)).toContain('full 2');
});

test('other changes that are made meanwhile are kept, and the cut comes into the piece as it is then', async () => {
  const quick = held<unknown>();
  server.answers.scribble = (order) => (order.quick ? quick.coming : byCount(order));
  draw(10);
  editing.commit('Soften', changeItem('veils', veil().id, { feather: 7 }));
  editing.draft(changeItem('veils', veil().id, { feather: 9 }));
  quick.give({ matte: matte('quick'), turn: 1 });
  await solved();
  expect(bench().piece!.veils[0]).toMatchObject({ feather: 7, cuts: [{ coarse: false }] });
  expect(bench().draft!.veils[0].feather).toBe(9);
  editing.cancelDraft();
  void editing.step('undo');
  void editing.step('undo');
  expect(bench().piece!.veils).toEqual([]);
});

test('where nothing says what stands in front the strokes are kept, and what is missing is said', async () => {
  server.answers.scribble = () => ({ matte: null, turn: 1 });
  draw(10);
  await solved();
  expect(firstCut()).toMatchObject({ marks: [line(10)], matte: null });
  expect(bench().problem).toMatch(/Nothing is marked yet that stands in front/);
  expect(orders()).toEqual(['quick 1']);
});

test('where the full cut fails the quick one stays as what it is, and can be tried again', async () => {
  let isBroken = true;
  server.answers.scribble = (order) => (!order.quick && isBroken ? refused : byCount(order));
  draw(10);
  await solved();
  expect(firstCut().coarse).toBe(true);
  expect(nameOf(firstCut().matte)).toBe('quick 1');
  isBroken = false;
  solver.again();
  await solved();
  expect(firstCut()).toMatchObject({ coarse: false, marks: [line(10)] });
  expect(nameOf(firstCut().matte)).toBe('full 1');
});

test('while the server is away the stroke stays and the cut waits for it; then it is solved', async () => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask'] });
  let isAway = true;
  server.answers.scribble = (order) => {
    if (isAway) throw new Error('gone');
    return byCount(order);
  };
  draw(10);
  await until(() => bench().solving?.stage.startsWith('Waiting') === true);
  expect(bench().solving!.stage).toMatch(/cannot be reached/);
  expect(bench()).toMatchObject({ problem: null, queued: 1 });
  expect(firstCut().marks).toEqual([line(10)]);
  isAway = false;
  jest.advanceTimersByTime(2500);
  jest.useRealTimers();
  await solved();
  expect(nameOf(firstCut().matte)).toBe('full 1');
});

test('what another page left unsolved is solved when the piece is opened; who only watches solves nothing', async () => {
  server.answers.scribble = byCount;
  addVeil({ id: 'v', name: 'v', plate: bench().piece!.plates[0].id })(server.piece);
  addCut('v', scribbledCut([line(5)]))(server.piece);
  store.dispatch(role('watching'));
  await editing.open('p');
  expect(server.asked).toEqual([]);
  store.dispatch(role('working'));
  await solved();
  expect(nameOf(firstCut().matte)).toBe('full 1');
  expect(server.labels).toEqual([]);
});

test('another operation begins a cut of its own; strokes go on with the last cut of theirs', async () => {
  server.answers.scribble = ({ marks }) => ({ matte: matte(`${(marks as Mark[]).length}`), turn: 1 });
  draw(10);
  await solved();
  veilHand.set({ operation: 'subtract' });
  draw(20);
  await solved();
  veilHand.set({ operation: 'add' });
  draw(30);
  await solved();
  expect(
    veil().cuts.map((cut) => [cut.operation, (cut as ScribbleCut).marks.map(({ points }) => points[0][0])]),
  ).toEqual([
    ['add', [10, 30]],
    ['subtract', [20]],
  ]);
});

test('a tone key without samples asks nobody; with one it is cut by what the hand has set', async () => {
  server.answers.tone = () => matte('key');
  const samples = [{ x: 3, y: 4, colour: '#336699' }];
  keyTone('Key', plate(), () => ({ samples: [] }));
  await solved();
  expect(server.asked).toEqual([]);
  keyTone('Key', plate(), () => ({ samples }));
  await solved();
  keyTone('Reach', plate(), () => ({ chroma: 9 }));
  await solved();
  expect(server.asked.map(({ order }) => [order.samples, order.chroma])).toEqual([
    [samples, 4],
    [samples, 9],
  ]);
  const key = veil().cuts[0] as ToneCut;
  expect(key).toMatchObject({ kind: 'tone', samples, chroma: 9 });
  expect(nameOf(key.matte)).toBe('key');
});

test('softness that is measured takes the place of softening by hand', async () => {
  server.answers.tone = () => matte('key');
  keyTone('Key', plate(), () => ({ samples: [{ x: 3, y: 4, colour: '#336699' }] }));
  await solved();
  server.answers.softness = () => ({ profile: [] });
  takeSoftness(plate());
  await solved();
  expect(bench().problem).toMatch(/no edge to measure/);
  expect(veil()).toMatchObject({ softness: null, feather: 1 });
  server.answers.softness = () => ({ profile: [[1, 2, 3.5]] });
  takeSoftness(plate());
  await solved();
  expect(veil()).toMatchObject({ softness: { profile: [[1, 2, 3.5]], factor: 1 }, feather: 0 });
  // The server knows what every cut was solved to.
  const { mattes } = server.asked.at(-1)!.order;
  expect(Object.values(mattes as Record<string, string>)).toEqual([hash('key')]);
});

/** A job whose end the test decides. */
class FakeEvents {
  static opened = held<FakeEvents>();
  onmessage: ((message: { data: string }) => void) | null = null;
  constructor(readonly path: string) {
    FakeEvents.opened.give(this);
  }
  tell(state: object): void {
    this.onmessage?.({ data: JSON.stringify(state) });
  }
  close(): void {
    this.onmessage = null;
  }
}

async function keyedVeilWithEdge(): Promise<void> {
  FakeEvents.opened = held();
  Object.assign(globalThis, { EventSource: FakeEvents });
  server.answers.tone = () => matte('key');
  keyTone('Key', plate(), () => ({ samples: [{ x: 3, y: 4, colour: '#336699' }] }));
  await solved();
  server.answers['first-look'] = () => ({ matte: matte('first'), front: matte('first front', 'front') });
  server.answers.fine = () => ({ job: { id: 'job-1' } });
  server.answers['job-1'] = () => ({});
}
const band = [{ radius: 12, points: [[5, 5] as [number, number]] }];

test('the fine edge is shown at a first look, told of while it is solved, and kept when it is', async () => {
  await keyedVeilWithEdge();
  solveFine('Solve the fine edge', { band });
  await until(() => nameOf(veil().fine?.matte ?? null) === 'first');
  expect(veil().fine).toMatchObject({ band, solvedFor: '' });
  const job = await FakeEvents.opened.coming;
  job.tell({ state: 'running', done: 0.4, stage: 'Solving the edge' });
  expect(bench().solving).toMatchObject({ done: 0.4, stage: 'Solving the edge', job: 'job-1' });
  job.tell({ state: 'done', done: 1, stage: '', result: { matte: matte('m'), front: matte('f', 'front') } });
  await solved();
  expect(bench()).toMatchObject({ solving: null, draft: null });
  expect([nameOf(veil().fine!.matte), nameOf(veil().fine!.front)]).toEqual(['m', 'f']);
  expect(server.labels).toEqual(['Key', 'Solve the fine edge']);
});

test('a fine edge that is cancelled keeps the band and the first look, and is not solved again by itself', async () => {
  await keyedVeilWithEdge();
  solveFine('Solve the fine edge', { band });
  const job = await FakeEvents.opened.coming;
  job.tell({ state: 'cancelled', done: 0.2, stage: '' });
  await solved();
  expect(bench()).toMatchObject({ solving: null, draft: null, problem: null });
  expect(veil().fine).toMatchObject({ band });
  expect(isEdgeCancelled(veil())).toBe(true);
  expect(nameOf(veil().fine!.matte)).toBe('first');
  expect(isEdgeOld(veil())).toBe(false);
});

test('a fine edge that fails keeps the band and the first look, says why, and can be tried again', async () => {
  await keyedVeilWithEdge();
  solveFine('Solve the fine edge', { band });
  const job = await FakeEvents.opened.coming;
  job.tell({ state: 'failed', done: 0.2, stage: '', message: 'The edge is too long.' });
  await solved();
  expect(bench()).toMatchObject({ solving: null, draft: null, problem: 'The edge is too long.' });
  expect(veil().fine).toMatchObject({ band, solvedFor: '' });
  FakeEvents.opened = held();
  solver.again();
  const another = await FakeEvents.opened.coming;
  another.tell({ state: 'done', done: 1, stage: '', result: { matte: matte('m'), front: matte('f', 'front') } });
  await solved();
  expect(nameOf(veil().fine!.matte)).toBe('m');
  expect(veil().fine!.solvedFor).toBe(cutsKey(veil().cuts));
});

test('an edge that is undone while it is solved is given up, and known when it is made again', async () => {
  await keyedVeilWithEdge();
  solveFine('Solve the fine edge', { band });
  const job = await FakeEvents.opened.coming;
  void editing.step('undo');
  expect(veil().fine).toBeNull();
  await until(() => server.asked.some(({ to }) => to === 'job-1'));
  job.tell({ state: 'cancelled', done: 0.2, stage: '' });
  await solved();
  expect(veil().fine).toBeNull();
  FakeEvents.opened = held();
  void editing.step('redo');
  const again = await FakeEvents.opened.coming;
  again.tell({ state: 'done', done: 1, stage: '', result: { matte: matte('m'), front: matte('f', 'front') } });
  await solved();
  const { length } = server.asked;
  void editing.step('undo');
  void editing.step('redo');
  await solved();
  expect(nameOf(veil().fine!.matte)).toBe('m');
  expect(server.asked).toHaveLength(length);
  expect(server.piece).toEqual(bench().piece);
});

test('after a later change of the cut the edge is solved again by itself, and nothing old is shown as new', async () => {
  await keyedVeilWithEdge();
  solveFine('Solve the fine edge', { needed: true });
  const job = await FakeEvents.opened.coming;
  job.tell({ state: 'done', done: 1, stage: '', result: { matte: matte('m'), front: matte('f', 'front') } });
  await solved();
  const before = veil().fine!.solvedFor;
  FakeEvents.opened = held();
  keyTone('Reach', plate(), () => ({ chroma: 17 }));
  expect(isEdgeOld(veil())).toBe(true);
  const again = await FakeEvents.opened.coming;
  again.tell({ state: 'done', done: 1, stage: '', result: { matte: matte('m2'), front: matte('f2', 'front') } });
  await solved();
  expect(nameOf(veil().fine!.matte)).toBe('m2');
  expect(veil().fine!.solvedFor).toBe(cutsKey(veil().cuts));
  expect(veil().fine!.solvedFor).not.toBe(before);
});
