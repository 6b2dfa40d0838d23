import { inkHand } from './hand';
import { useRef, useState } from 'react';
import { setSolid } from '../../../../core/piece/edits/ink';
import type { Point } from '../../../../core/shape/affine';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useViewport } from '../../view/viewport';
import { KeepingPoints } from './KeepingPoints';
import { PanelHandles } from './PanelHandles';
import { PanelDrawing } from './PanelDrawing';
import { Slipping } from './Slipping';

/** The picker: a lens whose rim shows the mean colour beneath it. */
export function Handles() {
  const { lettering, renderer, mayChange } = useBench();
  const { inkTool, lens } = inkHand.use('inkTool', 'lens');
  const { size, toSheet, toScreen, view } = useViewport();
  const [under, setUnder] = useState<{ at: Point; colour: string | null } | null>(null);
  const busy = useRef(false);
  if (!lettering || !mayChange) return null;
  if (inkTool === 'none') return <PanelHandles key={lettering.id} lettering={lettering} />;
  if (inkTool === 'slip') return <Slipping key={lettering.id} lettering={lettering} />;
  if (inkTool === 'keep') return <KeepingPoints key={lettering.id} lettering={lettering} />;
  if (inkTool === 'panel') return <PanelDrawing key={lettering.id} lettering={lettering} />;

  const look = async (at: [number, number]): Promise<void> => {
    setUnder((before) => ({ at, colour: before?.colour ?? null }));
    if (busy.current) return;
    busy.current = true;
    const colour = await renderer.colour(at, lens).catch(() => null);
    busy.current = false;
    setUnder((before) => before && { ...before, colour });
  };
  const take = async (at: [number, number]): Promise<void> => {
    const colour = await renderer.colour(at, lens).catch(() => null);
    if (!colour) return;
    editing.commit(`Ink from the photo: ${colour}`, setSolid(lettering.id, { colour }));
    inkHand.set({ inkTool: 'none' });
  };
  const centre = under && toScreen(under.at);
  const radius = Math.max(3, lens * view.zoom);
  return (
    <g>
      <rect
        width={size.width}
        height={size.height}
        fill="transparent"
        className="cursor-crosshair"
        onPointerMove={(event) => void look(toSheet(event))}
        onPointerLeave={() => setUnder(null)}
        onPointerDown={(event) => event.button === 0 && void take(toSheet(event))}
      />
      {centre && under.colour && (
        <g fill="none" pointerEvents="none">
          <circle cx={centre[0]} cy={centre[1]} r={radius + 8} stroke="#fff" strokeWidth={16} />
          <circle cx={centre[0]} cy={centre[1]} r={radius + 8} stroke={under.colour} strokeWidth={12} />
          <circle cx={centre[0]} cy={centre[1]} r={radius + 1} stroke="#1F2328" strokeWidth={1} />
        </g>
      )}
    </g>
  );
}
