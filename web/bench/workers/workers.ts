import { renderPool, sharedMemory } from './renderPool';
import { SheetRenderer } from './renderer';
import { TraceClient } from './traceClient';

let kept: { renderer: SheetRenderer; tracer: TraceClient } | null = null;

/**
 * The workers that draw and trace. They are started once, already while the person is on the Shelf, and stay for as
 * long as
 * the page does: starting them takes longer than drawing, and what they have fetched is of use again.
 */
export function workers(): { renderer: SheetRenderer; tracer: TraceClient } {
  kept ??= { renderer: startRenderer(), tracer: new TraceClient() };
  return kept;
}

/** At most so many workers draw: more than that wait for memory, not for each other. */
const mostWorkers = 4;

function startRenderer(): SheetRenderer {
  const count = Math.max(1, Math.min(mostWorkers, navigator.hardwareConcurrency || 2));
  const memory = sharedMemory();
  return new SheetRenderer(renderPool(count, memory), memory && new Int32Array(memory.newestFrame));
}
