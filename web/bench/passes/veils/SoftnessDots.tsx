import type { Softness } from '../../../../core/passes/veils/schema';
import { useViewport } from '../../view/viewport';
import { fromPlate, type CutPlate } from './cutting';

/** Colours from crisp to soft, by how many plate px sigma is: ink, iron, ochre, light. */
const steps: { below: number; colour: string }[] = [
  { below: 0.7, colour: '#1F2328' },
  { below: 1.5, colour: '#5B3A8C' },
  { below: 3, colour: '#9C3B22' },
  { below: 6, colour: '#C98A1B' },
  { below: Infinity, colour: '#F2E3B3' },
];

export const softnessColour = (sigma: number): string => steps.find(({ below }) => sigma < below)!.colour;

/** How soft the photo is along the border: a coloured dot at each place that was measured. */
export function SoftnessDots({ softness, plate }: { softness: Softness; plate: CutPlate }) {
  const { toScreen } = useViewport();
  return (
    <g pointerEvents="none" data-testid="softness-profile">
      {softness.profile.map(([x, y, sigma], i) => {
        const [left, top] = toScreen(fromPlate(plate, [x, y]));
        return (
          <circle
            key={i}
            cx={left}
            cy={top}
            r={3.5}
            fill={softnessColour(sigma * softness.factor)}
            stroke="#fff"
            strokeWidth={1}
          />
        );
      })}
    </g>
  );
}

/** What the colours mean. */
export function SoftnessKey() {
  return (
    <p className="flex flex-wrap items-center gap-x-2 text-faint">
      Along the edge:
      {steps.map(({ below, colour }, i) => (
        <span key={colour} className="flex items-center gap-1">
          <span className="inline-block size-2.5 rounded-full border border-rule" style={{ background: colour }} />
          {below === Infinity ? `over ${steps[i - 1].below}` : `to ${below}`}
        </span>
      ))}
      px
    </p>
  );
}
