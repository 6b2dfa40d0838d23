import type { Panel } from '../../passes/ink/panel/schema';
import type { Edit } from './edit';
import { setPanel } from './ink';
import { itemOf } from './items';
import { setKeeping } from './steady';

type Laid = Parameters<typeof setKeeping>[2];

/** How far words may reach, sheet px. */
interface Within {
  width: number;
  height: number;
}

/** Keeps a panel as large as it is whatever the words, and the words within it. @param room for the words, sheet px */
export const fixPanel =
  (id: string, fixed: [number, number], room: Within, lettersOf: Laid): Edit =>
  (piece) => {
    setPanel(id, { fixed })(piece);
    setKeeping(id, room, lettersOf)(piece);
  };

/** Changes a panel; where it stays as large as it is, the room for the words grows and shrinks with it. */
export const shapePanel =
  (id: string, change: Partial<Panel>, lettersOf: Laid): Edit =>
  (piece) => {
    const { ink, stance } = itemOf(piece.letterings, id);
    const before = ink.panel?.fixed;
    const { keeping } = stance;
    setPanel(id, change)(piece);
    if (!before || !change.fixed || !keeping) return;
    const room = (kept: number | null, axis: 0 | 1): number | null =>
      kept === null ? null : Math.max(1, kept + change.fixed![axis] - before[axis]);
    setKeeping(id, { width: room(keeping.width, 0), height: room(keeping.height, 1) }, lettersOf)(piece);
  };
