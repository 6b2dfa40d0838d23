import { useBench } from '../benchContext';
import { Hairline, lineThrough } from '../view/Hairline';
import { useViewport } from '../view/viewport';

/** The safe part of the size on the bench, over the sheet, while it is arranged. */
export function SafeArea() {
  const { size, line } = useBench();
  const { toScreen } = useViewport();
  if (!size || (line !== null && line > 2)) return null;
  const [top, right, bottom, left] = size.safe;
  if (top + right + bottom + left === 0) return null;
  const { width, height } = size;
  const corners: [number, number][] = [
    [left, top],
    [width - right, top],
    [width - right, height - bottom],
    [left, height - bottom],
  ];
  return (
    <g data-testid="safe-area">
      <Hairline d={lineThrough(corners.map(toScreen), true)} dashed />
    </g>
  );
}
