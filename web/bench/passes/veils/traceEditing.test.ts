import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { applyEdit } from '../../../../core/piece/edits/edit';
import { addCut, addVeil } from '../../../../core/piece/edits/veils';
import {
  tracedCut,
  type Contour,
  type TraceCut,
  type TracePoint,
  type Veil,
} from '../../../../core/passes/veils/schema';
import type { Point } from '../../../../core/shape/affine';
import { store } from '../../../store';
import { FakeServer, until } from '../../../testing/fakeServer';
import { left } from '../../benchState';
import { editing } from '../../editing';
import type { TraceClient } from '../../workers/traceClient';
import { veilHand } from './hand';
import {
  chosenPoint,
  curveOn,
  movedPoint,
  neighboursOf,
  nudgeChosen,
  removeChosen,
  runStretch,
  wayBetween,
  type ChosenPoint,
} from './traceEditing';

const point = (x: number, y: number, to: TracePoint['to'] = 'edge'): TracePoint => ({
  x,
  y,
  to,
  via: to === 'edge' ? [[x + 5, y + 5]] : [],
});
const square = (): Contour => ({
  closed: true,
  points: [point(10, 10), point(90, 10, 'straight'), point(90, 90), point(10, 90, 'border')],
});
const place = { veil: 'veil-1', cut: 0, contour: 0 };
const seen = { sha256: 'a', zoom: 1 };

/** Answers with the two ends and the middle between them, and keeps what it was asked. */
function fakeTracer(): { tracer: TraceClient; asked: { from: Point; to: Point }[] } {
  const asked: { from: Point; to: Point }[] = [];
  const ask = ({ from, to }: { from: Point; to: Point }): Promise<Point[]> => {
    asked.push({ from, to });
    return Promise.resolve([from, [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2 + 1 / 3], to]);
  };
  return { tracer: { ask } as unknown as TraceClient, asked };
}

let server: FakeServer;
const bench = () => store.getState().bench;
const veil = (): Veil => (bench().draft ?? bench().piece!).veils[0];
const points = (): TracePoint[] => (veil().cuts[0] as TraceCut).contours[0].points;
const chosen = (index: number): ChosenPoint => chosenPoint(veil(), { ...place, index })!;
const settled = (): Promise<void> => until(() => bench().queued === 0 && bench().pending === 0);

const { fetch: realFetch } = globalThis;
beforeEach(async () => {
  server = new FakeServer();
  addVeil({ id: 'veil-1', name: 'jar', plate: 'plate-1' })(server.piece);
  addCut('veil-1', tracedCut([square()]))(server.piece);
  globalThis.fetch = server.fetch as typeof fetch;
  Object.assign(globalThis, { window: globalThis });
  await editing.open('p');
});
afterEach(async () => {
  editing.flush();
  await settled();
  store.dispatch(left());
  globalThis.fetch = realFetch;
});

test('a point that is no longer there is not chosen', () => {
  expect(chosen(2).point).toMatchObject({ x: 90, y: 90 });
  for (const gone of [{ index: 4 }, { contour: 1 }, { cut: 1 }, { veil: 'veil-2' }])
    expect(chosenPoint(veil(), { ...place, index: 0, ...gone })).toBeNull();
  expect(chosenPoint(null, { ...place, index: 0 })).toBeNull();
  expect(chosenPoint(veil(), null)).toBeNull();
});

test('a closed contour goes round; an open one has ends', () => {
  const { points: all } = square();
  expect(neighboursOf(square(), 0)).toEqual({ previous: all[3], next: all[1] });
  expect(neighboursOf(square(), 3)).toEqual({ previous: all[2], next: all[0] });
  const open = { closed: false, points: all };
  expect(neighboursOf(open, 0).previous).toBeNull();
  expect(neighboursOf(open, 3).next).toBeNull();
});

test('only a stretch along the edge asks the tracer, and keeps what lies between its ends, to a hundredth of a px', async () => {
  const { tracer, asked } = fakeTracer();
  expect(await wayBetween(tracer, 'straight', [0, 0], [10, 10], seen)).toEqual([]);
  expect(await wayBetween(tracer, 'smooth', [0, 0], [10, 10], seen)).toEqual([]);
  expect(asked).toHaveLength(0);
  expect(await wayBetween(tracer, 'edge', [0, 0], [10, 10], seen)).toEqual([[5, 5.33]]);
});

test('a point that is moved runs the stretches beside it anew, each in its own way', async () => {
  const { tracer, asked } = fakeTracer();
  const edit = await movedPoint(tracer, { ...place, index: 1 }, square(), [80, 20], seen);
  // The stretch before it follows the edge; the one after it is straight.
  expect(asked).toEqual([{ from: [10, 10], to: [80, 20] }]);
  const { piece } = applyEdit(bench().piece!, edit);
  const [first, second, third] = (piece.veils[0].cuts[0] as TraceCut).contours[0].points;
  expect(first.via).toEqual([[45, 15.33]]);
  expect(second).toMatchObject({ x: 80, y: 20, to: 'straight', via: [] });
  expect(third).toEqual(square().points[2]);
});

test('a stretch along the border of the plate stays there when its end is moved', async () => {
  const { tracer, asked } = fakeTracer();
  const edit = await movedPoint(tracer, { ...place, index: 0 }, square(), [12, 14], seen);
  expect(asked).toEqual([{ from: [12, 14], to: [90, 10] }]);
  const { piece } = applyEdit(bench().piece!, edit);
  expect((piece.veils[0].cuts[0] as TraceCut).contours[0].points[3]).toEqual(square().points[3]);
});

test('steps of the keyboard are one entry of history; stretches along the edge run straight meanwhile', async () => {
  for (const step of [1, 2, 3]) nudgeChosen({ ...chosen(2), point: square().points[2] }, [0, step], [0, 0]);
  expect(points()[2]).toMatchObject({ x: 90, y: 93, via: [] });
  expect(server.labels).toEqual([]);
  editing.flush();
  await settled();
  expect(server.labels).toEqual(['Move a point']);
  expect(points()[1]).toEqual(square().points[1]);
});

test('a removed point is no longer in the hand, and the stretch over it is straight', async () => {
  veilHand.set({ tracePoint: { ...place, index: 1 } });
  removeChosen(chosen(1));
  await settled();
  expect(veilHand.get().tracePoint).toBeNull();
  expect(points().map(({ x, y }) => [x, y])).toEqual([
    [10, 10],
    [90, 90],
    [10, 90],
  ]);
  expect(points()[0]).toMatchObject({ to: 'straight', via: [] });
  expect(server.labels).toEqual(['Remove a point']);
});

test('a stretch is run again or in another way, and its entry of history says which', async () => {
  const { tracer } = fakeTracer();
  runStretch(tracer, chosen(0), 'edge', seen);
  runStretch(tracer, chosen(1), 'smooth', seen);
  await settled();
  expect(points()[0].via).toEqual([[50, 10.33]]);
  expect(points()[1]).toMatchObject({ to: 'smooth', via: [] });
  expect(server.labels).toEqual(['Run a segment again', 'Change segment type']);
});

test('a stretch whose point went away while it waited its turn is left alone', async () => {
  const { tracer, asked } = fakeTracer();
  const last = chosen(3);
  removeChosen(chosen(0));
  runStretch(tracer, last, 'edge', seen);
  await settled();
  expect(asked).toEqual([]);
  expect(server.labels).toEqual(['Remove a point']);
});

test('the smooth curve to the pointer begins at the last point and ends at the pointer', () => {
  const open: Contour = { closed: false, points: [point(0, 0, 'smooth'), point(50, 0, 'straight')] };
  const curve = curveOn(open, [100, 50]);
  expect(curve[0]).toEqual([50, 0]);
  expect(curve.at(-1)).toEqual([100, 50]);
  expect(curve.length).toBeGreaterThan(2);
});
