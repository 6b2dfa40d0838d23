import { useEffect } from 'react';
import type { Point } from '../../../../core/shape/affine';
import { roundedPoint } from '../../../../core/shape/rounding';
import { useBench } from '../../benchContext';
import { useViewport } from '../../view/viewport';
import { cutPlate, fromPlate, type CutPlate } from './cutting';
import { veilHand } from './hand';
import { findThings, takeThing } from './standingOut';

/** What stands out in the photograph: each thing is outlined, plainly under the pointer; a click cuts it. */
export function StandingOut({ plate }: { plate: CutPlate }) {
  const { toScreen } = useViewport();
  const { things, thing } = veilHand.use('things', 'thing');
  const { asset } = plate;
  useEffect(() => findThings(plate), [asset]); // eslint-disable-line react-hooks/exhaustive-deps
  const pathOf = (outline: readonly (readonly Point[])[]): string =>
    outline
      .map((line) => `M${line.map((point) => roundedPoint(toScreen(fromPlate(plate, point))).join(' ')).join('L')}Z`)
      .join('');
  // Small things lie over large ones, so that each can be hit.
  const order = (things?.found ?? []).map((_, i) => i).sort((a, b) => things!.found[b].share - things!.found[a].share);
  return (
    <g>
      {order.map((i) => {
        const path = pathOf(things!.found[i].outline as Point[][]);
        const isMeant = thing === i;
        return (
          <g
            key={i}
            data-thing={i + 1}
            className="cursor-pointer"
            onPointerEnter={() => veilHand.set({ thing: i })}
            onPointerLeave={() => veilHand.set({ thing: null })}
            onPointerDown={(event) => event.stopPropagation()}
            onClick={() => takeThing(plate, i)}
          >
            <path d={path} fillRule="evenodd" fill={isMeant ? '#9C3B2247' : '#9C3B2201'} />
            <path d={path} fill="none" stroke="#F6F6F3" strokeWidth={isMeant ? 5 : 3.5} opacity={isMeant ? 1 : 0.7} />
            <path d={path} fill="none" stroke="#9C3B22" strokeWidth={isMeant ? 2.5 : 1.5} />
          </g>
        );
      })}
    </g>
  );
}

/** The same by buttons, for those who do not point. */
export function ThingChoice() {
  const { piece, veil, mayChange } = useBench();
  const { things, thing } = veilHand.use('things', 'thing');
  const plate = cutPlate(piece, veil);
  if (!things || !plate) return <span className="text-faint">Looking…</span>;
  if (things.found.length === 0)
    return <span className="truncate text-faint">Nothing stands out plainly: draw over it with Scribble.</span>;
  return (
    <>
      {things.found.map(({ share }, i) => (
        <button
          key={i}
          className="plain-button"
          disabled={!mayChange}
          data-meant={thing === i || undefined}
          title={`Cut thing ${i + 1}, ${percent(share)} of the photograph`}
          aria-label={`Cut thing ${i + 1}, ${percent(share)} of the photograph`}
          onFocus={() => veilHand.set({ thing: i })}
          onBlur={() => veilHand.set({ thing: null })}
          onPointerEnter={() => veilHand.set({ thing: i })}
          onPointerLeave={() => veilHand.set({ thing: null })}
          onClick={() => takeThing(plate, i)}
        >
          {i + 1}
        </button>
      ))}
      <span className="truncate text-faint">Click what is to stand in front; its strokes can be changed.</span>
    </>
  );
}

const percent = (share: number): string => `${Math.max(1, Math.round(share * 100))} %`;
