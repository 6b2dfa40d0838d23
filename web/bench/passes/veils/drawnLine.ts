import { veilHand } from './hand';
import { useRef, useState } from 'react';
import { simplify } from '../../../../core/shape/simplify';
import type { Point } from '../../../../core/shape/affine';
import { useDrag, type DragHandlers } from '../../view/drag';
import { useViewport } from '../../view/viewport';
import { toPlate, type CutPlate } from './cutting';

/** A line of the hand, plate px. */
export interface DrawnLine {
  radius: number;
  points: [number, number][];
  /** Pressure of a pen at each point, fraction; other devices have none. */
  pressures?: number[];
}

/** A drawn line is kept as a polyline; points that lie this near to it are left out, screen px. */
const tolerance = 0.4;

interface DrawnWork {
  /** While it is being drawn. */
  draft?(line: DrawnLine): void;
  end(line: DrawnLine): void;
  cancel?(): void;
}

/** Drawing a line by keyboard: a point at each press of Enter, until it is ended with Shift. */
export interface KeyedLine {
  add(at: Point): void;
  end(at: Point): void;
}

/** Drawing a line on the sheet with the brush: freely, or straight from where it begins to where it ends. */
export function useDrawnLine(
  plate: CutPlate,
  { draft, end, cancel }: DrawnWork,
): { drag: DragHandlers; drawing: DrawnLine | null; keyed: KeyedLine } {
  const { radius, straightStroke } = veilHand.use('radius', 'straightStroke');
  const { view } = useViewport();
  const points = useRef<[number, number][]>([]);
  const pressures = useRef(new Map<[number, number], number>());
  const [drawing, setDrawing] = useState<DrawnLine | null>(null);
  const lineNow = (): DrawnLine => {
    const kept = simplify(points.current, tolerance / (view.zoom * plate.scale));
    const reported = kept.map((point) => pressures.current.get(point as [number, number]));
    return {
      radius: radius / plate.scale,
      points: kept.map(([x, y]) => [Math.round(x * 100) / 100, Math.round(y * 100) / 100]),
      ...(reported.every((one) => one !== undefined) && {
        pressures: reported.map((one) => Math.round(one! * 1000) / 1000),
      }),
    };
  };
  const take = (at: Point, pressure: number | null): void => {
    const point = toPlate(plate, at);
    points.current.push(point);
    if (pressure !== null) pressures.current.set(point, pressure);
  };
  const drag = useDrag<null>({
    begin: (at, pressure) => {
      points.current = [];
      pressures.current.clear();
      take(at, pressure);
      return null;
    },
    move: ({ to, pressure }) => {
      if (straightStroke) points.current.length = 1;
      take(to, pressure);
      const line = lineNow();
      setDrawing(line);
      draft?.(line);
    },
    end: () => {
      const line = lineNow();
      setDrawing(null);
      end(line);
    },
    cancel: () => {
      setDrawing(null);
      cancel?.();
    },
  });
  const keyed: KeyedLine = {
    add(at) {
      if (!drawing) points.current = [];
      take(at, null);
      const line = lineNow();
      setDrawing(line);
      draft?.(line);
    },
    end(at) {
      if (!drawing) points.current = [];
      take(at, null);
      const line = lineNow();
      setDrawing(null);
      end(line);
    },
  };
  return { drag, drawing, keyed };
}
