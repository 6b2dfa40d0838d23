import type { Region } from '../../pixels/region';

/** A line of the sheet that a lettering can be brought to. */
export interface GuideLine {
  axis: 'x' | 'y';
  /** Sheet px. */
  at: number;
  name: string;
}

/** Centre, edges and thirds of the sheet. */
export function sheetGuides(sheet: { width: number; height: number }): GuideLine[] {
  const along = (axis: 'x' | 'y', size: number, first: string, last: string): GuideLine[] => [
    { axis, at: 0, name: `${first} edge` },
    { axis, at: size / 3, name: `${first} third` },
    { axis, at: size / 2, name: 'centre' },
    { axis, at: (size * 2) / 3, name: `${last} third` },
    { axis, at: size, name: `${last} edge` },
  ];
  return [...along('x', sheet.width, 'left', 'right'), ...along('y', sheet.height, 'top', 'bottom')];
}

/** The sides and the middle of another item. */
export function boxGuides({ x, y, width, height }: Region, name: string): GuideLine[] {
  return [
    { axis: 'x', at: x, name: `left side of ${name}` },
    { axis: 'x', at: x + width / 2, name: `middle of ${name}` },
    { axis: 'x', at: x + width, name: `right side of ${name}` },
    { axis: 'y', at: y, name: `top of ${name}` },
    { axis: 'y', at: y + height / 2, name: `middle of ${name}` },
    { axis: 'y', at: y + height, name: `foot of ${name}` },
  ];
}

/** How far to move, and the guide lines reached. */
export interface Snap {
  dx: number;
  dy: number;
  guides: GuideLine[];
}

/**
 * Brings a box to the nearest guide lines: its sides or its middle, each axis by itself.
 * @param box sheet px, where the box would stand
 * @param reach sheet px; further than this nothing happens
 */
export function snapBox(box: Region, guides: readonly GuideLine[], reach: number): Snap {
  const nearest = (axis: 'x' | 'y', start: number, size: number): { move: number; guide: GuideLine } | null => {
    let best: { move: number; guide: GuideLine } | null = null;
    for (const guide of guides) {
      if (guide.axis !== axis) continue;
      for (const at of [start, start + size / 2, start + size]) {
        const move = guide.at - at;
        if (Math.abs(move) <= reach && (!best || Math.abs(move) < Math.abs(best.move))) best = { move, guide };
      }
    }
    return best;
  };
  const across = nearest('x', box.x, box.width);
  const down = nearest('y', box.y, box.height);
  return {
    dx: across?.move ?? 0,
    dy: down?.move ?? 0,
    guides: [across, down].flatMap((found) => (found ? [found.guide] : [])),
  };
}
