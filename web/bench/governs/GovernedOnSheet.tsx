import { panelPlace } from '../../../core/passes/ink/panel/shape';
import { reachOf } from '../../../core/passes/outlines/bands';
import { grow, type Region } from '../../../core/pixels/region';
import { corners, followedBy, moved, sizeOf } from '../../../core/shape/affine';
import { transformPath, type Path } from '../../../core/shape/path';
import { toSvgPath } from '../../../core/shape/svgPath';
import { standingEm } from '../../../core/type/standing';
import type { Letter, Letters } from '../../../core/type/letters';
import { useAppSelector } from '../../store';
import { useBench, type Bench } from '../benchContext';
import { Hairline, lineThrough } from '../view/Hairline';
import { useViewport } from '../view/viewport';
import type { Governed } from './governed';

/** What the value that is pointed at governs, lit on the sheet. */
export function GovernedOnSheet() {
  const governed = useAppSelector(({ bench }) => bench.governed);
  return governed && <Lit governed={governed} />;
}

function Lit({ governed }: { governed: Governed }) {
  const bench = useBench();
  const { toScreen, view } = useViewport();
  const box = boxOf(governed, bench);
  if (box) return <Shown d={lineThrough(corners(box).map(toScreen), true)} />;
  const lettering = bench.piece.letterings.find((one) => 'id' in governed && one.id === governed.id);
  const letters = lettering && bench.lettersOf(lettering);
  if (!letters) return null;
  const toView = moved(view.x, view.y, view.zoom);
  if (governed.kind === 'panel') {
    const { panel } = lettering.ink;
    if (!panel || !letters.flatInk) return null;
    const { path, place } = panelPlace(panel, letters, bench.piece.sheet, sizeOf(letters.place));
    return <Shown d={svgPath(transformPath(path, place), toView)} />;
  }
  const some =
    governed.kind === 'letters' ? letters.letters.filter(({ start }) => governed.at.includes(start)) : letters.letters;
  const d = contoursOf(some, letters, toView);
  if (governed.kind !== 'outline') return <Shown d={d} />;
  const outline = lettering.outlines.list.find(({ id }) => id === governed.outline);
  if (!outline) return null;
  const { from, to } = reachOf(outline, standingEm(letters));
  const width = 2 * Math.max(Math.abs(from), Math.abs(to)) * view.zoom;
  return <path d={d} fill="none" stroke="#9C3B22" strokeOpacity={0.55} strokeWidth={width} data-testid="governed" />;
}

const Shown = ({ d }: { d: string }) => (
  <g data-testid="governed" pointerEvents="none">
    <Hairline d={d} active />
  </g>
);

const svgPath = (path: Path, place: Letters['place']): string => toSvgPath(path, place);

const contoursOf = (some: readonly Letter[], { place }: Letters, toView: Letters['place']): string =>
  some.map(({ path }) => svgPath(path, followedBy(place, toView))).join('');

/** Of what has a box on the sheet; null for what has a contour. */
function boxOf(governed: Governed, { piece, materials, measures }: Bench): Region | null {
  if (governed.kind === 'sheet') return { x: 0, y: 0, width: piece.sheet.width, height: piece.sheet.height };
  if (governed.kind === 'plate') {
    const plate = piece.plates.find(({ id }) => id === governed.id);
    if (!plate || !materials) return null;
    const { width, height } = materials.picture(plate.asset);
    return { x: plate.x, y: plate.y, width: width * plate.scale, height: height * plate.scale };
  }
  if (governed.kind !== 'veil' && governed.kind !== 'shadow') return null;
  const box = measures?.veils.boxes.find(({ veil }) => veil === governed.id)?.box ?? null;
  const shadow = piece.veils.find(({ id }) => id === governed.id)?.shadow;
  return box && governed.kind === 'shadow' && shadow ? grow(box, Math.max(shadow.lift, shadow.farLift)) : box;
}
