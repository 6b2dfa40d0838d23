import { SVGPathData } from 'svg-pathdata';
import { apply, type Affine } from './affine';
import { pathBounds } from './bounds';
import type { Path, Step } from './path';
import { isPathData } from './pathData';

/**
 * Reads SVG path data; arcs become cubics, everything is made absolute.
 * @returns null for what is no path data, or fills nothing
 */
export function parseSvgPath(data: string): Path | null {
  let known = parsed.get(data);
  if (known === undefined) {
    known = parse(data);
    // A piece has few outlines, but asks for them at every change.
    if (parsed.size >= 16) parsed.clear();
    parsed.set(data, known);
  }
  return known;
}

const parsed = new Map<string, Path | null>();

function parse(data: string): Path | null {
  if (!isPathData(data)) return null;
  const steps: Step[] = [];
  let start: [number, number] = [0, 0];
  let closed = false;
  try {
    for (const command of new SVGPathData(data).toAbs().normalizeHVZ(false).normalizeST().aToC().commands) {
      if (command.type === SVGPathData.CLOSE_PATH) {
        closed = true;
        continue;
      }
      if (command.type === SVGPathData.MOVE_TO) steps.push({ kind: 'move', to: (start = [command.x, command.y]) });
      // What follows a closed contour without a move goes on from where that contour began.
      else if (closed) steps.push({ kind: 'move', to: start });
      closed = false;
      if (command.type === SVGPathData.LINE_TO) steps.push({ kind: 'line', to: [command.x, command.y] });
      else if (command.type === SVGPathData.QUAD_TO)
        steps.push({ kind: 'quadratic', control: [command.x1, command.y1], to: [command.x, command.y] });
      else if (command.type === SVGPathData.CURVE_TO)
        steps.push({
          kind: 'cubic',
          control1: [command.x1, command.y1],
          control2: [command.x2, command.y2],
          to: [command.x, command.y],
        });
    }
  } catch {
    return null;
  }
  if (steps.length === 0 || steps[0].kind !== 'move') return null;
  const box = pathBounds(steps);
  if (!box || !(box.width > 0 && box.height > 0) || !Number.isFinite(box.width + box.height + box.x + box.y))
    return null;
  return hasContour(steps) ? steps : null;
}

/** Whether any contour has more than two ends: less fills nothing. A curve has ends of its own between. */
function hasContour(steps: readonly Step[]): boolean {
  let ends = 0;
  return steps.some(({ kind }) => {
    if (kind === 'move') ends = 1;
    else ends += kind === 'line' ? 1 : 2;
    return ends > 2;
  });
}

/** Path data of an outline after it has been placed; numbers are rounded to 1/1000. */
export function toSvgPath(path: Path, place: Affine): string {
  const written = (point: readonly [number, number]): string =>
    apply(place, point)
      .map((value) => String(Number(value.toFixed(3))))
      .join(' ');
  let out = '';
  for (const step of path) {
    if (step.kind === 'move') out += `${out === '' ? '' : 'Z'}M${written(step.to)}`;
    else if (step.kind === 'line') out += `L${written(step.to)}`;
    else if (step.kind === 'quadratic') out += `Q${written(step.control)} ${written(step.to)}`;
    else out += `C${written(step.control1)} ${written(step.control2)} ${written(step.to)}`;
  }
  return out === '' ? '' : `${out}Z`;
}
