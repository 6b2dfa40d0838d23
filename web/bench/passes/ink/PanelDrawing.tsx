import { setPanel } from '../../../../core/piece/edits/ink';
import type { Lettering } from '../../../../core/piece/schema';
import { flatten } from '../../../../core/shape/path';
import { smoothThrough } from '../../../../core/shape/smooth';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { DrawLine, LinePoints } from '../../view/LinePoints';

/** Drawing the panel's edge, and dragging its points. */
export function PanelDrawing({
  lettering: {
    id,
    ink: { panel },
  },
}: {
  lettering: Lettering;
}) {
  const { letters } = useBench();
  if (!letters || panel?.shape.kind !== 'path') return null;
  const { shape } = panel;
  const line = shape.smooth ? (flatten(smoothThrough([...shape.points, shape.points[0]]))[0] ?? []) : shape.points;
  return (
    <g>
      <DrawLine
        letters={letters}
        closed
        done={(points) =>
          points &&
          editing.commit(
            'Draw the panel',
            setPanel(id, { shape: { ...shape, points, smooth: true }, offset: [0, 0], rotation: 0 }),
          )
        }
      />
      {panel.rotation === 0 && panel.offset[0] === 0 && panel.offset[1] === 0 && (
        <LinePoints
          letters={letters}
          points={shape.points}
          line={line}
          closed
          name="the panel"
          edit={(points) => setPanel(id, { shape: { ...shape, points } })}
        />
      )}
    </g>
  );
}
