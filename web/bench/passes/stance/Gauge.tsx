import { lettersOffSheet } from '../../../../core/passes/stance/gauge';
import type { Region } from '../../../../core/pixels/region';
import { standingBox } from '../../../../core/type/standing';
import { useBench } from '../../benchContext';
import { NothingYet } from '../../gauges/NothingYet';

export function Gauge() {
  const { letters, lettering, lettersOf, piece } = useBench();
  const box = letters && standingBox(letters);
  if (!letters || !box) return <NothingYet hasWords={lettering !== null && lettering.words.text !== ''} />;
  const { width, height } = piece.sheet;
  const off = lettersOffSheet(letters, piece.sheet);
  const others = piece.letterings.flatMap((one) => {
    const laid = one.id === lettering?.id ? null : lettersOf(one);
    return (laid && standingBox(laid)) ?? [];
  });
  return (
    <div>
      <h3 className="mb-1 label">From the ink to the sheet’s edges, px</h3>
      <SheetToScale box={box} others={others} width={width} height={height} />
      <p className="mt-3">
        The ink is {Math.round(box.width)} × {Math.round(box.height)} px.
      </p>
      <p className={off.length > 0 ? 'mt-2 font-semibold text-ochre' : 'mt-2 text-faint'}>
        {off.length === 0
          ? 'All letters stand on the sheet.'
          : `${off.length === 1 ? 'One letter leaves' : `${off.length} letters leave`} the sheet: ${off.map((letter) => letter.text).join(' ')}`}
      </p>
    </div>
  );
}

/** Room around the drawn sheet for the figures, and the most that its sides may measure; CSS px. */
const room = { across: 34, down: 16 };
const most = { width: 136, height: 150 };

/** The sheet with the boxes of its words, to scale, and how far these words stand from each edge. */
function SheetToScale({
  box,
  others,
  width,
  height,
}: {
  box: Region;
  others: readonly Region[];
  width: number;
  height: number;
}) {
  const scale = Math.min(most.width / width, most.height / height);
  const [wide, high] = [width * scale, height * scale];
  const figures: [number, number, number, 'start' | 'middle' | 'end'][] = [
    [box.x, -4, high / 2 + 4, 'end'],
    [width - box.x - box.width, wide + 4, high / 2 + 4, 'start'],
    [box.y, wide / 2, -4, 'middle'],
    [height - box.y - box.height, wide / 2, high + 13, 'middle'],
  ];
  const drawn = ({ x, y, width: across, height: down }: Region) => ({
    x: x * scale,
    y: y * scale,
    width: Math.max(1, across * scale),
    height: Math.max(1, down * scale),
  });
  return (
    <svg
      className="mx-auto block overflow-visible"
      width={wide + 2 * room.across}
      height={high + 2 * room.down}
      viewBox={`${-room.across} ${-room.down} ${wide + 2 * room.across} ${high + 2 * room.down}`}
      role="img"
      aria-label="The sheet with its words, to scale"
    >
      <rect width={wide} height={high} fill="#fff" stroke="var(--color-rule)" />
      {others.map((one, i) => (
        <rect key={i} {...drawn(one)} fill="none" stroke="var(--color-rule)" />
      ))}
      <rect {...drawn(box)} fill="none" stroke="var(--color-ink)" />
      {figures.map(([distance, x, y, anchor], i) => (
        <text
          key={i}
          x={x}
          y={y}
          fontSize={12}
          textAnchor={anchor}
          fill={distance < 0 ? 'var(--color-ochre)' : 'var(--color-ink)'}
          fontWeight={distance < 0 ? 600 : 400}
        >
          {Math.round(distance)}
        </text>
      ))}
    </svg>
  );
}
