import { tiltOf, wholeTurn } from '../../../../core/light/lamp';
import { directionName } from '../../../../core/survey/sentences';
import type { Edit } from '../../../../core/piece/edits/edit';
import { useBench } from '../../benchContext';
import { useDial } from '../../view/useDial';

const [side, radius] = [72, 28];

/** A direction in the picture, turned by hand or by the arrows. */
export function TurnDial({
  label,
  tilt,
  editKey,
  edit,
}: {
  label: string;
  tilt: number;
  editKey: string;
  edit(tilt: number): Edit;
}) {
  const { mayChange } = useBench();
  const handlers = useDial({
    mayChange,
    undoLabel: `Turn the ${label.toLowerCase()}`,
    editKey,
    at: (x, y) => edit(Math.round(tiltOf(x, y))),
    step: ([x, y]) => edit(wholeTurn(tilt - (x || y))),
  });
  const turn = (tilt * Math.PI) / 180;
  const [x, y] = [radius * Math.cos(turn), -radius * Math.sin(turn)];
  return (
    <svg
      width={side}
      height={side}
      viewBox={`${-side / 2} ${-side / 2} ${side} ${side}`}
      className={`lamp-dial shrink-0 touch-none ${mayChange ? 'cursor-pointer' : ''}`}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuenow={Math.round(tilt)}
      aria-valuetext={`From ${directionName(tilt)}, ${Math.round(tilt)} degrees`}
      {...handlers}
    >
      <circle r={radius} fill="#fff" stroke="#C8C8C2" />
      <path d={`M0 0L${x} ${y}`} stroke="#1F2328" />
      <circle cx={x} cy={y} r={6} fill="#fff" stroke="#9C3B22" strokeWidth={2} />
    </svg>
  );
}
