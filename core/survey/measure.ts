import type { Size } from '../pixels/region';
import type { View } from './view';

/**
 * One thing that a photograph tells. A measure is one folder: what it takes is in the view, what it finds has units and a
 * confidence, and its method is published.
 */
export interface Measure<Found extends Finding = Finding> {
  name: string;
  /** Grows with every change of what it finds: what was kept of an older one is measured again. */
  version: number;
  take(view: View): Found | Promise<Found>;
}

export interface Finding {
  /** 0: it cannot tell. 1: sure. */
  confidence: number;
}

/** How many cells a map has, so many of them along the longer side. @param size px of what is mapped */
export function mapSize({ width, height }: Size, along: number): Size {
  const cell = Math.max(1, Math.max(width, height) / along);
  return { width: Math.max(1, Math.round(width / cell)), height: Math.max(1, Math.round(height / cell)) };
}

/** A finding that changes over the plate, coarse: row by row. */
export interface FoundMap {
  width: number;
  height: number;
  values: number[];
}
