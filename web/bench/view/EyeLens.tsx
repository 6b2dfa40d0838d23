import { useRef, useState } from 'react';
import type { Point } from '../../../core/shape/affine';
import { useBench } from '../benchContext';
import { KeyCross, useKeyCross } from './KeyCross';
import { useViewport } from './viewport';
import { WholeSheet } from './WholeSheet';

/**
 * A lens over the sheet whose rim shows the mean colour of the photograph beneath it; a click takes it, by keyboard the
 * arrows and Enter do.
 * @param radius that is averaged over, sheet px
 */
export function EyeLens({ radius, onTake }: { radius: number; onTake(colour: string, at: Point): void }) {
  const { renderer } = useBench();
  const { toSheet, toScreen, view } = useViewport();
  const [under, setUnder] = useState<{ at: Point; colour: string | null } | null>(null);
  const busy = useRef(false);
  const look = async (at: Point): Promise<void> => {
    setUnder((before) => ({ at, colour: before?.colour ?? null }));
    if (busy.current) return;
    busy.current = true;
    const colour = await renderer.colour([at[0], at[1]], radius).catch(() => null);
    busy.current = false;
    setUnder((before) => before && { ...before, colour });
  };
  const take = async (at: Point): Promise<void> => {
    const colour = await renderer.colour([at[0], at[1]], radius).catch(() => null);
    if (colour) onTake(colour, at);
  };
  const cross = useKeyCross({ enter: (at) => void take(at), moved: (at) => void look(at) });
  const centre = under && toScreen(under.at);
  const drawn = Math.max(3, radius * view.zoom);
  return (
    <g>
      <WholeSheet
        data-testid="eye"
        onPointerMove={(event) => void look(toSheet(event))}
        onPointerLeave={() => setUnder(null)}
        onPointerDown={(event) => {
          if (event.button !== 0) return;
          event.stopPropagation();
          void take(toSheet(event));
        }}
      />
      {cross && <KeyCross at={cross} />}
      {centre && under.colour && (
        <g fill="none" pointerEvents="none">
          <circle cx={centre[0]} cy={centre[1]} r={drawn + 8} stroke="#fff" strokeWidth={16} />
          <circle cx={centre[0]} cy={centre[1]} r={drawn + 8} stroke={under.colour} strokeWidth={12} />
          <circle cx={centre[0]} cy={centre[1]} r={drawn + 1} stroke="#1F2328" strokeWidth={1} />
        </g>
      )}
    </g>
  );
}
