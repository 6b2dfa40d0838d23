import { useId } from 'react';
import { veilOnSheet } from '../../../core/passes/veils/graft';
import { solvedOf, type Veil } from '../../../core/passes/veils/schema';
import type { Piece } from '../../../core/piece/schema';
import { apply, followedBy, moved, type Affine } from '../../../core/shape/affine';
import { useBench } from '../benchContext';

/** px */
const card = { width: 74, height: 52, room: 2 };

/** A veil in the small: what is cut out of its photograph, where it stands on the sheet. */
export function VeilCard({ piece, id }: { piece: Piece; id: string }) {
  const { materials } = useBench();
  const own = useId();
  const veil = piece.veils.find((one) => one.id === id);
  const plate = piece.plates.find((one) => one.id === veil?.plate);
  if (!veil || !plate) return null;
  const scale = Math.min(
    (card.width - 2 * card.room) / piece.sheet.width,
    (card.height - 2 * card.room) / piece.sheet.height,
  );
  const toCard = moved(
    (card.width - piece.sheet.width * scale) / 2,
    (card.height - piece.sheet.height * scale) / 2,
    scale,
  );
  const place = followedBy(veilOnSheet(veil, plate), toCard);
  const solved = solvedOf(veil).findLast(({ kind }) => kind === 'matte');
  const matte = solved && piece.assets[solved.key]?.sha256;
  const sha256 = piece.assets[plate.asset]?.sha256;
  if (!materials || !sha256) return null;
  const { width } = materials.picture(plate.asset);
  const transform = `matrix(${place.a} ${place.b} ${place.c} ${place.d} ${place.e} ${place.f})`;
  const contour = outlineOf(veil, place);
  return (
    <svg viewBox={`0 0 ${card.width} ${card.height}`} className="h-full w-full" aria-hidden>
      <defs>
        {matte ? (
          <mask id={`${own}-cut`}>
            <image href={`/api/assets/${matte}/thumbnail`} width={width} transform={transform} />
          </mask>
        ) : (
          <clipPath id={`${own}-cut`}>
            <path d={contour} />
          </clipPath>
        )}
      </defs>
      <g {...(matte ? { mask: `url(#${own}-cut)` } : { clipPath: `url(#${own}-cut)` })}>
        <image href={`/api/assets/${sha256}/thumbnail`} width={width} transform={transform} />
      </g>
      {!matte && <path d={contour} fill="none" stroke="#1F2328" strokeWidth={0.6} />}
    </svg>
  );
}

/** The veil's contours: its clicked points, and what runs around outside of the sheet. */
function outlineOf({ cuts }: Veil, place: Affine): string {
  const at = (point: readonly [number, number]): string =>
    apply(place, point)
      .map((value) => value.toFixed(1))
      .join(' ');
  const closed = cuts.flatMap((cut) =>
    cut.kind === 'trace' && cut.operation === 'add' ? cut.contours.filter((contour) => contour.closed) : [],
  );
  return closed
    .map(
      ({ points }) =>
        `M${points.flatMap(({ x, y, to, via }) => [at([x, y]), ...(to === 'border' ? via.map(at) : [])]).join('L')}Z`,
    )
    .join('');
}
