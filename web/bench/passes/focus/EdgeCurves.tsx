import { profileReach, type EdgeProfile } from '../../../../core/passes/focus/profiles';

const [width, height] = [216, 96];
const shown = 12;

const lineOf = ({ values }: EdgeProfile): string =>
  Array.from({ length: 2 * shown + 1 }, (_, i) => {
    const value = values[profileReach - shown + i];
    return `${((i / (2 * shown)) * width).toFixed(1)},${(height - 8 - value * (height - 16)).toFixed(1)}`;
  }).join(' ');

/** How edges rise from one side to the other: the photograph's near the letters, and the letters' own. */
export function EdgeCurves({ photo, letters }: { photo: EdgeProfile | null; letters: EdgeProfile | null }) {
  if (!photo && !letters) return null;
  const said = (name: string, profile: EdgeProfile | null): string =>
    profile ? `${name} ${profile.width.toFixed(1)} px` : `${name}: no clear edge`;
  return (
    <div>
      <h3 className="mb-1 label">How edges rise, 24 px across</h3>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="w-full rounded-sheet border border-rule bg-white"
        role="img"
        aria-label={`From a tenth to nine tenths of its rise: ${said('the photograph', photo)}, ${said('the letters', letters)}`}
      >
        <line x1={width / 2} x2={width / 2} y1={0} y2={height} stroke="#C8C8C2" />
        {photo && (
          <polyline points={lineOf(photo)} fill="none" stroke="#1F2328" strokeWidth={1.5} strokeDasharray="4 3" />
        )}
        {letters && <polyline points={lineOf(letters)} fill="none" stroke="#9C3B22" strokeWidth={1.75} />}
      </svg>
      <p className="mt-1">
        <span className="text-iron">{said('Letters', letters)}</span>
        {'; '}
        <span>{said('photo, dashed,', photo)}</span>
        <span className="text-faint"> from a tenth to nine tenths.</span>
      </p>
    </div>
  );
}
