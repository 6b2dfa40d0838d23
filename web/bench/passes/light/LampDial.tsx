import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { wholeTurn, type Lamp } from '../../../../core/light/lamp';
import { directionName } from '../../../../core/survey/sentences';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { arrows } from '../../keys/arrows';
import { fromDial, lampEdit, onDial } from './lamp';

const [side, radius] = [132, 54];

/** The lamp as a dial: the knob's turn is where the light comes from, its distance from the middle how high it stands. */
export function LampDial({ lamp }: { lamp: Lamp }) {
  const { piece, mayChange } = useBench();
  const place = useRef<SVGSVGElement>(null);
  const set = lampEdit(piece);
  const isBehind = lamp.height < 0;
  const at = (event: PointerEvent) => {
    const box = place.current!.getBoundingClientRect();
    const unit = (radius * box.width) / side;
    return fromDial(
      [(event.clientX - box.left - box.width / 2) / unit, (event.clientY - box.top - box.height / 2) / unit],
      isBehind,
    );
  };
  const [x, y] = onDial(lamp);
  const step = (event: KeyboardEvent): void => {
    const arrow = arrows[event.key as keyof typeof arrows];
    if (!arrow || !mayChange) return;
    event.preventDefault();
    const size = event.shiftKey ? 15 : 1;
    const tilt = wholeTurn(lamp.tilt - arrow[0] * size);
    const height = Math.min(90, Math.max(-90, lamp.height - arrow[1] * size));
    editing.soon('Turn the lamp', 'lamp', 'direction', set({ tilt, height, at: null }));
  };
  return (
    <svg
      ref={place}
      width={side}
      height={side}
      viewBox={`${-side / 2} ${-side / 2} ${side} ${side}`}
      className={`lamp-dial shrink-0 touch-none ${mayChange ? 'cursor-pointer' : ''}`}
      role="slider"
      tabIndex={0}
      aria-label="Direction of the lamp"
      aria-valuenow={Math.round(lamp.tilt)}
      aria-valuetext={`From ${directionName(lamp.tilt)}, ${Math.round(lamp.tilt)} degrees, ${Math.round(lamp.height)} degrees high`}
      onKeyDown={step}
      onPointerDown={(event) => {
        if (!mayChange) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        editing.draft(set({ ...at(event), at: null }));
      }}
      onPointerMove={(event) =>
        event.currentTarget.hasPointerCapture(event.pointerId) && editing.draft(set({ ...at(event), at: null }))
      }
      onPointerUp={(event) =>
        event.currentTarget.hasPointerCapture(event.pointerId) &&
        editing.commit('Turn the lamp', set({ ...at(event), at: null }))
      }
      onPointerCancel={() => editing.cancelDraft()}
    >
      <circle r={radius} fill="#fff" stroke="#C8C8C2" />
      {[30, 60].map((high) => (
        <circle
          key={high}
          r={radius * Math.cos((high * Math.PI) / 180)}
          fill="none"
          stroke="#C8C8C2"
          strokeDasharray="2 3"
        />
      ))}
      <path d={`M${-radius} 0H${radius}M0 ${-radius}V${radius}`} stroke="#E6E6E2" />
      <path d={`M0 0L${x * radius} ${y * radius}`} stroke="#1F2328" strokeDasharray={isBehind ? '3 3' : undefined} />
      <circle
        cx={x * radius}
        cy={y * radius}
        r={8}
        fill={isBehind ? '#F6F6F3' : lamp.colour}
        stroke="#9C3B22"
        strokeWidth={2}
      />
    </svg>
  );
}
