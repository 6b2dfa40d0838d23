import { fromPx } from '../../../../core/piece/lengths';
import { useEffect, useRef } from 'react';
import type { MeasuredDrape } from '../../../../core/passes/drape/gauge';
import { toSvgPath } from '../../../../core/shape/svgPath';
import { useBench } from '../../benchContext';
import { measuredDrape } from './measured';
import { Scale } from '../../gauges/Scale';

/** What the surface is like under the words, how far they are moved, and the map that moves them. */
export function Gauge() {
  const bench = useBench();
  const { lettering } = bench;
  const measured = measuredDrape(bench);
  if (!measured)
    return (
      <p className="text-faint">
        {lettering ? 'The place where the words lie is being measured.' : 'Measured once there are words on the sheet.'}
      </p>
    );
  const { place, moves, map, thinnest } = measured;
  const { ppi } = bench.piece.sheet;
  const percent = (value: number): string => `${Math.round(value * 100)} %`;
  return (
    <div className="flex flex-col gap-3">
      <div>
        <h3 className="mb-1 label">The surface here</h3>
        <ul>
          <Line name="Contrast of folds" value={percent(place.folds)} />
          <Line name="From fold to fold" value={`${Math.round(place.foldSize)} px`} />
          <Line name="Contrast of texture" value={percent(place.texture)} />
          <Line name="Of another colour" value={percent(place.coloured)} />
        </ul>
      </div>
      <div>
        <h3 className="mb-1 label">The letters there</h3>
        <ul>
          <Line
            name="Thinnest stroke"
            value={`${thinnest.toFixed(1)} px, ${fromPx(thinnest, 'mm', ppi).toFixed(1)} mm`}
          />
        </ul>
      </div>
      {moves && (
        <div>
          <h3 className="mb-1 label">Shifts</h3>
          <ul>
            <Line name="On average" value={`${moves.mean.toFixed(1)} px`} />
            <Line name="Largest" value={`${moves.largest.toFixed(1)} px`} />
          </ul>
          <Scale
            label="Would fold over"
            value={100 * moves.eased}
            shown={percent(moves.eased)}
            full={100}
            limits={[{ at: 5, name: 'More is eased so much that the letters no longer follow' }]}
            good={moves.eased <= 0.05}
          />
        </div>
      )}
      {map && <MapThumbnail map={map} />}
    </div>
  );
}

const Line = ({ name, value }: { name: string; value: string }) => (
  <li className="flex justify-between gap-2">
    <span>{name}</span>
    <span className="tabular-nums text-faint">{value}</span>
  </li>
);

function MapThumbnail({ map: { width, height, values } }: { map: NonNullable<MeasuredDrape['map']> }) {
  const { piece, letters } = useBench();
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!canvas.current) return;
    const image = new ImageData(width, height);
    values.forEach((value, i) => {
      const tone = Math.min(255, Math.max(0, value * 255));
      image.data.set([tone, tone, tone, 255], i * 4);
    });
    canvas.current.getContext('2d')!.putImageData(image, 0, 0);
  }, [width, height, values]);
  return (
    <div>
      <h3 className="mb-1 label">The map and the letters</h3>
      <div className="relative">
        <canvas
          ref={canvas}
          width={width}
          height={height}
          className="block w-full rounded-sheet border border-rule"
          role="img"
          aria-label="The displacement map: light is high"
        />
        <svg
          viewBox={`0 0 ${piece.sheet.width} ${piece.sheet.height}`}
          className="absolute inset-0 h-full w-full"
          aria-hidden="true"
        >
          {letters?.letters.map(({ path }, i) => (
            <path
              key={i}
              d={toSvgPath(path, letters.place)}
              fill="none"
              stroke="#9C3B22"
              strokeWidth={2}
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </svg>
      </div>
    </div>
  );
}
