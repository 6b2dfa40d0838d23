import { withPoint } from '../../../../core/passes/drape/mesh/change';
import { netField, slopeAt } from '../../../../core/passes/drape/mesh/net';
import type { Mesh } from '../../../../core/passes/drape/schema';
import type { Lettering } from '../../../../core/piece/schema';
import type { Region } from '../../../../core/pixels/region';
import { apply, inverse, type Affine, type Point } from '../../../../core/shape/affine';
import { roundedPoint } from '../../../../core/shape/rounding';
import type { Letters } from '../../../../core/type/letters';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useDrag } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { meshEdit } from './edits';
import { drapeHand } from './hand';

/** The net as it lies on the sheet. */
interface LaidNet {
  mesh: Mesh;
  box: Region;
  /** Where a place at fractions of the box stands, before and after the net moves it; sheet px. */
  still(u: number, v: number): Point;
  moved(u: number, v: number): Point;
  place: Affine;
}

/** @param letters with bend and corners, without the net */
function laidNet(mesh: Mesh, letters: Letters | null): LaidNet | null {
  const box = letters?.flatInk;
  if (!letters || !box || box.width <= 0 || box.height <= 0) return null;
  const field = netField(mesh);
  const under = (u: number, v: number): Point => {
    const flat: Point = [box.x + box.width * u, box.y + box.height * v];
    return letters.warp?.forward(flat) ?? flat;
  };
  return {
    mesh,
    box,
    place: letters.place,
    still: (u, v) => apply(letters.place, under(u, v)),
    moved(u, v) {
      const [[x, y], [dx, dy]] = [under(u, v), field(u, v)];
      return apply(letters.place, [x + dx, y + dy]);
    },
  };
}

/** Points of a line of the net between two of its lines. */
const finely = 8;

/** The net over the letters: every point is a ring; the chosen one shows its tangents. */
export function MeshHandles({ lettering }: { lettering: Lettering }) {
  const { lettersOf } = useBench();
  const { toScreen } = useViewport();
  const { netPoint } = drapeHand.use('netPoint');
  const { mesh } = lettering.drape;
  const net =
    mesh && laidNet(mesh, lettersOf({ ...lettering, drape: { ...lettering.drape, mesh: null, drips: null } }));
  if (!net || !mesh) return null;
  const alongLines = (at: (t: number) => Point, count: number): Point[] =>
    Array.from({ length: (count - 1) * finely + 1 }, (_, i) => toScreen(at(i / ((count - 1) * finely))));
  const columns = mesh.across.length;
  return (
    <g>
      {mesh.across.map((u, i) => (
        <Hairline key={`across-${i}`} d={lineThrough(alongLines((v) => net.moved(u, v), mesh.down.length))} />
      ))}
      {mesh.down.map((v, i) => (
        <Hairline key={`down-${i}`} d={lineThrough(alongLines((u) => net.moved(u, v), columns))} />
      ))}
      {mesh.points.map((_, i) => (
        <NetRing key={i} index={i} isChosen={i === netPoint} isStop={i === (netPoint ?? 0)} {...{ lettering, net }} />
      ))}
      {netPoint !== null && netPoint < mesh.points.length && (
        <>
          {(['across', 'down'] as const).map((way) => (
            <Tangent key={way} index={netPoint} way={way} lettering={lettering} net={net} />
          ))}
        </>
      )}
    </g>
  );
}

interface NetProps {
  index: number;
  lettering: Lettering;
  net: LaidNet;
}

/** A place on the sheet as a move in the letters' plane. */
function moveOf(place: Affine, from: Point, to: Point): [number, number] {
  const back = inverse({ ...place, e: 0, f: 0 });
  return roundedPoint(apply(back, [to[0] - from[0], to[1] - from[1]]), 2);
}

function NetRing({ index, lettering, net, isChosen, isStop }: NetProps & { isChosen: boolean; isStop: boolean }) {
  const { toScreen } = useViewport();
  const columns = net.mesh.across.length;
  const [u, v] = [net.mesh.across[index % columns], net.mesh.down[Math.floor(index / columns)]];
  const edit = (start: NetProps, from: Point, to: Point) => {
    const [dx, dy] = moveOf(start.net.place, from, to);
    const { move } = start.net.mesh.points[index];
    return meshEdit(start.lettering, withPoint(start.net.mesh, index, { move: [move[0] + dx, move[1] + dy] }));
  };
  const drag = useDrag<NetProps>({
    begin() {
      drapeHand.set({ netPoint: index });
      return { index, lettering, net };
    },
    move: ({ start, from, to }) => editing.draft(edit(start, from, to)),
    end({ start, from, to, moved, alt }) {
      if (moved) editing.commit('Move a point of the net', edit(start, from, to));
      else if (alt)
        editing.commit(
          'Set a point of the net straight',
          meshEdit(lettering, withPoint(net.mesh, index, { move: [0, 0], across: null, down: null })),
        );
    },
    cancel: () => editing.cancelDraft(),
  });
  const name = `Point of the net, column ${(index % columns) + 1}, row ${Math.floor(index / columns) + 1}`;
  return (
    <Ring at={toScreen(net.moved(u, v))} label={name} drag={drag} active={isChosen} isStop={isStop} cursor="move" />
  );
}

/** A tangent reaches over this part of the stretch to the next line. */
const reach = 1 / 3;

/** How the net leaves the chosen point, across or down: a ring at the end of its tangent. */
function Tangent({ index, way, lettering, net }: NetProps & { way: 'across' | 'down' }) {
  const { toScreen } = useViewport();
  const { across, down } = net.mesh;
  const [column, row] = [index % across.length, Math.floor(index / across.length)];
  const [u, v] = [across[column], down[row]];
  const [lines, at] = way === 'across' ? [across, column] : [down, row];
  // At the last line the tangent looks back.
  const other = at + 1 < lines.length ? at + 1 : at - 1;
  const far = (lines[other] - lines[at]) * reach;
  const slope = slopeAt(net.mesh, column, row, way);
  const root = net.moved(u, v);
  const linear = { ...net.place, e: 0, f: 0 };
  const still = way === 'across' ? net.still(u + far, v) : net.still(u, v + far);
  const { move } = net.mesh.points[index];
  const [sx, sy] = apply(linear, [move[0] + slope[0] * far, move[1] + slope[1] * far]);
  const end: Point = [still[0] + sx, still[1] + sy];
  const edit = (start: Lettering, from: Point, to: Point) => {
    const [dx, dy] = moveOf(net.place, from, to);
    const next: [number, number] = roundedPoint([slope[0] + dx / far, slope[1] + dy / far], 2);
    return meshEdit(start, withPoint(start.drape.mesh!, index, { [way]: next }));
  };
  const drag = useDrag({
    begin: () => ({ edit, lettering }),
    move: ({ start, from, to }) => editing.draft(start.edit(start.lettering, from, to)),
    end({ start, from, to, moved }) {
      if (moved) editing.commit('Turn a tangent of the net', start.edit(start.lettering, from, to));
    },
    cancel: () => editing.cancelDraft(),
  });
  return (
    <g>
      <Hairline d={lineThrough([toScreen(root), toScreen(end)])} dashed active />
      <Ring at={toScreen(end)} label={`Tangent ${way}`} drag={drag} cursor="move" />
    </g>
  );
}
