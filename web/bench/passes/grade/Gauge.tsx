import { ContrastGauge } from '../../gauges/ContrastGauge';
import { Measured } from '../../gauges/Measured';
import { chartWidth, tallnessOf, TonesChart } from '../../charts/TonesChart';
import { countsOf, useTones } from './tones';
import { clipsMore } from './warning';

const height = 84;
const percent = (share: number): string => `${(100 * share).toFixed(share < 0.01 ? 2 : 1)} %`;

/** Tones before and after this line, what is lost at either end, and how far letters stand off. */
export function Gauge() {
  return (
    <div className="flex flex-col gap-4">
      <Tones />
      <ContrastGauge />
    </div>
  );
}

function Tones() {
  const { before, after } = useTones();
  if (!before || !after) return <p className="text-faint">The tones are being measured.</p>;
  const [first, now] = [countsOf(before, 'all'), countsOf(after, 'all')];
  const tallness = tallnessOf(first, height);
  const step = chartWidth / now.length;
  const line = now
    .map((count, i) => `${((i + 0.5) * step).toFixed(1)},${(height - tallness(count)).toFixed(1)}`)
    .join(' ');
  const ends = [
    { name: 'Lost in black', was: before.clippedDark, is: after.clippedDark },
    { name: 'Lost in white', was: before.clippedLight, is: after.clippedLight },
  ];
  return (
    <Measured>
      <h3 className="mb-1 label">Tones, dark at the left</h3>
      <TonesChart
        counts={first}
        height={height}
        label="How often each tone is there: before line 9 as grey columns, with it as a line"
      >
        <polyline points={line} fill="none" stroke="#9C3B22" strokeWidth={1.5} />
      </TonesChart>
      <p className="mt-1 text-faint">Columns: before this line. Line: with it.</p>
      <dl className="mt-1">
        {ends.map(({ name, was, is }) => (
          <div key={name} className="flex justify-between gap-2">
            <dt>{name}</dt>
            <dd className={`whitespace-nowrap font-semibold ${clipsMore(was, is) ? 'text-ochre' : ''}`}>
              {percent(was)} to {percent(is)}
            </dd>
          </div>
        ))}
      </dl>
    </Measured>
  );
}
