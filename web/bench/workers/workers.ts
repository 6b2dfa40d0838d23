import { SheetRenderer } from './renderer';
import { TraceClient } from './traceClient';

let kept: { renderer: SheetRenderer; tracer: TraceClient } | null = null;

/**
 * The workers that draw and trace. They are started once, already while the person is on the Shelf, and stay for as long as
 * the page does: starting them takes longer than drawing, and what they have fetched is of use again.
 */
export function workers(): { renderer: SheetRenderer; tracer: TraceClient } {
  kept ??= { renderer: new SheetRenderer(), tracer: new TraceClient() };
  return kept;
}
