import { useEffect, useId, useRef, useState } from 'react';
import type { Veil } from '../../../../core/passes/veils/schema';
import { followedBy, moved } from '../../../../core/shape/affine';
import { useBench } from '../../benchContext';
import { useViewport } from '../../view/viewport';
import type { CutPlate } from './cutting';

/** How long it is shown what has changed, ms; as long as the style's animation. */
const shownFor = 900;

/** Longer side of the small pictures, px. */
const thumbnailSide = 480;

/** What a veil's pixels were, and are now: SHA-256 of mattes. */
interface Change {
  from: string;
  to: string;
}

/** Where a cut has no matte. */
const none = '-';

/** SHA-256 of the mattes of a veil's cuts, or of the fine edge's in their place. */
function mattesOf(veil: Veil | null, hashOf: (key: string) => string | undefined): string[] {
  if (!veil) return [];
  const keys = veil.fine?.matte ? [veil.fine.matte] : veil.cuts.map((cut) => (cut.kind === 'trace' ? null : cut.matte));
  return keys.map((key) => (key && hashOf(key)) || none);
}

/** Of the same veil the first matte that became another; null where none did. */
export function changeBetween(before: readonly string[], now: readonly string[]): Change | null {
  if (before.length !== now.length) return null;
  const at = before.findIndex((from, k) => from !== none && now[k] !== none && now[k] !== from);
  return at < 0 ? null : { from: before[at], to: now[at] };
}

/** What the last stroke or mend has changed of the chosen veil's pixels, lit once. */
export function ChangedMark({ plate }: { plate: CutPlate }) {
  const { piece, veil, materials } = useBench();
  const { view } = useViewport();
  const own = useId();
  const known = useRef<string[]>([]);
  const [change, setChange] = useState<Change | null>(null);
  const key = [veil?.id, ...mattesOf(veil, (asset) => piece.assets[asset]?.sha256)].join(' ');
  useEffect(() => {
    const [before, now] = [known.current, key.split(' ')];
    known.current = now;
    const found = before[0] === now[0] ? changeBetween(before.slice(1), now.slice(1)) : null;
    setChange(found);
    if (!found) return undefined;
    const timer = window.setTimeout(() => setChange(null), shownFor);
    return () => window.clearTimeout(timer);
  }, [key]);
  if (!change || !materials) return null;
  const { width, height } = materials.picture(plate.asset);
  const { a, b, c, d, e, f } = followedBy(plate.place, moved(view.x, view.y, view.zoom));
  const picture = (sha256: string, style?: { mixBlendMode: 'difference' }) => (
    <image
      href={`/api/assets/${sha256}/thumbnail`}
      width={width}
      height={height}
      preserveAspectRatio="none"
      style={style}
    />
  );
  return (
    <g
      key={change.to}
      pointerEvents="none"
      data-testid="changed"
      className="lit-once"
      transform={`matrix(${a} ${b} ${c} ${d} ${e} ${f})`}
    >
      <mask id={`${own}-changed`} maskUnits="userSpaceOnUse" x={0} y={0} width={width} height={height}>
        {/* A border that only became finer is no change: lines as thin as a px of the small pictures are left out. */}
        <filter id={`${own}-broad`}>
          <feMorphology operator="erode" radius={Math.max(width, height) / thumbnailSide} />
        </filter>
        <g style={{ isolation: 'isolate' }} filter={`url(#${own}-broad)`}>
          {picture(change.from)}
          {picture(change.to, { mixBlendMode: 'difference' })}
        </g>
      </mask>
      <rect width={width} height={height} fill="#FFD54A" mask={`url(#${own}-changed)`} />
    </g>
  );
}
