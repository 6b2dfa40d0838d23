/// <reference lib="webworker" />
import type { Point } from '../../../core/shape/affine';
import { levelForZoom, Tracer } from '../../../core/passes/veils/trace/tracer';
import { httpLibrary } from '../../api/library';

/** What the page asks: all points are plate px; `zoom` is screen px per plate px. */
export type TraceOrder =
  | { kind: 'follow'; id: number; sha256: string; from: Point; to: Point; zoom: number }
  | { kind: 'finish'; id: number; sha256: string; from: Point; to: Point; zoom: number }
  | { kind: 'place'; id: number; sha256: string; at: Point; zoom: number };

export type TraceAnswer = { id: number; points: Point[] } | { id: number; problem: string };

const library = httpLibrary(96 * 1024 * 1024);
const scope = self as unknown as DedicatedWorkerGlobalScope;
let started: { key: string; tracer: Tracer } | null = null;

/** The tracer for a start point; kept while the pointer moves on from the same point. */
async function tracerFrom(sha256: string, from: Point, zoom: number): Promise<Tracer> {
  const picture = await library.picture(sha256);
  const level = levelForZoom(picture, zoom);
  const key = `${sha256}|${level}|${from.join(',')}`;
  if (started?.key === key) return started.tracer;
  const tracer = new Tracer(picture);
  await tracer.start(from, level);
  started = { key, tracer };
  return tracer;
}

async function answer(order: TraceOrder): Promise<Point[]> {
  if (order.kind === 'place') {
    const picture = await library.picture(order.sha256);
    return [await new Tracer(picture).onEdge(order.at, levelForZoom(picture, order.zoom))];
  }
  const tracer = await tracerFrom(order.sha256, order.from, order.zoom);
  return order.kind === 'follow' ? tracer.pathTo(order.from, order.to) : tracer.finish(order.from, order.to);
}

let last: Promise<unknown> = Promise.resolve();
scope.onmessage = ({ data }: MessageEvent<TraceOrder>) => {
  last = last.then(() =>
    answer(data).then(
      (points) => scope.postMessage({ id: data.id, points }),
      (error: unknown) =>
        scope.postMessage({ id: data.id, problem: error instanceof Error ? error.message : String(error) }),
    ),
  );
};
scope.postMessage('ready');
