import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import type { ScribbleCut, ToneCut, Veil } from '../../../../core/passes/veils/schema';
import { store } from '../../../store';
import { editing } from '../../editing';
import { FakeServer, hash, until } from '../../../testing/fakeServer';
import { cutPlate, type CutPlate } from './cutting';
import { veilHand } from './hand';
import { keyTone, proposeFine, scribble, scribbleInFull, solveFine, takeSoftness } from './solving';
import { left } from '../../benchState';

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

test('the first stroke makes a veil, shows a quick cut, and keeps the full one: one entry of history', async () => {
  const full = held<unknown>();
  server.answers.scribble = ({ quick }) => (quick ? { matte: matte('quick'), turn: 7 } : full.coming);
  draw(10);
  await until(() => bench().draft !== null);
  expect(firstCut()).toMatchObject({ coarse: true, marks: [line(10)] });
  expect(bench().piece!.veils).toHaveLength(0);
  full.give({ matte: matte('full'), turn: 7 });
  await solved();
  expect(firstCut()).toMatchObject({ coarse: false, marks: [line(10)], operation: 'add' });
  expect(nameOf(firstCut().matte)).toBe('full');
  expect(bench().veil).toBe(veil().id);
  expect(server.labels).toEqual(['Scribble']);
  // The full answer is asked for in the turn of the quick one.
  expect(server.asked.map(({ order }) => order.turn)).toEqual([undefined, 7]);
  expect(server.piece).toEqual(bench().piece);
});

test('a stroke that comes while the last is solved in full does not wait for it, and holds both', async () => {
  const never = held<unknown>();
  server.answers.scribble = ({ quick, marks }) => {
    const { length } = marks as Mark[];
    if (quick) return { matte: matte(`quick ${length}`), turn: length };
    return length === 1 ? never.coming : { matte: matte('full 2'), turn: 2 };
  };
  draw(10);
  await until(() => bench().draft !== null);
  draw(20);
  await solved();
  expect(orders()).toEqual(['quick 1', 'full 1', 'quick 2', 'full 2']);
  expect(firstCut()).toMatchObject({ coarse: false, marks: [line(10), line(20)] });
  expect(nameOf(firstCut().matte)).toBe('full 2');
  expect(server.labels).toEqual(['Scribble', 'Scribble']);
  // What nothing uses any more is no part of the piece.
  expect(Object.values(bench().piece!.assets).map(({ name }) => name)).toEqual(['photo', 'full 2']);
  never.give({ matte: null, turn: 1 });
});

test('strokes that come while the first is looked at are solved in full only with the last', async () => {
  const first = held<unknown>();
  server.answers.scribble = ({ quick, marks }) => {
    const { length } = marks as Mark[];
    return quick && length === 1
      ? first.coming
      : { matte: matte(`${quick ? 'quick' : 'full'} ${length}`), turn: length };
  };
  for (const x of [10, 20, 30]) draw(x);
  await until(() => server.asked.length === 1);
  first.give({ matte: matte('quick 1'), turn: 1 });
  await solved();
  expect(orders()).toEqual(['quick 1', 'quick 2', 'quick 3', 'full 3']);
  expect(firstCut().marks).toEqual([line(10), line(20), line(30)]);
});

test('where nothing says what stands in front the strokes are kept, and what is missing is said', async () => {
  server.answers.scribble = () => ({ matte: null, turn: 1 });
  draw(10);
  await solved();
  expect(firstCut()).toMatchObject({ marks: [line(10)], matte: null });
  expect(bench().problem).toMatch(/Nothing is marked yet that stands in front/);
  expect(orders()).toEqual(['quick 1']);
});

test('where the full cut is lost the quick one is kept as what it is, and can be solved again', async () => {
  let isLost = true;
  server.answers.scribble = ({ quick }) => {
    if (!quick && isLost) throw new Error('gone');
    return { matte: matte(quick ? 'quick' : 'full'), turn: 1 };
  };
  draw(10);
  await solved();
  expect(firstCut().coarse).toBe(true);
  expect(nameOf(firstCut().matte)).toBe('quick');
  isLost = false;
  scribbleInFull(plate());
  await solved();
  expect(firstCut()).toMatchObject({ coarse: false, marks: [line(10)] });
  expect(nameOf(firstCut().matte)).toBe('full');
});

test('a server that is away is told of, nothing half done stays, and the next stroke is solved', async () => {
  server.answers.scribble = () => {
    throw new Error('gone');
  };
  draw(10);
  await solved();
  expect(bench().problem).toBe('The server cannot be reached.');
  expect(bench()).toMatchObject({ draft: null, solving: null });
  server.answers.scribble = ({ quick }) => ({ matte: matte(quick ? 'quick' : 'full'), turn: 1 });
  draw(20);
  await solved();
  expect(nameOf(firstCut().matte)).toBe('full');
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
}
const band = [{ radius: 12, points: [[5, 5] as [number, number]] }];

test('the fine edge is shown at a first look, told of while it is solved, and kept when it is', async () => {
  await keyedVeilWithEdge();
  solveFine(plate(), { band });
  await until(() => bench().solving !== null && bench().draft?.veils[0].fine?.matte !== undefined);
  expect(bench().draft!.veils[0].fine).toMatchObject({ band });
  const job = await FakeEvents.opened.coming;
  job.tell({ state: 'running', done: 0.4, stage: 'Solving the edge' });
  expect(bench().solving).toMatchObject({ done: 0.4, stage: 'Solving the edge', job: 'job-1' });
  job.tell({ state: 'done', done: 1, stage: '', result: { matte: matte('m'), front: matte('f', 'front') } });
  await solved();
  expect(bench()).toMatchObject({ solving: null, draft: null });
  expect([nameOf(veil().fine!.matte), nameOf(veil().fine!.front)]).toEqual(['m', 'f']);
  expect(server.labels).toEqual(['Key', 'Solve the fine edge']);
});

test('a fine edge that is cancelled keeps the band that was painted, unsolved', async () => {
  await keyedVeilWithEdge();
  solveFine(plate(), { band });
  const job = await FakeEvents.opened.coming;
  job.tell({ state: 'cancelled', done: 0.2, stage: '' });
  await solved();
  expect(bench()).toMatchObject({ solving: null, draft: null, problem: null });
  expect(veil().fine).toMatchObject({ band, matte: null, front: null, solvedFor: null });
});

test('a fine edge that fails keeps the piece as it was, and says why', async () => {
  await keyedVeilWithEdge();
  const before = bench().piece;
  solveFine(plate(), { band });
  const job = await FakeEvents.opened.coming;
  job.tell({ state: 'failed', done: 0.2, stage: '', message: 'The edge is too long.' });
  await solved();
  expect(bench()).toMatchObject({ solving: null, draft: null, problem: 'The edge is too long.' });
  expect(bench().piece).toBe(before);
});

test('where there is no hair or blur it is said; where there is, its band is solved too', async () => {
  await keyedVeilWithEdge();
  server.answers.propose = () => ({ band: [] });
  proposeFine(plate());
  await solved();
  expect(bench().problem).toMatch(/No hair or blur found/);
  expect(veil().fine).toBeNull();
  server.answers.propose = () => ({ band });
  proposeFine(plate());
  const job = await FakeEvents.opened.coming;
  job.tell({ state: 'done', done: 1, stage: '', result: { matte: matte('m'), front: matte('f', 'front') } });
  await solved();
  expect(veil().fine).toMatchObject({ band });
});
