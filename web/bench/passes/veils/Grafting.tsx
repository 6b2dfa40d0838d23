import type { Graft, Veil } from '../../../../core/passes/veils/schema';
import type { Point } from '../../../../core/shape/affine';
import { setGraft } from '../../../../core/piece/edits/veils';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useNudge } from '../../keys/useNudge';
import { useDrag, type DragMove } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { corners } from '../../../../core/shape/affine';
import { fromPlate, type CutPlate } from './cutting';

/** Moving, turning and scaling a graft on the sheet. */
export function Grafting({ plate }: { plate: CutPlate }) {
  const { veil } = useBench();
  return veil?.graft ? <GraftHandles key={veil.id} veil={veil} graft={veil.graft} plate={plate} /> : null;
}

const degrees = (radians: number): number => (radians * 180) / Math.PI;
const wrapped = (turn: number): number => ((((turn + 180) % 360) + 360) % 360) - 180;
const tenths = (value: number): number => Math.round(value * 10) / 10;

function GraftHandles({ veil, graft, plate }: { veil: Veil; graft: Graft; plate: CutPlate }) {
  const { measures, mayChange } = useBench();
  const { toScreen, size, view } = useViewport();
  /** Sheet px for each plate px, whatever the graft's own scale. */
  const unit = Math.hypot(plate.home.a, plate.home.b);
  const pivot = fromPlate(plate, graft.pivot);
  const box = measures?.veils.boxes.find((one) => one.veil === veil.id)?.box;
  const reach = box ? Math.max(40, (Math.max(box.width, box.height) * view.zoom) / 2 + 24) : 90;
  const [px, py] = toScreen(pivot);
  const direction = ((graft.turn - 90) * Math.PI) / 180;
  const turnAt: Point = [px + Math.cos(direction) * reach, py + Math.sin(direction) * reach];
  const scaleAt: Point = [
    px + Math.cos(direction + Math.PI / 2) * reach,
    py + Math.sin(direction + Math.PI / 2) * reach,
  ];
  const change = (next: Partial<Graft>) => setGraft(veil.id, next);

  const moved = ({ start, from, to, shift }: DragMove<Graft>): Partial<Graft> => {
    let [dx, dy] = [(to[0] - from[0]) / unit, (to[1] - from[1]) / unit];
    if (shift) [dx, dy] = Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy];
    return { at: [tenths(start.at[0] + dx), tenths(start.at[1] + dy)] };
  };
  const turned = ({ start, from, to, shift }: DragMove<{ graft: Graft; pivot: Point }>): Partial<Graft> => {
    const [cx, cy] = start.pivot;
    const by = degrees(Math.atan2(to[1] - cy, to[0] - cx) - Math.atan2(from[1] - cy, from[0] - cx));
    const turn = wrapped(start.graft.turn + by);
    return { turn: shift ? Math.round(turn / 15) * 15 : tenths(turn) };
  };
  const scaled = ({ start, from, to }: DragMove<{ graft: Graft; pivot: Point }>): Partial<Graft> => {
    const [cx, cy] = start.pivot;
    const part = Math.hypot(to[0] - cx, to[1] - cy) / Math.max(1, Math.hypot(from[0] - cx, from[1] - cy));
    return { scale: Math.min(100, Math.max(0.01, Math.round(start.graft.scale * part * 1000) / 1000)) };
  };
  const dragOf = <Start,>(label: string, begin: () => Start, next: (move: DragMove<Start>) => Partial<Graft>) => ({
    begin,
    move: (move: DragMove<Start>) => editing.draft(change(next(move))),
    end: (move: DragMove<Start>) => move.moved && editing.commit(label, change(next(move))),
    cancel: () => editing.cancelDraft(),
  });
  const moving = useDrag(dragOf('Move the graft', () => graft, moved));
  const turning = useDrag(dragOf('Turn the graft', () => ({ graft, pivot }), turned));
  const scaling = useDrag(dragOf('Scale the graft', () => ({ graft, pivot }), scaled));
  useNudge(
    (dx, dy) =>
      mayChange &&
      editing.soon(
        'Move the graft',
        `graft-${veil.id}`,
        'at',
        change({ at: [tenths(graft.at[0] + dx / unit), tenths(graft.at[1] + dy / unit)] }),
      ),
  );
  const outline = box && lineThrough(corners(box).map(toScreen), true);
  return (
    <g>
      <rect
        width={size.width}
        height={size.height}
        fill="transparent"
        className="cursor-move"
        data-testid="graft-ground"
        {...moving}
      />
      {outline && <Hairline d={outline} dashed />}
      <Hairline d={lineThrough([turnAt, [px, py], scaleAt])} />
      <Ring at={[px, py]} label="Move the graft" drag={moving} cursor="move" />
      <Ring at={turnAt} label="Turn the graft; Shift: in steps of 15°" drag={turning} cursor="grab" />
      <Ring at={scaleAt} label="Scale the graft" drag={scaling} />
    </g>
  );
}
