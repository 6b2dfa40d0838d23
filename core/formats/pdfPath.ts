import type { Path } from '../shape/path';

/** A path in PDF's operators (ISO 32000-1, 8.5.2); numbers are rounded to 1/1000. Empty for an empty path. */
export function pdfPath(path: Path): string {
  const out: string[] = [];
  const text = ([x, y]: readonly [number, number]): string => `${Number(x.toFixed(3))} ${Number(y.toFixed(3))}`;
  let at: readonly [number, number] = [0, 0];
  for (const step of path) {
    if (step.kind === 'move') {
      if (out.length > 0) out.push('h');
      out.push(`${text(step.to)} m`);
    } else if (step.kind === 'line') out.push(`${text(step.to)} l`);
    else if (step.kind === 'quadratic') {
      // PDF has cubics alone: their controls lie two thirds of the way to the one control.
      const third = (end: readonly [number, number]): [number, number] => [
        end[0] + (2 / 3) * (step.control[0] - end[0]),
        end[1] + (2 / 3) * (step.control[1] - end[1]),
      ];
      out.push(`${text(third(at))} ${text(third(step.to))} ${text(step.to)} c`);
    } else out.push(`${text(step.control1)} ${text(step.control2)} ${text(step.to)} c`);
    at = step.to;
  }
  return out.length === 0 ? '' : `${out.join('\n')}\nh`;
}
