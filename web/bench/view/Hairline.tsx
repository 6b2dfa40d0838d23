/** A double hairline, light beside dark, so that it shows on anything. `d` is an SVG path in screen px. */
export function Hairline({ d, active, dashed }: { d: string; active?: boolean; dashed?: boolean }) {
  return (
    <g fill="none" pointerEvents="none">
      <path d={d} stroke="#fff" strokeWidth={active ? 3.5 : 3} strokeOpacity={0.85} />
      <path
        d={d}
        stroke={active ? '#9C3B22' : '#1F2328'}
        strokeWidth={active ? 1.5 : 1}
        strokeDasharray={dashed ? '5 4' : undefined}
      />
    </g>
  );
}

/** SVG path of a line of screen points. */
export function lineThrough(points: readonly (readonly [number, number])[], closed = false): string {
  if (points.length === 0) return '';
  return `M${points.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}${closed ? 'Z' : ''}`;
}
