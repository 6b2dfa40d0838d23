import type { Mesh, MeshPoint } from '../schema';
import { netField, slopeAt } from './net';

type Way = 'across' | 'down';

/** One point changed; what is not named stays. */
export function withPoint(mesh: Mesh, index: number, change: Partial<MeshPoint>): Mesh {
  return { ...mesh, points: mesh.points.map((point, i) => (i === index ? { ...point, ...change } : point)) };
}

/** The same bend on other lines. Points that stay keep what was set; new ones lie on the bend as it was. */
function onLines(mesh: Mesh, across: readonly number[], down: readonly number[]): Mesh {
  const field = netField(mesh);
  const points = down.flatMap((v) =>
    across.map((u): MeshPoint => {
      const [column, row] = [mesh.across.indexOf(u), mesh.down.indexOf(v)];
      if (column >= 0 && row >= 0) return mesh.points[row * mesh.across.length + column];
      return { move: field(u, v), across: null, down: null };
    }),
  );
  return { ...mesh, across: [...across], down: [...down], points };
}

/**
 * One more line, half way in the stretch after a line. The slopes to either side of it are held, so that the letters
 * keep their bend.
 * @param after 0 for the first stretch
 */
export function withLine(mesh: Mesh, way: Way, after: number): Mesh {
  const lines = mesh[way];
  const at = (lines[after] + lines[after + 1]) / 2;
  const held = heldAlong(mesh, way, [after, after + 1]);
  const more = [...lines.slice(0, after + 1), at, ...lines.slice(after + 1)];
  const next = way === 'across' ? onLines(held, more, mesh.down) : onLines(held, mesh.across, more);
  return slopedAt(next, mesh, way, at);
}

/** The points of some lines keep the slopes that they have now. */
function heldAlong(mesh: Mesh, way: Way, lines: readonly number[]): Mesh {
  const columns = mesh.across.length;
  const points = mesh.points.map((point, i) => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    return lines.includes(way === 'across' ? column : row)
      ? { ...point, [way]: slopeAt(mesh, column, row, way) }
      : point;
  });
  return { ...mesh, points };
}

/** How near two places are of which a slope is told. */
const near = 1e-4;

/** New points take the slope that the bend had where they are. */
function slopedAt(mesh: Mesh, before: Mesh, way: Way, at: number): Mesh {
  const field = netField(before);
  const columns = mesh.across.length;
  const points = mesh.points.map((point, i) => {
    const [u, v] = [mesh.across[i % columns], mesh.down[Math.floor(i / columns)]];
    if ((way === 'across' ? u : v) !== at) return point;
    const [from, to] =
      way === 'across' ? [field(u - near, v), field(u + near, v)] : [field(u, v - near), field(u, v + near)];
    return { ...point, [way]: [(to[0] - from[0]) / (2 * near), (to[1] - from[1]) / (2 * near)] as [number, number] };
  });
  return { ...mesh, points };
}

/** One line less; the outer ones stay. */
export function withoutLine(mesh: Mesh, way: Way, line: number): Mesh {
  const lines = mesh[way].filter((_, i) => i !== line);
  return way === 'across' ? onLines(mesh, lines, mesh.down) : onLines(mesh, mesh.across, lines);
}

/** The same bend on so many lines, evenly spread. */
export function withLines(mesh: Mesh, columns: number, rows: number): Mesh {
  const evenly = (count: number, lines: readonly number[]): readonly number[] =>
    count === lines.length ? lines : Array.from({ length: count }, (_, i) => i / (count - 1));
  return onLines(mesh, evenly(columns, mesh.across), evenly(rows, mesh.down));
}
