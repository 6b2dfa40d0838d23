import { brushedNode } from '../../../graph/brushed';
import type { Node } from '../../../graph/node';
import type { MapStroke } from '../schema';

const targets: Record<MapStroke['to'], number> = { high: 1, low: 0, even: 0.5 };

/** A map that was painted: 0.5 where no brush has been, 1 high, 0 low. One channel. */
export const paintedNode = (strokes: readonly MapStroke[]): Node =>
  brushedNode(
    0.5,
    strokes.map((stroke) => ({ ...stroke, value: targets[stroke.to] })),
  );
