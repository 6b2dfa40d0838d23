import { configureStore } from '@reduxjs/toolkit';
import { plainInk } from '../../../core/passes/ink/schema';
import { solidCoat } from '../../../core/coats/schema';
import { blankLettering, blankPiece } from '../../../core/piece/blank';
import { applyPatchesTo } from '../../../core/testing/patches';
import { addLettering, changePart, rename, setSheet } from '../../../core/piece/edits/items';
import type { Piece } from '../../../core/piece/schema';
import type { StoredPiece } from '../../../server/store/pieces';
import { ServerProblem } from '../../api/client';
import { benchReducer, role } from '../benchState';
import { Editing, type EditingServices, type Waiting } from './Editing';

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
 * A server that keeps a piece as the real one does: versions, history, refusals. Its answers can be held back, lost or
 * refused.
 */
class FakeServer {
  piece = firstPiece();
  version = 1;
  history: Waiting[] = [];
  historyAt = 0;
  /** What was asked, in order. */
  readonly asked: string[] = [];
  /** What happens to the next requests instead of their being answered. */
  readonly mishaps: (() => Promise<void>)[] = [];

  private async mishap(): Promise<void> {
    await this.mishaps.shift()?.();
  }

  async open(id: string): Promise<StoredPiece> {
    this.asked.push('open');
    await this.mishap();
    const { piece, version, history, historyAt } = this;
    return { id, piece, version, savedAt: 10 + version, history: history.map(({ label }) => label), historyAt };
  }

  async edit(_id: string, version: number, change: Waiting): Promise<{ version: number; savedAt: number }> {
    this.asked.push(`${change.label} on ${version}`);
    await this.mishap();
    if (version !== this.version) throw new ServerProblem('changed elsewhere', 409, 'stale');
    this.piece = applyPatchesTo(this.piece, change.patches);
    this.history = [...this.history.slice(0, this.historyAt), change];
    this.historyAt = this.history.length;
    return { version: ++this.version, savedAt: 10 + this.version };
  }

  async step(_id: string, direction: 'undo' | 'redo', version: number): Promise<unknown> {
    this.asked.push(`${direction} on ${version}`);
    await this.mishap();
    if (version !== this.version) throw new ServerProblem('changed elsewhere', 409, 'stale');
    const change = direction === 'undo' ? this.history[--this.historyAt] : this.history[this.historyAt++];
    this.piece = applyPatchesTo(this.piece, direction === 'undo' ? change.inverse : change.patches);
    return { version: ++this.version };
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
    server,
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

test('undo and redo lead back and forth, however quickly they are pressed', async () => {
  const { editing, server, bench } = await setUp();
  for (const width of [401, 402, 403]) editing.commit(`Width ${width}`, widen(width));
  void editing.step('undo');
  void editing.step('undo');
  void editing.step('redo');
  await editing.step('undo');
  expect(server.asked.filter((one) => /do on/.test(one))).toEqual(['undo on 4', 'undo on 5', 'redo on 6', 'undo on 7']);
  expect(bench().piece!.sheet.width).toBe(401);
  expect(bench().historyAt).toBe(1);
  await editing.step('undo');
  // There is nothing more to undo: the server is not asked.
  await editing.step('undo');
  expect(bench().piece).toEqual(firstPiece());
  expect(server.asked.filter((one) => one.startsWith('undo'))).toHaveLength(4);
});

test('undo waits for what is on its way, and does nothing while that cannot be stored', async () => {
  const { editing, server, bench, settle } = await setUp();
  let answer = (): void => undefined;
  server.mishaps.push(() => new Promise<void>((resolve) => (answer = resolve)));
  editing.commit('Slow', widen(401));
  const undone = editing.step('undo');
  // Both the change and the step are still to be answered.
  expect(bench().pending).toBe(2);
  await settle();
  expect(server.asked).toEqual(['open', 'Slow on 1']);
  answer();
  await undone;
  expect(server.asked.slice(2)).toEqual(['undo on 2', 'open']);
  expect(bench().piece!.sheet.width).toBe(400);
});

test('an undo that the server refuses is said, and nothing is changed', async () => {
  const { editing, server, bench } = await setUp();
  editing.commit('One', widen(401));
  await editing.saved();
  server.mishaps.push(() => Promise.reject(new ServerProblem('There is nothing to undo.', 409, 'nothing')));
  await editing.step('undo');
  expect(bench()).toMatchObject({ role: 'working', saving: { state: 'refused' } });
  expect(bench().piece!.sheet.width).toBe(401);
});

test('who only watches changes nothing', async () => {
  const { editing, store, server } = await setUp();
  store.dispatch(role('watching'));
  expect(editing.commit('Mine', rename('mine'))).toBe(false);
  await editing.step('undo');
  expect(server.asked).toEqual(['open']);
});

test('another piece on the bench: what waited for the first is not sent to it, and its own edits are', async () => {
  const { editing, store, server, settle } = await setUp();
  let answer = (): void => undefined;
  server.mishaps.push(() => new Promise<void>((resolve) => (answer = resolve)));
  editing.commit('One', widen(401));
  editing.commit('Two', widen(402));
  await settle();
  await editing.open('q');
  expect(store.getState().bench).toMatchObject({ id: 'q', pending: 0 });
  editing.commit('Of the second', widen(500));
  // The answer to the first piece's edit comes late; it says nothing of the second.
  server.version = 1;
  answer();
  await settle();
  expect(server.asked).toEqual(['open', 'One on 1', 'open', 'Of the second on 1']);
  expect(editing.unsaved).toBe(true);
});
