import type { Picture } from '../../../pictures/pyramid';
import type { Point } from '../../../shape/affine';
import { edgeFieldAround, nearestEdge } from './edgeField';
import { LiveWire } from './liveWire';
import { refine } from './refine';

/** How far around a point the path can be followed, level px. */
const reach = 256;
/** How near a click must be to an edge to be brought on to it, level px. */
const pull = 4;

/** Follows the edges of one plate from a point to wherever the pointer goes. */
export class Tracer {
  private wire: LiveWire | null = null;

  constructor(private readonly picture: Picture) {}

  /**
   * Starts a stretch.
   * @param level pyramid level whose px are about as large as the screen's
   */
  async start(from: Point, level: number): Promise<void> {
    this.wire = new LiveWire(await edgeFieldAround(this.picture, level, from, reach), from);
  }

  /** The rough path to a point; straight where the point is out of reach. Plate px, both ends with it. */
  pathTo(from: Point, to: Point): Point[] {
    if (!this.wire?.holds(to)) return [from, to];
    return [from, ...this.wire.pathTo(to).slice(1, -1), to];
  }

  /** The finished path: the rough one brought on to the edge at full resolution. */
  async finish(from: Point, to: Point): Promise<Point[]> {
    const rough = this.pathTo(from, to);
    return rough.length < 3 || !this.wire ? rough : refine(this.picture, rough, this.wire.field.level);
  }

  /** Where a click belongs: on the strongest edge close by, or where it was. Plate px. */
  async onEdge(point: Point, level: number): Promise<Point> {
    return nearestEdge(await edgeFieldAround(this.picture, level, point, pull + 6), point, pull);
  }
}

/** The pyramid level on which one px is about one screen px. @param zoom screen px per plate px */
export function levelForZoom(picture: Picture, zoom: number): number {
  return Math.max(0, Math.min(picture.levels - 1, Math.round(-Math.log2(zoom))));
}
