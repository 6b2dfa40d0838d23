import { wholeTurn, type Lamp } from '../../../../core/light/lamp';
import type { Point } from '../../../../core/shape/affine';
import { directionName, unsure } from '../../../../core/survey/sentences';
import { useSurvey } from '../../../api/surveys';
import { useBench } from '../../benchContext';
import { useFarthestPlate } from '../../farthestPlate';
import { useDial } from '../../view/useDial';
import { fromDial, lampEdit, onDial } from './lamp';

const [side, radius] = [132, 54];

/** Where the photograph says that its light comes from, on the dial; null where it cannot tell. */
function useFoundLight(): { at: Point; confidence: number; says: string } | null {
  const plate = useFarthestPlate();
  const { light } = useSurvey(plate?.sha256 ?? null).survey;
  if (!light || light.confidence < unsure) return null;
  const says = `The photograph says: from ${directionName(light.tilt)}, ${Math.round(light.confidence * 100)} % sure`;
  return { at: onDial(light), confidence: light.confidence, says };
}

/** The lamp as a dial: the knob's turn is where the light comes from, its distance from the middle how high it stands. */
export function LampDial({ lamp }: { lamp: Lamp }) {
  const { piece, mayChange } = useBench();
  const found = useFoundLight();
  const set = lampEdit(piece);
  const isBehind = lamp.height < 0;
  const handlers = useDial({
    mayChange,
    undoLabel: 'Turn the lamp',
    editKey: 'lamp',
    at(x, y, width) {
      const unit = (radius * width) / side;
      return set({ ...fromDial([x / unit, y / unit], isBehind), at: null });
    },
    step([x, y]) {
      const height = Math.min(90, Math.max(-90, lamp.height - y));
      return set({ tilt: wholeTurn(lamp.tilt - x), height, at: null });
    },
  });
  const [x, y] = onDial(lamp);
  return (
    <svg
      width={side}
      height={side}
      viewBox={`${-side / 2} ${-side / 2} ${side} ${side}`}
      className={`lamp-dial shrink-0 touch-none ${mayChange ? 'cursor-pointer' : ''}`}
      role="slider"
      tabIndex={0}
      aria-label="Direction of the lamp"
      aria-valuenow={Math.round(lamp.tilt)}
      aria-valuetext={`From ${directionName(lamp.tilt)}, ${Math.round(lamp.tilt)} degrees, ${Math.round(lamp.height)} degrees high`}
      {...handlers}
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
      {found && (
        <path
          d={`M${found.at[0] * radius} ${found.at[1] * radius - 7}l7 7l-7 7l-7 -7z`}
          fill="none"
          stroke="#5F6368"
          strokeWidth={1.5}
          opacity={0.4 + 0.6 * found.confidence}
        >
          <title>{found.says}</title>
        </path>
      )}
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
