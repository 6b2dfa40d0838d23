import { useState } from 'react';
import type { MapStroke, PullStroke } from '../../../../core/passes/drape/schema';
import type { Lettering } from '../../../../core/piece/schema';
import type { Point } from '../../../../core/shape/affine';
import { roundedPoint } from '../../../../core/shape/rounding';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { Brush } from '../../view/Brush';
import { useDrag } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { useViewport } from '../../view/viewport';
import { DripHandles } from './DripHandles';
import { mapStrokeEdit, pullEdit, strokeEdit } from './edits';
import { drapeHand, isMapTool } from './hand';
import { MeshHandles } from './MeshHandles';
import { WholeSheet } from '../../view/WholeSheet';

export function Handles() {
  const { lettering, mayChange } = useBench();
  const { tool } = drapeHand.use('tool');
  if (!mayChange || !lettering || tool === 'none') return null;
  if (tool === 'fence') return <DrawingFence lettering={lettering} />;
  if (tool === 'net') return <MeshHandles lettering={lettering} />;
  if (tool === 'drips') return <DripHandles lettering={lettering} />;
  return isMapTool(tool) ? <Painting lettering={lettering} to={tool} /> : <Pulling lettering={lettering} kind={tool} />;
}

/** Strokes that pull letters about: seen as they are drawn, kept one by one. */
function Pulling({ lettering, kind }: { lettering: Lettering; kind: PullStroke['kind'] }) {
  const brush = drapeHand.use('radius', 'softness', 'strength');
  const edit = (points: [number, number][]) => strokeEdit(lettering, { kind, points, ...brush });
  return (
    <Brush
      testId="pull-brush"
      radius={brush.radius}
      onDraw={(points) => editing.draft(edit(points))}
      onStroke={(points) => {
        // Pulling needs a way to go.
        if (points.length === 1 && kind === 'pull') editing.cancelDraft();
        else editing.commit(names[kind], edit(points));
      }}
      onCancel={() => editing.cancelDraft()}
    />
  );
}

/** Strokes that paint the displacement map. */
function Painting({ lettering, to }: { lettering: Lettering; to: MapStroke['to'] }) {
  const brush = drapeHand.use('radius', 'softness', 'strength');
  const edit = (points: [number, number][]) => mapStrokeEdit(lettering, { to, points, ...brush });
  return (
    <Brush
      testId="map-brush"
      radius={brush.radius}
      onDraw={(points) => editing.draft(edit(points))}
      onStroke={(points) => editing.commit('Paint the map', edit(points))}
      onCancel={() => editing.cancelDraft()}
    />
  );
}

const names: Record<PullStroke['kind'], string> = {
  pull: 'Pull the letters',
  swell: 'Swell the letters',
  pinch: 'Pinch the letters',
  swirl: 'Swirl the letters',
  calm: 'Calm the letters',
};

/** A line all around a region, that strokes keep inside or outside of. */
function DrawingFence({ lettering }: { lettering: Lettering }) {
  const { toScreen } = useViewport();
  const [points, setPoints] = useState<Point[]>([]);
  const fence = lettering.drape.pull?.fence;
  const drag = useDrag<Point[]>({
    begin: (from) => [from],
    move({ start, to }) {
      if (start.length < 2000) start.push(roundedPoint(to, 1) as Point);
      setPoints([...start]);
    },
    end({ start }) {
      setPoints([]);
      if (start.length < 3) return;
      const keeps = fence?.keeps ?? 'inside';
      editing.commit(
        'Draw a line that strokes keep to',
        pullEdit(lettering)({ fence: { points: start as [number, number][], keeps } }),
      );
      drapeHand.set({ tool: 'pull' });
    },
    cancel: () => setPoints([]),
  });
  const shown = points.length > 1 ? points : (fence?.points ?? []);
  return (
    <g>
      <WholeSheet data-testid="pull-fence" {...drag} />
      {shown.length > 1 && (
        <g pointerEvents="none">
          <Hairline d={`${lineThrough(shown.map(toScreen))}Z`} active />
        </g>
      )}
    </g>
  );
}
