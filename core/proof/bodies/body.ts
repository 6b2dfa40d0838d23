import type { Size } from '../../pixels/region';
import type { Vector } from './vector';

/** Something simple that a design is printed on, as a signed distance field. All lengths in mm. */
export interface Body {
  /** The distance to its surface at most; below 0 inside. */
  distance(x: number, y: number, z: number): number;
  /** A ball around all of it. */
  bound: { at: Vector; radius: number };
  /** A wall behind it at this depth, and a ground below it at this height; null where there is none. */
  wall: number | null;
  ground: number | null;
  /**
   * Where a place of its surface lies on the design, mm from its top left corner; null where nothing is printed.
   * The last three say which way the surface faces there.
   */
  onDesign(x: number, y: number, z: number, nx: number, ny: number, nz: number): readonly [number, number] | null;
  /** Where the camera stands, what it looks at, and how wide it sees, degrees across the longer side. */
  camera: { from: Vector; to: Vector; angle: number };
  /** Colours as linear light: of the bare body, of what stands around it. */
  colour: Vector;
  around: Vector;
  /** How much of a lamp's mirror image is seen, 0..1. */
  gloss: number;
  /** Of the picture: width to height. */
  aspect: number;
}

/** How much smaller a design must become to fit into an area, mm; never larger than true size. */
export const fitted = (design: Size, area: Size): number =>
  Math.min(1, area.width / design.width, area.height / design.height);
