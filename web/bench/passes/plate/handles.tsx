import { corners, type Point } from '../../../../core/shape/affine';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useNudge } from '../../keys/useNudge';
import { useDrag, type DragMove } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { scaledAbout, usePlate, type Place } from './placing';

export function Handles() {
  const { mayChange } = useBench();
  return usePlate() && mayChange ? <PlateHandles /> : null;
}

function PlateHandles() {
  const { plate, picture, place } = usePlate()!;
  const { toScreen, size } = useViewport();
  const moved = ({ start, from, to }: DragMove<Place>) =>
    place({ ...start, x: start.x + Math.round(to[0] - from[0]), y: start.y + Math.round(to[1] - from[1]) });
  const drag = useDrag<Place>({
    begin: () => plate,
    move: (move) => editing.draft(moved(move)),
    end: (move) => (move.moved ? editing.commit('Move the plate', moved(move)) : editing.cancelDraft()),
    cancel: () => editing.cancelDraft(),
  });
  useNudge((dx, dy) =>
    editing.soon(
      'Move the plate',
      'plate-nudge',
      'place',
      place({ scale: plate.scale, x: plate.x + dx, y: plate.y + dy }),
    ),
  );
  const points = corners({
    x: plate.x,
    y: plate.y,
    width: picture.width * plate.scale,
    height: picture.height * plate.scale,
  });
  return (
    <g>
      <rect width={size.width} height={size.height} fill="transparent" className="cursor-move" {...drag} />
      <Hairline d={lineThrough(points.map(toScreen), true)} dashed />
      {points.map((corner, i) => (
        <CornerRing key={i} corner={corner} opposite={points[(i + 2) % 4]} />
      ))}
    </g>
  );
}

function CornerRing({ corner, opposite }: { corner: Point; opposite: Point }) {
  const { plate, place } = usePlate()!;
  const { toScreen } = useViewport();
  const scaled = ({ start, to }: DragMove<{ place: Place; corner: Point; opposite: Point }>) => {
    const [dx, dy] = [start.corner[0] - start.opposite[0], start.corner[1] - start.opposite[1]];
    const part = ((to[0] - start.opposite[0]) * dx + (to[1] - start.opposite[1]) * dy) / (dx * dx + dy * dy);
    return place(scaledAbout(start.place, Math.max(0.005, start.place.scale * part), start.opposite));
  };
  const drag = useDrag<{ place: Place; corner: Point; opposite: Point }>({
    begin: () => ({ place: plate, corner, opposite }),
    move: (move) => editing.draft(scaled(move)),
    end: (move) => (move.moved ? editing.commit('Scale the plate', scaled(move)) : editing.cancelDraft()),
    cancel: () => editing.cancelDraft(),
  });
  return <Ring at={toScreen(corner)} label="Scale the plate" drag={drag} />;
}
