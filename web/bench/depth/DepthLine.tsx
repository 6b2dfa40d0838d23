import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { restrictToHorizontalAxis, restrictToParentElement } from '@dnd-kit/modifiers';
import {
  SortableContext,
  horizontalListSortingStrategy,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Eye } from 'lucide-react';
import { memo, useDeferredValue, useEffect, useRef } from 'react';
import { mainColour } from '../../../core/coats/mainColour';
import type { Letters } from '../../../core/type/letters';
import { moveInDepth } from '../../../core/piece/edits/items';
import { standingBox } from '../../../core/type/standing';
import { nameOf } from '../../../core/piece/names';
import type { Lettering, Piece } from '../../../core/piece/schema';
import { toSvgPath } from '../../../core/shape/svgPath';
import { useAppDispatch, useAppSelector } from '../../store';
import { useBench } from '../benchContext';
import { looked } from '../benchState';
import { editing } from '../editing';
import { sheetSwatch } from './sheetSwatch';
import { useSoftEdges } from './useSoftEdges';
import { closeRuns } from './closeRuns';
import { Threads } from './Threads';
import { VeilCard } from './VeilCard';

/** The piece in cross-section: what lies far at the left, the viewer's eye at the right. */
export function DepthLine() {
  const { piece, mayChange, line } = useBench();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const dropped = ({ active, over }: DragEndEvent): void => {
    if (over && active.id !== over.id)
      editing.commit('Change the depth', moveInDepth(String(active.id), piece.depth.indexOf(String(over.id))));
  };
  const edges = useSoftEdges();
  const close = closeRuns(piece);
  return (
    <section
      aria-label="Depth line"
      ref={edges}
      className="soft-edges relative flex h-[92px] shrink-0 items-end gap-1 overflow-x-auto border-t border-rule bg-card px-3 pb-2"
    >
      <div className="pointer-events-none absolute inset-x-3 bottom-[26px] h-px bg-faint" aria-hidden />
      <span className="label mr-1 self-end">far</span>
      <Still id="sheet" name="sheet" swatch={sheetSwatch(piece)} />
      {piece.plates.map((plate) => (
        <Still
          key={plate.id}
          id={plate.id}
          name={plate.name}
          image={`/api/assets/${piece.assets[plate.asset].sha256}/thumbnail`}
        />
      ))}
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        modifiers={[restrictToHorizontalAxis, restrictToParentElement]}
        onDragEnd={dropped}
      >
        <SortableContext items={piece.depth} strategy={horizontalListSortingStrategy} disabled={!mayChange}>
          <div className="flex items-end gap-1">
            {piece.depth.map((id) => (
              <Movable key={id} id={id} piece={piece} isClose={close.has(id)} />
            ))}
          </div>
        </SortableContext>
      </DndContext>
      {piece.letterings.map((lettering) => (
        <FrontOutlines key={lettering.id} lettering={lettering} />
      ))}
      <span className="label ml-1 flex items-center gap-1 self-end">
        near <Eye size={15} aria-hidden />
      </span>
      <span className="grow" />
      <Threads />
      <span className={`self-center text-faint ${line === 3 ? 'hidden' : ''}`}>
        {piece.depth.length > 1
          ? 'Drag a card to change what stands in front. Hold the pointer on one to see the sheet without it.'
          : ''}
      </span>
    </section>
  );
}

/** Pointing at a card, or focusing it and holding W, shows the sheet without its thing. */
function useWithout(id: string) {
  const dispatch = useAppDispatch();
  const timer = useRef(0);
  const show = (): void => void dispatch(looked({ without: id }));
  const end = (): void => {
    window.clearTimeout(timer.current);
    dispatch(looked({ without: null }));
  };
  useEffect(() => () => window.clearTimeout(timer.current), []);
  return {
    onPointerEnter: () => {
      timer.current = window.setTimeout(show, 250);
    },
    onPointerLeave: end,
    onKeyDown: (event: React.KeyboardEvent) => event.key.toLowerCase() === 'w' && show(),
    onKeyUp: (event: React.KeyboardEvent) => event.key.toLowerCase() === 'w' && end(),
    onBlur: end,
  };
}

function Still({ id, name, image, swatch }: { id: string; name: string; image?: string; swatch?: string | null }) {
  const without = useWithout(id);
  return (
    <div
      {...without}
      tabIndex={0}
      role="button"
      aria-label={`${name}: is farthest away and stays there. Hold W to see the sheet without it.`}
      title={`${name} is farthest away and stays there`}
      className="flex flex-col items-center"
    >
      <div
        className={`flex h-[52px] w-[74px] items-center justify-center overflow-hidden border border-rule ${swatch ? '' : 'clear-ground'}`}
        style={swatch ? { background: swatch } : undefined}
      >
        {image && <img src={image} alt="" className="h-full w-full object-cover" />}
      </div>
      <span className="h-5 max-w-[74px] truncate">{name}</span>
    </div>
  );
}

function Movable({ id, piece, isClose }: { id: string; piece: Piece; isClose: boolean }) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  const chosen = useAppSelector(({ bench }) => bench.lettering === id || bench.veil === id);
  const isBeingSolved = useAppSelector(({ bench }) => bench.solving?.veil === id);
  const dispatch = useAppDispatch();
  const without = useWithout(id);
  const lettering = piece.letterings.find((one) => one.id === id);
  const veil = piece.veils.find((one) => one.id === id);
  const glow = piece.glows.find((one) => one.id === id);
  const name = lettering ? nameOf(lettering) : (veil?.name ?? glow?.name ?? '');
  const kind = lettering ? 'Words' : 'Veil';
  const choose = (): void => {
    // A glow has nothing to be chosen for: its values are all on line 7.
    if (!glow) dispatch(looked(lettering ? { lettering: id } : { veil: id }));
  };
  return (
    <div
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      {...attributes}
      role="button"
      tabIndex={0}
      {...listeners}
      {...without}
      onKeyDown={(event) => {
        without.onKeyDown(event);
        listeners?.onKeyDown?.(event);
      }}
      aria-label={`${glow ? 'Light' : kind} ${name}${isBeingSolved ? ', being solved' : ''}`}
      data-depth={id}
      title={`${name}. Space, then arrows, moves it; hold W to see the sheet without it.`}
      onClick={choose}
      className={`flex shrink-0 cursor-grab flex-col items-center ${isDragging ? 'z-10 opacity-80' : ''} ${isClose && !chosen ? 'close-card' : ''}`}
    >
      <div className="flex items-end">
        {lettering?.ink.panel && <PanelCard lettering={lettering} />}
        <div
          className={`relative flex h-[52px] w-[74px] items-center justify-center overflow-hidden border bg-desk ${chosen ? 'border-iron' : 'border-rule'}`}
        >
          {lettering && <LetteringCard lettering={lettering} />}
          {veil && <VeilCard piece={piece} id={id} />}
          {glow && <GlowCard colour={glow.colour ?? piece.lamp?.colour ?? '#fff4e2'} />}
          {isBeingSolved && (
            <span className="going-on absolute inset-x-0 bottom-0 h-1.5 bg-card" data-testid="card-solving" />
          )}
        </div>
      </div>
      <span className="h-5 max-w-[74px] truncate">{name}</span>
    </div>
  );
}

/** Light in the air, by its colour. */
const GlowCard = ({ colour }: { colour: string }) => (
  <div
    className="h-full w-full"
    style={{ background: `radial-gradient(circle at 35% 40%, ${colour} 0 8%, transparent 70%), #4a4a4c` }}
  />
);

/** The panel behind letters, seen from its edge; it moves with them. */
function PanelCard({ lettering: { ink } }: { lettering: Lettering }) {
  const { panel } = ink;
  const paint = panel && mainColour(panel);
  return (
    <div
      title={panel?.knockout ? 'Panel; the letters are openings in it' : 'Panel behind the letters'}
      className={`mr-0.5 h-[46px] w-2 border border-rule ${panel?.knockout ? 'border-dashed border-faint' : ''}`}
      style={paint ? { background: paint } : undefined}
    />
  );
}

/** Outlines that stand before all veils, whatever their letters stand behind. */
function FrontOutlines({ lettering }: { lettering: Lettering }) {
  const own = lettering.outlines.list.filter(({ front }) => front);
  if (own.length === 0) return null;
  return (
    <div
      className="flex flex-col items-center"
      title={`${own.length === 1 ? 'An outline' : `${own.length} outlines`} of ${nameOf(lettering)} in front of all veils`}
    >
      <div className="flex h-[52px] w-7 items-center justify-center border border-rule bg-desk">
        <span
          className="h-7 w-4 rounded-sheet"
          style={{ border: `2px solid ${mainColour(own[0]) ?? '#1F2328'}`, outline: '1px solid #1F2328' }}
        />
      </div>
      <span className="h-5">outline</span>
    </div>
  );
}

/** The letters as they stand, in the small. */
function LetteringCard({ lettering }: { lettering: Lettering }) {
  // While letters are typed or dragged their card may come after them.
  return <CardDrawing lettering={lettering} letters={useDeferredValue(useBench().lettersOf(lettering))} />;
}

const CardDrawing = memo(function CardDrawing({
  lettering,
  letters,
}: {
  lettering: Lettering;
  letters: Letters | null;
}) {
  const box = letters && standingBox(letters);
  if (!box) return <span className="truncate px-1">{nameOf(lettering)}</span>;
  const edge = Math.max(box.width / 68, box.height / 46) * 0.7;
  return (
    <svg viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`} className="h-[46px] w-[68px]" aria-hidden>
      <g
        fill={mainColour(lettering.ink) ?? (lettering.ink.coats.length > 0 ? '#9aa0a6' : 'none')}
        stroke="#1F2328"
        strokeWidth={edge}
        paintOrder="stroke"
      >
        {letters.letters.slice(0, 60).map(({ path, colour }, i) => (
          <path key={i} d={toSvgPath(path, letters.place)} fill={colour ?? undefined} />
        ))}
      </g>
    </svg>
  );
}, sameDrawing);

function sameDrawing(
  before: { lettering: Lettering; letters: Letters | null },
  now: { lettering: Lettering; letters: Letters | null },
): boolean {
  return before.letters === now.letters && before.lettering.ink === now.lettering.ink;
}
