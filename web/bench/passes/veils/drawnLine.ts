import { useRef, useState } from 'react';
import { simplify } from '../../../../core/shape/simplify';
import { useAppSelector } from '../../../store';
import { useDrag, type DragHandlers } from '../../view/drag';
import { useViewport } from '../../view/viewport';
import { toPlate, type CutPlate } from './cutting';

/** A line of the hand, plate px. */
export interface DrawnLine {
  radius: number;
  points: [number, number][];
}

/** A drawn line is kept as a polyline; points that lie this near to it are left out, screen px. */
const tolerance = 0.4;

interface DrawnWork {
  /** While it is being drawn. */
  draft?(line: DrawnLine, alt: boolean): void;
  end(line: DrawnLine, alt: boolean): void;
  cancel?(): void;
}

/** Drawing a line on the sheet with the brush. A click with Shift held draws straight from where the last one ended. */
export function useDrawnLine(plate: CutPlate, { draft, end, cancel }: DrawnWork): { drag: DragHandlers; drawing: { line: DrawnLine; alt: boolean } | null } {
  const { radius } = useAppSelector(({ bench }) => bench.hand);
  const { view } = useViewport();
  const points = useRef<[number, number][]>([]);
  const lastEnd = useRef<[number, number] | null>(null);
  const [drawing, setDrawing] = useState<{ line: DrawnLine; alt: boolean } | null>(null);
  const lineNow = (): DrawnLine => ({
    radius: radius / plate.scale,
    points: simplify(points.current, tolerance / (view.zoom * plate.scale)).map(([x, y]) => [Math.round(x * 100) / 100, Math.round(y * 100) / 100]),
  });
  const drag = useDrag<null>({
    begin: (at) => {
      points.current = [toPlate(plate, at)];
      return null;
    },
    move: ({ to, alt }) => {
      points.current.push(toPlate(plate, to));
      const line = lineNow();
      setDrawing({ line, alt });
      draft?.(line, alt);
    },
    end: ({ alt, shift, moved }) => {
      if (!moved && shift && lastEnd.current) points.current.unshift(lastEnd.current);
      const line = lineNow();
      lastEnd.current = points.current[points.current.length - 1];
      setDrawing(null);
      end(line, alt);
    },
    cancel: () => {
      setDrawing(null);
      cancel?.();
    },
  });
  return { drag, drawing };
}
