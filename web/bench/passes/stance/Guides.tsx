import { stanceHand } from './hand';
import { useState } from 'react';
import type { GuideLine } from '../../../../core/passes/stance/snap';
import { addGuide, moveGuide, removeGuide } from '../../../../core/piece/edits/letterings';
import { freeId } from '../../../../core/piece/edits/items';
import { fromPx, lengthDigits, lengthLabel, toPx, type LengthUnit } from '../../../../core/piece/lengths';
import type { Guide } from '../../../../core/piece/schema';
import type { Region } from '../../../../core/pixels/region';
import type { Point } from '../../../../core/shape/affine';
import { rounded } from '../../../../core/shape/rounding';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useDrag } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { useViewport } from '../../view/viewport';

/** Width of a ruler, screen px. */
const rulerWidth = 18;
/** Ticks stand at least this far apart, screen px. */
const leastTick = 7;

type Axis = Guide['axis'];

const useUnit = (): LengthUnit => stanceHand.use('lengthUnit').lengthUnit;

/** A text on the picture, readable on anything. */
export function SheetText({
  at: [x, y],
  children,
  anchor = 'start',
  isOff = false,
}: {
  at: Point;
  children: React.ReactNode;
  anchor?: 'start' | 'middle' | 'end';
  /** It tells of something that is not as it should be. */
  isOff?: boolean;
}) {
  return (
    <text
      x={x}
      y={y}
      fontSize={12}
      fill={isOff ? '#8A5606' : '#1F2328'}
      stroke="#fff"
      strokeWidth={3}
      paintOrder="stroke"
      textAnchor={anchor}
      pointerEvents="none"
    >
      {children}
    </text>
  );
}

/** Where a guide line runs on the screen, from one side of the mat to the other. */
function useLine(): (axis: Axis, at: number) => [Point, Point] {
  const { toScreen, size } = useViewport();
  return (axis, at) => {
    const place = toScreen([at, at])[axis === 'x' ? 0 : 1];
    return axis === 'x'
      ? [
          [place, 0],
          [place, size.height],
        ]
      : [
          [0, place],
          [size.width, place],
        ];
  };
}

/** A guide line that something has been brought to, with its name. */
export function GuideMark({ guide }: { guide: GuideLine }) {
  const line = useLine()(guide.axis, guide.at);
  return (
    <g data-testid="guide-line">
      <Hairline d={lineThrough(line)} active />
      <SheetText at={guide.axis === 'x' ? [line[0][0] + 6, rulerWidth + 14] : [rulerWidth + 6, line[0][1] - 6]}>
        {guide.name}
      </SheetText>
    </g>
  );
}

/** How far a box stands from the sheet's edges, written at its sides; while it is moved, with lines to the edges. */
export function Distances({ box, moving }: { box: Region; moving: boolean }) {
  const { piece } = useBench();
  const { toScreen } = useViewport();
  const unit = useUnit();
  const { width, height, ppi } = piece.sheet;
  const [cx, cy] = [box.x + box.width / 2, box.y + box.height / 2];
  const [right, foot] = [box.x + box.width, box.y + box.height];
  const sides = [
    { from: [box.x, cy], to: [0, cy], length: box.x, by: [-10, 4], anchor: 'end' },
    { from: [right, cy], to: [width, cy], length: width - right, by: [10, 92], anchor: 'start' },
    { from: [cx, box.y], to: [cx, 0], length: box.y, by: [0, -10], anchor: 'middle' },
    { from: [cx, foot], to: [cx, height], length: height - foot, by: [0, 20], anchor: 'middle' },
  ] as const;
  return (
    <g data-testid="distances">
      {sides.map(({ from, to, length, by, anchor }, i) => {
        const [a, b] = [toScreen(from), toScreen(to)];
        return (
          <g key={i}>
            {moving && length > 0 && <Hairline d={lineThrough([a, b])} dashed />}
            <SheetText at={[a[0] + by[0], a[1] + by[1]]} anchor={anchor} isOff={length < 0}>
              {lengthLabel(length, unit, ppi)}
            </SheetText>
          </g>
        );
      })}
    </g>
  );
}

/** The guides of the piece, to be moved about; one that is dragged back onto its ruler is gone. */
export function Guides() {
  const { piece, mayChange } = useBench();
  return (
    <g>
      {piece.guides.map((guide) => (
        <GuideHandle key={guide.id} guide={guide} mayChange={mayChange} />
      ))}
    </g>
  );
}

function GuideHandle({ guide, mayChange }: { guide: Guide; mayChange: boolean }) {
  const { piece } = useBench();
  const unit = useUnit();
  const { toScreen } = useViewport();
  const [moving, setMoving] = useState(false);
  const { id, axis, at } = guide;
  const index = axis === 'x' ? 0 : 1;
  const line = useLine()(axis, at);
  const drag = useDrag({
    begin: () => setMoving(true),
    move: ({ to }) => editing.draft(moveGuide(id, rounded(to[index], 1))),
    end: ({ to, moved }) => {
      setMoving(false);
      if (!moved) return;
      if (toScreen(to)[index] < rulerWidth) editing.commit('Remove a guide', removeGuide(id));
      else editing.commit('Move a guide', moveGuide(id, rounded(to[index], 1)));
    },
    cancel: () => {
      setMoving(false);
      editing.cancelDraft();
    },
  });
  return (
    <g>
      <Hairline d={lineThrough(line)} dashed />
      {mayChange && (
        <path
          d={lineThrough(line)}
          stroke="transparent"
          strokeWidth={9}
          className={axis === 'x' ? 'cursor-ew-resize' : 'cursor-ns-resize'}
          data-testid={`guide-${id}`}
          {...drag}
        />
      )}
      {moving && (
        <SheetText at={axis === 'x' ? [line[0][0] + 6, 34] : [26, line[0][1] - 6]}>
          {lengthLabel(at, unit, piece.sheet.ppi)}
        </SheetText>
      )}
    </g>
  );
}

/** Rulers along the top and the left of the mat; a guide is pulled out of them. */
export function Rulers() {
  return (
    <g data-testid="rulers">
      <Ruler axis="y" />
      <Ruler axis="x" />
    </g>
  );
}

/** A round length of at least `least`: 1, 2 or 5 times a power of ten. */
function roundLength(least: number): number {
  const power = 10 ** Math.floor(Math.log10(least));
  return ([1, 2, 5, 10].find((factor) => factor * power >= least) ?? 10) * power;
}

/**
 * The ruler that guides of an axis are pulled out of: level guides from the upper one, upright ones from the left one.
 */
function Ruler({ axis }: { axis: Axis }) {
  const { piece, mayChange } = useBench();
  const { view, size, toScreen } = useViewport();
  const unit = useUnit();
  const [pulling, setPulling] = useState<number | null>(null);
  const upper = axis === 'y';
  const index = upper ? 1 : 0;
  const line = useLine();
  const drag = useDrag({
    begin: () => undefined,
    move: ({ to }) => setPulling(to[index]),
    end: ({ to, moved }) => {
      setPulling(null);
      if (moved && toScreen(to)[index] > rulerWidth)
        editing.commit('Pull out a guide', addGuide({ id: freeId(piece, 'guide'), axis, at: rounded(to[index], 1) }));
    },
    cancel: () => setPulling(null),
  });
  const { ppi } = piece.sheet;
  const step = roundLength(fromPx(leastTick / view.zoom, unit, ppi));
  const length = upper ? size.width : size.height;
  const offset = upper ? view.x : view.y;
  const [first, last] = [
    Math.ceil(fromPx(-offset / view.zoom, unit, ppi) / step),
    Math.floor(fromPx((length - offset) / view.zoom, unit, ppi) / step),
  ];
  const ticks = Array.from({ length: Math.max(0, Math.min(1000, last - first + 1)) }, (_, i) => first + i);
  return (
    <g>
      <g
        {...(mayChange ? drag : {})}
        className={upper ? 'cursor-ns-resize' : 'cursor-ew-resize'}
        data-testid={`ruler-${axis}`}
      >
        <title>{upper ? 'Pull a level guide out of this ruler' : 'Pull an upright guide out of this ruler'}</title>
        <rect width={upper ? size.width : rulerWidth} height={upper ? rulerWidth : size.height} fill="#F6F6F3EB" />
        {ticks.map((tick) => {
          const place = toPx(tick * step, unit, ppi) * view.zoom + offset;
          const long = tick % 10 === 0;
          const short = tick % 5 === 0 ? 7 : 4;
          const reach = long ? rulerWidth : short;
          const text = (tick * step).toFixed(
            Math.max(0, -Math.floor(Math.log10(step * 10))) > 0 ? lengthDigits[unit] : 0,
          );
          return (
            <g key={tick} pointerEvents="none">
              <path
                d={
                  upper
                    ? `M${place} ${rulerWidth}V${rulerWidth - reach}`
                    : `M${rulerWidth} ${place}H${rulerWidth - reach}`
                }
                stroke="#5C6066"
                strokeWidth={0.75}
              />
              {long && (
                <text
                  fontSize={9}
                  fill="#1F2328"
                  transform={upper ? `translate(${place + 2} 9)` : `translate(9 ${place - 2}) rotate(-90)`}
                >
                  {text}
                </text>
              )}
            </g>
          );
        })}
      </g>
      {pulling !== null && (
        <g pointerEvents="none">
          <Hairline d={lineThrough(line(axis, pulling))} active />
          <SheetText at={upper ? [26, toScreen([0, pulling])[1] - 6] : [toScreen([pulling, 0])[0] + 6, 34]}>
            {lengthLabel(pulling, unit, ppi)}
          </SheetText>
        </g>
      )}
    </g>
  );
}
