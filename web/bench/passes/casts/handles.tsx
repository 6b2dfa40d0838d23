import { shineOn, standingQuad, tipsOf } from '../../../../core/light/casting/falls';
import type { Edit } from '../../../../core/piece/edits/edit';
import type { Lettering } from '../../../../core/piece/schema';
import type { Point } from '../../../../core/shape/affine';
import { roundedPoint } from '../../../../core/shape/rounding';
import { planesOf } from '../../../../core/render/planesOf';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useDrag } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { touchHand } from '../../touch/hand';
import { TouchBrush } from '../../touch/TouchSettings';
import { castEdit, castsEdit, touchOf } from './edits';

export function Handles() {
  const { lettering, mayChange } = useBench();
  const { on } = touchHand.use('on');
  if (!mayChange || !lettering) return null;
  return on === null ? <Places /> : <TouchBrush {...touchOf(lettering)} />;
}

/** Where a shadow on the ground begins, where it ends, and where the ground itself ends. */
function Places() {
  const { lettering, letters, piece, mayChange } = useBench();
  const { toScreen } = useViewport();
  const { thrown, mirrored, foot } = lettering?.casts ?? {};
  const standing = letters && standingQuad(letters, foot ?? null);
  const onGround = thrown?.onto === 'ground' ? thrown : null;
  if (!mayChange || !lettering || !letters || !standing || (!onGround && !mirrored)) return null;
  const feet: [Point, Point] = [standing[3], standing[2]];
  const plane = onGround?.plane ? planesOf(piece)(onGround.plane) : null;
  const tips = onGround && tipsOf(onGround, standing, shineOn(onGround, piece.lamp, letters), plane);
  const setFoot = (one: Lettering, i: number, to: [number, number]): Edit =>
    castsEdit(one)({ foot: replaced(feet, i, to) });
  const wall = onGround?.wall;
  return (
    <g>
      {tips && <Hairline d={`${lineThrough([feet[0], tips[0], tips[1], feet[1]].map(toScreen))}`} dashed />}
      <Hairline d={lineThrough(feet.map(toScreen))} active />
      {feet.map((at, i) => (
        <CastRing
          key={`foot-${i}`}
          at={at}
          label={`Foot of the letters, ${i === 0 ? 'left' : 'right'}`}
          undoLabel="Set where the letters stand"
          edit={(to) => setFoot(lettering, i, to)}
        />
      ))}
      {tips?.map((at, i) => (
        <CastRing
          key={`tip-${i}`}
          at={at}
          label={`End of the shadow, ${i === 0 ? 'left' : 'right'}`}
          undoLabel="Drag the end of the shadow"
          edit={(to) => castEdit(lettering, 'thrown')({ tips: replaced(tips, i, to) })}
        />
      ))}
      {wall && (
        <>
          <Hairline d={lineThrough([wall.from, wall.to].map(toScreen))} active />
          {(['from', 'to'] as const).map((end) => (
            <CastRing
              key={end}
              at={wall[end]}
              label={`Where the ground ends, ${end === 'from' ? 'one end' : 'other end'}`}
              undoLabel="Set where the ground ends"
              edit={(to) => castEdit(lettering, 'thrown')({ wall: { ...wall, [end]: to } })}
            />
          ))}
        </>
      )}
    </g>
  );
}

const replaced = (
  pair: readonly [Point, Point],
  i: number,
  to: [number, number],
): [[number, number], [number, number]] => {
  const both = pair.map((point) => roundedPoint(point, 1)) as [[number, number], [number, number]];
  both[i] = to;
  return both;
};

function CastRing({
  at,
  label,
  undoLabel,
  edit,
}: {
  at: Point;
  label: string;
  undoLabel: string;
  edit(to: [number, number]): Edit;
}) {
  const { toScreen } = useViewport();
  const drag = useDrag<{ at: Point; edit(to: [number, number]): Edit }>({
    begin: () => ({ at, edit }),
    move: ({ start, from, to }) => editing.draft(start.edit(moved(start.at, from, to))),
    end({ start, from, to, moved: hasMoved }) {
      if (hasMoved) editing.commit(undoLabel, start.edit(moved(start.at, from, to)));
    },
    cancel: () => editing.cancelDraft(),
  });
  return <Ring at={toScreen(at)} label={label} drag={drag} cursor="move" />;
}

const moved = (at: Point, from: Point, to: Point): [number, number] =>
  roundedPoint([at[0] + to[0] - from[0], at[1] + to[1] - from[1]], 1);
