import { createContext, useContext } from 'react';
import type { Point } from '../../../core/shape/affine';

/** How the sheet lies on the mat: screen px = sheet px * zoom + (x, y), in CSS px of the mat. */
export interface View {
  zoom: number;
  x: number;
  y: number;
}

/** The view, and ways from the screen to the sheet and back. */
export interface Viewport {
  view: View;
  /** CSS px of the mat. */
  size: { width: number; height: number };
  toScreen(point: Point): [number, number];
  /** From a pointer event's client coordinates to sheet px. */
  toSheet(event: { clientX: number; clientY: number }): [number, number];
  setView(view: View): void;
}

export const ViewportContext = createContext<Viewport | null>(null);

/** @throws Error outside of the sheet's view */
export function useViewport(): Viewport {
  const viewport = useContext(ViewportContext);
  if (!viewport) throw new Error('This is drawn outside of the sheet.');
  return viewport;
}

export const zoomLimits = { least: 0.01, most: 16 };

/** The view in which a region of the sheet fills the mat, with some room around. */
export function viewOf(
  region: { x: number; y: number; width: number; height: number },
  size: { width: number; height: number },
  room = 28,
): View {
  const zoom = Math.min(
    zoomLimits.most,
    Math.max(
      zoomLimits.least,
      Math.min((size.width - 2 * room) / region.width, (size.height - 2 * room) / region.height),
    ),
  );
  return {
    zoom,
    x: Math.round(size.width / 2 - (region.x + region.width / 2) * zoom),
    y: Math.round(size.height / 2 - (region.y + region.height / 2) * zoom),
  };
}

/** The view after zooming about a screen point, which stays where it is. */
export function zoomedAt(view: View, [x, y]: Point, zoom: number): View {
  const next = Math.min(zoomLimits.most, Math.max(zoomLimits.least, zoom));
  const factor = next / view.zoom;
  return { zoom: next, x: x - (x - view.x) * factor, y: y - (y - view.y) * factor };
}
