import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { tiltOf, wholeTurn } from '../../../../core/light/lamp';
import { directionName } from '../../../../core/survey/sentences';
import type { Edit } from '../../../../core/piece/edits/edit';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { arrows } from '../../keys/arrows';

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
  const place = useRef<SVGSVGElement>(null);
  const at = (event: PointerEvent): number => {
    const box = place.current!.getBoundingClientRect();
    return Math.round(tiltOf(event.clientX - box.left - box.width / 2, event.clientY - box.top - box.height / 2));
  };
  const step = (event: KeyboardEvent): void => {
    const arrow = arrows[event.key as keyof typeof arrows];
    if (!arrow || !mayChange) return;
    event.preventDefault();
    const by = (arrow[0] || arrow[1]) * (event.shiftKey ? 15 : 1);
    editing.soon(`Turn the ${label.toLowerCase()}`, editKey, 'direction', edit(wholeTurn(tilt - by)));
  };
  const turn = (tilt * Math.PI) / 180;
  const [x, y] = [radius * Math.cos(turn), -radius * Math.sin(turn)];
  const isHeld = (event: PointerEvent<SVGSVGElement>): boolean =>
    event.currentTarget.hasPointerCapture(event.pointerId);
  return (
    <svg
      ref={place}
      width={side}
      height={side}
      viewBox={`${-side / 2} ${-side / 2} ${side} ${side}`}
      className={`lamp-dial shrink-0 touch-none ${mayChange ? 'cursor-pointer' : ''}`}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuenow={Math.round(tilt)}
      aria-valuetext={`From ${directionName(tilt)}, ${Math.round(tilt)} degrees`}
      onKeyDown={step}
      onPointerDown={(event) => {
        if (!mayChange) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        editing.draft(edit(at(event)));
      }}
      onPointerMove={(event) => isHeld(event) && editing.draft(edit(at(event)))}
      onPointerUp={(event) => isHeld(event) && editing.commit(`Turn the ${label.toLowerCase()}`, edit(at(event)))}
      onPointerCancel={() => editing.cancelDraft()}
    >
      <circle r={radius} fill="#fff" stroke="#C8C8C2" />
      <path d={`M0 0L${x} ${y}`} stroke="#1F2328" />
      <circle cx={x} cy={y} r={6} fill="#fff" stroke="#9C3B22" strokeWidth={2} />
    </svg>
  );
}
