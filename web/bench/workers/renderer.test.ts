import { jest } from '@jest/globals';
import { blankPiece } from '../../../core/piece/blank';
import type { Piece } from '../../../core/piece/schema';
import type { PageOrder } from './renderPool';
import { SheetRenderer, type FrameState, type RenderPool } from './renderer';
import type { RenderAnswer } from './renderWorker';

const sheetOf = (width: number, height: number) => ({ width, height, ppi: 300, paint: '#ffffff' });
const piece = (name: string): Piece => blankPiece(name, sheetOf(600, 500));

type TileOrder = Extract<PageOrder, { kind: 'tile' }>;
interface Asked {
  order: PageOrder;
  preferred: number | null;
  answer(reply: RenderAnswer): void;
  fail(message: string): void;
}

/** Bitmaps that know whether they have been given back. */
class FakeBitmap {
  closed = false;
  constructor(readonly shows: string) {}
  close(): void {
    this.closed = true;
  }
}

/** A pool whose answers come when the test gives them. */
class FakePool {
  readonly size = 2;
  readonly asked: Asked[] = [];
  readonly told: PageOrder[] = [];
  readonly bitmaps: FakeBitmap[] = [];

  ask(order: PageOrder, preferred: number | null = null): Promise<RenderAnswer> {
    return new Promise((resolve, reject) => {
      this.asked.push({ order, preferred, answer: resolve, fail: (message) => reject(new Error(message)) });
    });
  }

  broadcast(_name: string, order: PageOrder): void {
    this.told.push(order);
  }

  drop(which: (order: PageOrder) => boolean): void {
    for (const one of [...this.asked]) if (which(one.order)) this.asked.splice(this.asked.indexOf(one), 1);
  }

  tiles(): (Asked & { order: TileOrder })[] {
    return this.asked.filter((one): one is Asked & { order: TileOrder } => one.order.kind === 'tile');
  }

  /** Answers tiles; those whose content the page has come without a picture. */
  async draw(content: string, count = Infinity): Promise<void> {
    for (const one of this.tiles().slice(0, count)) {
      this.asked.splice(this.asked.indexOf(one), 1);
      const bitmap = one.order.have === content ? null : new FakeBitmap(content);
      if (bitmap) this.bitmaps.push(bitmap);
      one.answer({ kind: 'tile', key: content, bitmap: bitmap as unknown as ImageBitmap });
    }
    for (let i = 0; i < 5; i++) await Promise.resolve();
  }
}

function setUp() {
  const pool = new FakePool();
  const newest = new Int32Array(1);
  const renderer = new SheetRenderer(pool as unknown as RenderPool, newest);
  const states: FrameState[] = [];
  const problems: string[] = [];
  renderer.attach(
    (state) => states.push(state),
    (message) => problems.push(message),
  );
  const shows = (): string[] =>
    [...renderer.shown.values()].map(({ bitmap }) => (bitmap as unknown as FakeBitmap).shows);
  return { pool, newest, renderer, states, problems, shows };
}

const look = {};
const view = { x: 0, y: 0, width: 600, height: 500 };

afterEach(() => jest.useRealTimers());
beforeEach(() => jest.useFakeTimers());

test('nothing is asked until there is a piece and a view; then every tile in view, each of its own worker', async () => {
  const { pool, renderer, states, shows } = setUp();
  renderer.setPiece(piece('a'), look, false);
  expect(pool.asked).toHaveLength(0);
  renderer.setView(1, view);
  expect(pool.told).toEqual([{ kind: 'piece', piece: expect.objectContaining({ name: 'a' }), look }]);
  expect(pool.tiles().map(({ order: { region } }) => [region.x, region.y])).toEqual([
    [0, 0],
    [256, 0],
    [512, 0],
    [0, 256],
    [256, 256],
    [512, 256],
  ]);
  expect(pool.tiles().map(({ preferred }) => preferred)).toEqual([0, 1, 0, 1, 0, 1]);
  await pool.draw('a');
  expect(shows()).toEqual(new Array(6).fill('a'));
  expect(states.at(-1)!.sharp).toMatchObject({ piece: { name: 'a' } });
});

test('a frame is shown as a whole: while tiles are missing the earlier picture stays', async () => {
  const { pool, renderer, states, shows } = setUp();
  renderer.setPiece(piece('a'), look, false);
  renderer.setView(1, view);
  await pool.draw('a');
  renderer.setPiece(piece('b'), look, false);
  await pool.draw('b', 3);
  expect(shows()).toEqual(new Array(6).fill('a'));
  expect(states.at(-1)!.sharp).toMatchObject({ piece: { name: 'a' } });
  await pool.draw('b');
  expect(shows()).toEqual(new Array(6).fill('b'));
  // What is no longer shown has been given back, what is shown has not.
  expect(pool.bitmaps.filter(({ closed }) => closed).map(({ shows: content }) => content)).toEqual(
    new Array(6).fill('a'),
  );
});

test('tiles whose content is known are not sent again', async () => {
  const { pool, renderer, shows } = setUp();
  renderer.setPiece(piece('a'), look, false);
  renderer.setView(1, view);
  await pool.draw('same');
  renderer.setPiece(piece('b'), look, false);
  expect(pool.tiles().every(({ order }) => order.have === 'same')).toBe(true);
  await pool.draw('same');
  expect(pool.bitmaps).toHaveLength(6);
  expect(pool.bitmaps.every(({ closed }) => !closed)).toBe(true);
  expect(shows()).toHaveLength(6);
});

test('a newer piece drops what nobody has begun, tells workers to give up, and late answers are given back', async () => {
  const { pool, newest, renderer, shows } = setUp();
  renderer.setPiece(piece('a'), look, false);
  renderer.setView(1, view);
  const late = pool.tiles()[0];
  const first = newest[0];
  renderer.setPiece(piece('b'), look, false);
  expect(newest[0]).toBeGreaterThan(first);
  expect(pool.tiles()).toHaveLength(6);
  const bitmap = new FakeBitmap('late');
  late.answer({ kind: 'tile', key: 'late', bitmap: bitmap as unknown as ImageBitmap });
  await pool.draw('b');
  expect(bitmap.closed).toBe(true);
  expect(shows()).toEqual(new Array(6).fill('b'));
});

test('the same piece, looked at in the same way, is not drawn again', async () => {
  const { pool, renderer } = setUp();
  const a = piece('a');
  renderer.setPiece(a, look, false);
  renderer.setView(1, view);
  await pool.draw('a');
  renderer.setPiece(a, look, false);
  renderer.setView(1, { ...view });
  expect(pool.tiles()).toHaveLength(0);
  renderer.setPiece(a, { before: true }, false);
  expect(pool.tiles()).toHaveLength(6);
});

test('while something is dragged and sharp frames are slow, coarser ones are shown; the sharp one follows', async () => {
  const { pool, renderer, states, shows } = setUp();
  renderer.setPiece(piece('a'), look, false);
  renderer.setView(1, view);
  await pool.draw('a');
  // A change of this view takes 110 ms to be drawn sharp: more than a frame may take.
  renderer.setPiece(piece('b'), look, false);
  jest.advanceTimersByTime(110);
  await pool.draw('b');
  renderer.setPiece(piece('c'), look, true);
  // The grid stays the same, so that tiles which do not change can stay sharp.
  expect(pool.tiles().map(({ order: { scale, fineness } }) => [scale, fineness])).toEqual(new Array(6).fill([1, 0.5]));
  expect(pool.tiles().every(({ order: { have } }) => have === 'b')).toBe(true);
  await pool.draw('b', 3);
  await pool.draw('c');
  expect(shows()).toEqual(['b', 'b', 'b', 'c', 'c', 'c']);
  expect(states.at(-1)!.sharp).toBeNull();
  const c = piece('c');
  renderer.setPiece(c, look, false);
  expect(pool.tiles().every(({ order }) => order.fineness === 1)).toBe(true);
  await pool.draw('c sharp');
  expect(states.at(-1)!.sharp!.piece).toBe(c);
});

test('of a drag’s frames each is let finish, and the newest comes next; those between are left out', async () => {
  const { pool, renderer, shows } = setUp();
  renderer.setPiece(piece('a'), look, false);
  renderer.setView(1, view);
  await pool.draw('a');
  for (const name of ['b', 'c', 'd']) renderer.setPiece(piece(name), look, true);
  const told = () => pool.told.map((order) => (order.kind === 'piece' ? order.piece.name : ''));
  expect(told()).toEqual(['a', 'b']);
  await pool.draw('b');
  expect(shows()[0]).toBe('b');
  expect(told()).toEqual(['a', 'b', 'd']);
});

test('a slow frame is shown tile by tile where nothing is shown yet, and whole where something is', async () => {
  const { pool, renderer, shows, states } = setUp();
  renderer.setPiece(piece('a'), look, false);
  renderer.setView(1, { x: 0, y: 0, width: 300, height: 500 });
  jest.advanceTimersByTime(200);
  await pool.draw('first', 2);
  expect(shows()).toEqual(['first', 'first']);
  await pool.draw('first');
  // The view moves aside: what comes in is shown as it comes.
  renderer.setView(1, view);
  jest.advanceTimersByTime(200);
  await pool.draw('first', 5);
  expect(shows()).toHaveLength(5);
  await pool.draw('first');
  // Another picture, or the same at another scale, is shown when it is whole.
  renderer.setPiece(piece('b'), look, false);
  jest.advanceTimersByTime(200);
  await pool.draw('second', 5);
  expect(shows()).toEqual(new Array(6).fill('first'));
  await pool.draw('second');
  expect(shows()).toEqual(new Array(6).fill('second'));
  renderer.setView(0.5, { x: 0, y: 0, width: 300, height: 250 });
  expect(states.at(-1)!.sharp).toBeNull();
  jest.advanceTimersByTime(200);
  await pool.draw('small', 1);
  expect(shows()).toEqual(new Array(6).fill('second'));
  await pool.draw('small');
  expect(shows()).toEqual(['small', 'small']);
});

test('a sheet that becomes smaller cuts its tiles: those at the border are drawn again', async () => {
  const { pool, renderer } = setUp();
  renderer.setPiece(piece('a'), look, false);
  renderer.setView(1, view);
  await pool.draw('same');
  renderer.setPiece(blankPiece('a', sheetOf(500, 500)), look, false);
  // Those of the right column are gone, those of the middle one are narrower.
  expect(pool.tiles().map(({ order: { region, have } }) => [region.x, region.width, have])).toEqual([
    [0, 256, 'same'],
    [256, 244, null],
    [0, 256, 'same'],
    [256, 244, null],
  ]);
  await pool.draw('same');
  expect([...renderer.shown.values()].every(({ region }) => region.x + region.width <= 500)).toBe(true);
});

test('what cannot be drawn is told, and the next change is drawn', async () => {
  const { pool, renderer, problems, shows } = setUp();
  renderer.setPiece(piece('a'), look, false);
  renderer.setView(1, view);
  pool.tiles()[0].fail('out of memory');
  for (let i = 0; i < 5; i++) await Promise.resolve();
  expect(problems).toEqual([expect.stringContaining('out of memory')]);
  renderer.setPiece(piece('b'), look, false);
  await pool.draw('b');
  expect(shows()).toEqual(new Array(6).fill('b'));
});

test('detached, everything is given back, and nothing is told any more', async () => {
  const { pool, renderer, states } = setUp();
  renderer.setPiece(piece('a'), look, false);
  renderer.setView(1, view);
  await pool.draw('a');
  const count = states.length;
  renderer.detach();
  expect(pool.bitmaps.every(({ closed }) => closed)).toBe(true);
  renderer.setPiece(piece('b'), look, false);
  expect(pool.tiles()).toHaveLength(0);
  expect(states).toHaveLength(count);
});

test('a view beside the sheet has nothing to draw, and is sharp at once', () => {
  const { pool, renderer, states } = setUp();
  renderer.setPiece(piece('a'), look, false);
  renderer.setView(1, { x: 5000, y: 5000, width: 10, height: 10 });
  expect(pool.tiles()).toHaveLength(0);
  expect(states.at(-1)!.sharp).not.toBeNull();
});

test('at rest the coarse picture is drawn ahead, unseen, once for each view', async () => {
  const { pool, renderer, shows } = setUp();
  renderer.setPiece(piece('a'), look, false);
  renderer.setView(1, view);
  await pool.draw('a');
  jest.advanceTimersByTime(300);
  expect(pool.tiles().map(({ order: { fineness } }) => fineness)).toEqual(new Array(6).fill(0.5));
  await pool.draw('coarse');
  expect(shows()).toEqual(new Array(6).fill('a'));
  expect(pool.bitmaps.filter(({ shows: content }) => content === 'coarse').every(({ closed }) => closed)).toBe(true);
  renderer.setPiece(piece('b'), look, false);
  await pool.draw('b');
  jest.advanceTimersByTime(300);
  expect(pool.tiles()).toHaveLength(0);
});
