import { configureStore } from '@reduxjs/toolkit';
import { plainInk } from '../../../core/passes/ink/schema';
import { solidCoat } from '../../../core/coats/schema';
import { blankLettering, blankPiece } from '../../../core/piece/blank';
import { applyPatchesTo } from '../../../core/testing/patches';
import { addLettering, changePart, rename, setSheet } from '../../../core/piece/edits/items';
import { sizeSchema } from '../../../core/piece/sizeSchema';
import { addSize } from '../../../core/sizes/edits';
import type { HistoryStep, Order } from '../../../core/piece/orders';
import type { Piece } from '../../../core/piece/schema';
import type { StoredPiece } from '../../../server/store/pieces';
import { ServerProblem } from '../../api/client';
import { benchReducer, left, role } from '../benchState';
import { Editing, type EditingServices } from './Editing';

const sheet = { width: 400, height: 300, ppi: 300, paint: '#ffffff' };
const shape = { kind: 'box', height: 1, rounding: 0 } as const;

function firstPiece(): Piece {
  const lettering = blankLettering('word', 'word', '', sheet);
  const inked = {
    ...lettering,
    words: { ...lettering.words, shape },
    ink: plainInk([solidCoat({ colour: '#123456' })]),
  };
  const piece = blankPiece('first', sheet);
  addLettering(inked, null)(piece);
  return piece;
}

/**
 * A server that keeps pieces as the real one does: versions, history, answers to orders sent again, refusals. Its
 * answers can be held back, lost on their way back, or refused.
 */
class FakeServer {
  piece = firstPiece();
  version = 1;
  history: Extract<Order, { kind: 'edit' }>[] = [];
  historyAt = 0;
  private readonly answered = new Map<string, { version: number; savedAt: number }>();
  /** What was asked, in order. */
  readonly asked: string[] = [];
  /** What happens to the next requests before they are carried out, and to their answers. */
  readonly mishaps: (() => Promise<void>)[] = [];
  readonly lostAnswers: (() => Promise<void>)[] = [];

  async open(id: string): Promise<StoredPiece> {
    this.asked.push('open');
    await this.mishaps.shift()?.();
    const { piece, version, history, historyAt } = this;
    const labels = history.map(({ label }) => label);
    return { id, piece, version, savedAt: 10 + version, history: labels, historyAt, first: 0 };
  }

  async historyStep(_id: string, place: number): Promise<HistoryStep> {
    this.asked.push(`step ${place}`);
    await this.mishaps.shift()?.();
    return this.history[place];
  }

  async send(_id: string, version: number, order: Order): Promise<{ version: number; savedAt: number }> {
    this.asked.push(`${order.kind === 'edit' ? order.label : order.kind} on ${version}`);
    await this.mishaps.shift()?.();
    if (!this.answered.has(order.id)) this.carryOut(version, order);
    await this.lostAnswers.shift()?.();
    return this.answered.get(order.id)!;
  }

  private carryOut(version: number, order: Order): void {
    if (version !== this.version) throw new ServerProblem('changed elsewhere', 409, 'moved-on');
    let patches;
    if (order.kind === 'edit') {
      this.history = [...this.history.slice(0, this.historyAt), order];
      this.historyAt = this.history.length;
    }
    if (order.kind === 'edit' || order.kind === 'settle') ({ patches } = order);
    else if (order.kind === 'undo') patches = this.history[--this.historyAt].inverse;
    else ({ patches } = this.history[this.historyAt++]);
    this.piece = applyPatchesTo(this.piece, patches as never);
    this.version++;
    this.answered.set(order.id, { version: this.version, savedAt: 10 + this.version });
  }
}

/** A bench with a piece on it, a server of its own, and a clock that the test turns. */
async function setUp() {
  const store = configureStore({
    reducer: { bench: benchReducer },
    middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }),
  });
  const server = new FakeServer();
  const timers = new Set<{ ms: number; call(): void }>();
  const editing = new Editing({
    store: store as unknown as EditingServices['store'],
    open: (id) => server.open(id),
    historyStep: (id, place) => server.historyStep(id, place),
    send: (id, version, order) => server.send(id, version, order),
    after(ms, call) {
      const timer = { ms, call };
      timers.add(timer);
      return () => void timers.delete(timer);
    },
  });
  /** Lets all timers of a length run out. */
  const runOut = (ms: number): void => {
    for (const timer of [...timers].filter((one) => one.ms === ms)) {
      timers.delete(timer);
      timer.call();
    }
  };
  await editing.open('p');
  const bench = () => store.getState().bench;
  /** Until the server has been asked for everything, and has answered. */
  const settle = async (): Promise<void> => {
    for (let i = 0; i < 50; i++) await Promise.resolve();
  };
  return { store, server, editing, runOut, bench, settle };
}

/** An answer that comes when the test lets it. */
function held() {
  let give!: () => void;
  const coming = new Promise<void>((resolve) => (give = resolve));
  return { coming, give };
}

const widen = (width: number) => setSheet({ width });
const lost = (): Promise<void> => Promise.reject(new ServerProblem('The server cannot be reached.', 0));

test('edits are shown at once and stored one after the other, in their order', async () => {
  const { editing, server, bench, settle } = await setUp();
  for (const width of [401, 402, 403]) expect(editing.commit(`Width ${width}`, widen(width))).toBe(true);
  expect(bench().piece!.sheet.width).toBe(403);
  expect(bench()).toMatchObject({
    pending: 3,
    saving: { state: 'saving' },
    history: ['Width 401', 'Width 402', 'Width 403'],
  });
  await settle();
  expect(server.asked).toEqual(['open', 'Width 401 on 1', 'Width 402 on 2', 'Width 403 on 3']);
  expect(server.piece).toEqual(bench().piece);
  expect(bench()).toMatchObject({ pending: 0, version: 4, saving: { state: 'saved', at: 14 } });
});

test('an edit that changes nothing, or makes no piece, is not kept; what is wrong is said', async () => {
  const { editing, server, bench, settle } = await setUp();
  expect(editing.commit('Same', widen(400))).toBe(true);
  expect(editing.commit('No sheet', widen(0))).toBe(false);
  await settle();
  expect(server.asked).toEqual(['open']);
  expect(bench().piece!.sheet.width).toBe(400);
  expect(bench().problem).toMatch(/./);
  expect(bench().history).toEqual([]);
});

test('drafts are shown and not kept: the next one starts from the kept piece again', async () => {
  const { editing, server, bench } = await setUp();
  editing.draft(widen(500));
  editing.draft((piece) => void (piece.sheet.height = 200));
  expect(editing.shown!.sheet).toMatchObject({ width: 400, height: 200 });
  expect(bench()).toMatchObject({ dragging: true, pending: 0 });
  editing.cancelDraft();
  expect(bench()).toMatchObject({ draft: null, dragging: false });
  expect(server.asked).toEqual(['open']);
});

test('what is tried out is seen on the sheet alone, and leaves no trace', async () => {
  const { editing, bench } = await setUp();
  const before = bench().piece;
  editing.tryOut(widen(500));
  expect(bench().tried!.sheet.width).toBe(500);
  expect(bench().piece).toBe(before);
  editing.tryOut(null);
  expect(bench().tried).toBeNull();
});

test('a row of steps is one entry of history; each part counts once, with its last value', async () => {
  const { editing, server, bench, runOut, settle } = await setUp();
  for (let x = 1; x <= 5; x++) editing.soon('Move', 'move', 'x', changePart('word', 'stance', { x }));
  editing.soon('Move', 'move', 'y', changePart('word', 'stance', { y: 9 }));
  expect(editing.unsaved).toBe(true);
  expect(bench()).toMatchObject({ pending: 1, history: [] });
  expect(editing.shown!.letterings[0].stance).toMatchObject({ x: 5, y: 9 });
  runOut(600);
  await settle();
  expect(bench()).toMatchObject({ pending: 0, history: ['Move'] });
  expect(server.history).toHaveLength(1);
  expect(server.piece.letterings[0].stance).toMatchObject({ x: 5, y: 9 });
});

test('steps of another key, a commit, and undo each close the row before', async () => {
  const { editing, bench, settle } = await setUp();
  editing.soon('Move', 'move', 'x', changePart('word', 'stance', { x: 1 }));
  editing.soon('Scale', 'scale', 'scale', changePart('word', 'stance', { scale: 2 }));
  editing.commit('Widen', widen(410));
  expect(bench().history).toEqual(['Move', 'Scale', 'Widen']);
  editing.soon('Move', 'move', 'x', changePart('word', 'stance', { x: 7 }));
  await editing.step('undo');
  await settle();
  // The row was stored first, and is what was undone.
  expect(bench().piece!.letterings[0].stance).toMatchObject({ x: 1, scale: 2 });
  expect(bench()).toMatchObject({ historyAt: 3, history: ['Move', 'Scale', 'Widen', 'Move'] });
});

test('while the server is away edits wait, in order, and are sent again', async () => {
  const { editing, server, bench, runOut, settle } = await setUp();
  server.mishaps.push(lost, lost);
  editing.commit('One', widen(401));
  editing.commit('Two', widen(402));
  await settle();
  expect(bench()).toMatchObject({ pending: 2, saving: { state: 'waiting' } });
  expect(editing.unsaved).toBe(true);
  await expect(editing.saved()).rejects.toThrow(/cannot be reached/);
  runOut(2500);
  await settle();
  expect(bench().saving.state).toBe('waiting');
  editing.commit('Three', widen(403));
  runOut(2500);
  await settle();
  expect(server.asked).toEqual(['open', 'One on 1', 'One on 1', 'One on 1', 'Two on 2', 'Three on 3']);
  expect(server.piece).toEqual(bench().piece);
  expect(bench()).toMatchObject({ pending: 0, saving: { state: 'saved' } });
  await expect(editing.saved()).resolves.toBeUndefined();
});

test('an error inside the server is tried again; a refusal is not, and is said', async () => {
  const { editing, server, bench, runOut, settle } = await setUp();
  server.mishaps.push(() => Promise.reject(new ServerProblem('The disk is full.', 507)));
  editing.commit('One', widen(401));
  await settle();
  expect(bench().saving).toEqual({ state: 'waiting', message: 'The disk is full.' });
  runOut(2500);
  await settle();
  expect(bench().saving.state).toBe('saved');
  server.mishaps.push(() => Promise.reject(new ServerProblem('This change cannot be kept.', 422)));
  editing.commit('Two', widen(402));
  await settle();
  expect(bench().saving).toEqual({ state: 'refused', message: 'This change cannot be kept.' });
  expect(bench().role).toBe('working');
});

test('a conflict with another tab makes this one watch; what is seen here is kept for as long as it is open', async () => {
  const { editing, server, bench, settle } = await setUp();
  server.version = 8;
  editing.commit('Mine', widen(401));
  await settle();
  expect(bench()).toMatchObject({ role: 'watching', saving: { state: 'refused', message: 'changed elsewhere' } });
  expect(bench().piece!.sheet.width).toBe(401);
  expect(editing.commit('More', widen(402))).toBe(false);
  editing.draft(widen(403));
  expect(bench().draft).toBeNull();
});

test('undo and redo lead back and forth, however quickly they are pressed, and are seen at once', async () => {
  const { editing, server, bench, settle } = await setUp();
  for (const width of [401, 402, 403]) editing.commit(`Width ${width}`, widen(width));
  for (const direction of ['undo', 'undo', 'redo', 'undo'] as const) void editing.step(direction);
  expect(bench().piece!.sheet.width).toBe(401);
  expect(bench()).toMatchObject({ historyAt: 1, pending: 7 });
  await settle();
  expect(server.asked.filter((one) => /do on/.test(one))).toEqual(['undo on 4', 'undo on 5', 'redo on 6', 'undo on 7']);
  expect(server.piece).toEqual(bench().piece);
  void editing.step('undo');
  // There is nothing more to undo: the server is not asked.
  void editing.step('undo');
  await settle();
  expect(bench().piece).toEqual(firstPiece());
  expect(server.asked.filter((one) => one.startsWith('undo'))).toHaveLength(4);
});

test('an edit made while an undo is under way comes after it, and both are stored', async () => {
  const { editing, server, bench, settle } = await setUp();
  editing.commit('Wide', widen(401));
  await editing.saved();
  const undo = held();
  server.mishaps.push(() => undo.coming);
  void editing.step('undo');
  await settle();
  expect(editing.commit('Turn', changePart('word', 'stance', { rotation: 7 }))).toBe(true);
  expect(bench()).toMatchObject({ pending: 2, role: 'working', saving: { state: 'saving' }, history: ['Turn'] });
  undo.give();
  await settle();
  expect(server.asked.slice(2)).toEqual(['undo on 2', 'Turn on 3']);
  expect(server.piece).toEqual(bench().piece);
  expect(server.piece).toMatchObject({ sheet: { width: 400 }, letterings: [{ stance: { rotation: 7 } }] });
  expect(bench()).toMatchObject({ pending: 0, saving: { state: 'saved' } });
});

test('a lost answer costs nothing: the order is carried out once, and those behind it follow', async () => {
  const { editing, server, bench, runOut, settle } = await setUp();
  server.lostAnswers.push(lost);
  editing.commit('One', widen(401));
  editing.commit('Two', widen(402));
  void editing.step('undo');
  editing.commit('Three', changePart('word', 'stance', { x: 3 }));
  await settle();
  expect(bench().saving.state).toBe('waiting');
  // The answer to the undo is lost as well.
  server.lostAnswers.push(
    () => Promise.resolve(),
    () => Promise.resolve(),
    lost,
  );
  runOut(2500);
  await settle();
  runOut(2500);
  await settle();
  expect(server.asked).toEqual(['open', 'One on 1', 'One on 1', 'Two on 2', 'undo on 3', 'undo on 3', 'Three on 4']);
  expect(server.history.map(({ label }) => label)).toEqual(['One', 'Three']);
  expect(server.piece).toEqual(bench().piece);
  expect(bench()).toMatchObject({ pending: 0, role: 'working', saving: { state: 'saved' } });
});

/** A piece that was edited twice before it was opened here. */
async function openedAgain() {
  const made = await setUp();
  made.editing.commit('One', widen(401));
  made.editing.commit('Two', widen(402));
  await made.editing.saved();
  const steps: ReturnType<typeof held>[] = [held(), held()];
  // The answer to opening, and then those for the two steps.
  made.server.mishaps.push(
    () => Promise.resolve(),
    ...steps.map(
      ({ coming }) =>
        () =>
          coming,
    ),
  );
  await made.editing.open('p');
  return { ...made, steps };
}

test('a step from before the piece was opened is fetched; what is done meanwhile comes after it', async () => {
  const { editing, server, bench, settle, steps } = await openedAgain();
  void editing.step('undo');
  expect(bench().piece!.sheet.width).toBe(402);
  editing.commit('Turn', changePart('word', 'stance', { rotation: 7 }));
  void editing.step('undo');
  editing.commit('Move', changePart('word', 'stance', { x: 3 }));
  expect(bench().pending).toBeGreaterThan(0);
  expect(editing.unsaved).toBe(true);
  // It can be seen already.
  expect(editing.shown!.letterings[0].stance.x).toBe(3);
  for (const { give } of steps) give();
  await settle();
  expect(bench()).toMatchObject({ history: ['One', 'Move'], historyAt: 2, pending: 0, draft: null });
  expect(server.history.map(({ label }) => label)).toEqual(['One', 'Move']);
  expect(server.piece).toEqual(bench().piece);
  expect(server.piece).toMatchObject({ sheet: { width: 401 }, letterings: [{ stance: { x: 3, rotation: 0 } }] });
});

test('a step that cannot be fetched is said, and what was done meanwhile is kept', async () => {
  const { editing, server, bench, settle } = await openedAgain();
  server.mishaps.splice(0, server.mishaps.length, lost);
  void editing.step('undo');
  editing.commit('Turn', changePart('word', 'stance', { rotation: 7 }));
  await settle();
  // The first try, made when the piece was opened, is still to come; the second was lost.
  expect(bench().problem).toMatch(/could not be fetched/);
  expect(server.history.map(({ label }) => label)).toEqual(['One', 'Two', 'Turn']);
  expect(server.piece).toEqual(bench().piece);
});

test('undo waits for what is on its way, and is stored after it', async () => {
  const { editing, server, bench, settle } = await setUp();
  const slow = held();
  server.mishaps.push(() => slow.coming);
  editing.commit('Slow', widen(401));
  void editing.step('undo');
  // Both the change and the step are still to be answered.
  expect(bench().pending).toBe(2);
  await settle();
  expect(server.asked).toEqual(['open', 'Slow on 1']);
  slow.give();
  await settle();
  expect(server.asked.slice(2)).toEqual(['undo on 2']);
  expect(server.piece).toEqual(firstPiece());
});

test('what is settled is stored in its turn, is no step of history, and can be undone past and redone', async () => {
  const { editing, server, bench, settle } = await setUp();
  editing.commit('Stroke', widen(401));
  editing.settle((piece) => void (piece.sheet.ppi = 200));
  void editing.step('undo');
  editing.settle((piece) => void (piece.sheet.ppi = 150));
  expect(bench()).toMatchObject({ history: ['Stroke'], historyAt: 0 });
  void editing.step('redo');
  await settle();
  expect(server.asked.slice(1)).toEqual(['Stroke on 1', 'settle on 2', 'undo on 3', 'settle on 4', 'redo on 5']);
  expect(server.piece).toEqual(bench().piece);
  expect(server.piece.sheet).toMatchObject({ width: 401, ppi: 150 });
  expect(() => editing.settle((piece) => void (piece.sheet.ppi = -1))).toThrow();
  editing.draft(widen(500));
  editing.settle((piece) => void (piece.sheet.ppi = 100));
  // What is being dragged is still seen.
  expect(bench()).toMatchObject({ draft: { sheet: { width: 500 } }, piece: { sheet: { ppi: 100 } } });
});

test('an undo that the server refuses is said; what is saved can be shown again', async () => {
  const { editing, server, bench, settle } = await setUp();
  editing.commit('One', widen(401));
  await editing.saved();
  server.mishaps.push(() => Promise.reject(new ServerProblem('There is nothing to undo.', 409, 'nothing')));
  void editing.step('undo');
  await settle();
  expect(bench()).toMatchObject({
    role: 'working',
    saving: { state: 'refused', message: 'There is nothing to undo.' },
  });
  await editing.open('p');
  expect(bench()).toMatchObject({ piece: { sheet: { width: 401 } }, saving: { state: 'saved' }, pending: 0 });
  expect(editing.unsaved).toBe(false);
});

test('who only watches changes nothing', async () => {
  const { editing, store, server } = await setUp();
  store.dispatch(role('watching'));
  expect(editing.commit('Mine', rename('mine'))).toBe(false);
  await editing.step('undo');
  expect(server.asked).toEqual(['open']);
});

test('another piece on the bench: what waited for the first is still stored, and opening it again waits for that', async () => {
  const { editing, store, server, settle } = await setUp();
  const slow = held();
  server.mishaps.push(() => slow.coming);
  editing.commit('One', widen(401));
  editing.commit('Two', widen(402));
  await settle();
  store.dispatch(left());
  await editing.open('q');
  expect(store.getState().bench).toMatchObject({ id: 'q', pending: 0 });
  expect(editing.unsaved).toBe(true);
  const again = editing.open('p');
  await settle();
  expect(server.asked).toEqual(['open', 'One on 1', 'open']);
  slow.give();
  await again;
  expect(server.asked.slice(3)).toEqual(['Two on 2', 'open', 'step 1']);
  expect(store.getState().bench).toMatchObject({ id: 'p', pending: 0, piece: { sheet: { width: 402 } } });
  expect(editing.unsaved).toBe(false);
});

test('with a size on the bench, stance is kept as that size’s own; ink changes everywhere; both can be undone', async () => {
  const { editing, bench, server, settle } = await setUp();
  const crop = { scale: 0.5, x: 0, y: 10 };
  const size = sizeSchema.parse({ id: 'size-1', name: 'Small', width: 200, height: 170, ppi: 300, crop });
  editing.commit('Add a size', addSize(size));
  editing.workOn('size-1');
  expect(editing.kept!.sheet.width).toBe(200);
  const { x, y } = bench().piece!.letterings[0].stance;
  expect(editing.shown!.letterings[0].stance).toMatchObject({ x: x / 2, y: y / 2 + 10 });
  editing.commit('Move', changePart('word', 'stance', { x: 30 }));
  expect(bench().piece!.letterings[0].stance.x).toBe(x);
  expect(bench().piece!.sizes[0].letterings.word.place).toMatchObject({ x: 30, y: y / 2 + 10 });
  editing.draft(changePart('word', 'stance', { x: 60 }));
  expect(editing.shown!.letterings[0].stance.x).toBe(60);
  editing.cancelDraft();
  editing.commit('Rename', rename('other'));
  expect(bench().piece!.name).toBe('other');
  await settle();
  expect(server.piece).toEqual(bench().piece);
  for (let i = 0; i < 2; i++) await editing.step('undo');
  expect(editing.kept!.letterings[0].stance.x).toBe(x / 2);
  // Before the size was there, the first sheet is on the bench again.
  await editing.step('undo');
  expect(bench()).toMatchObject({ size: null, piece: { sizes: [] } });
  editing.workOn('gone');
  expect(bench().size).toBeNull();
});
