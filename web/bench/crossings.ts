import type { KeyboardEvent } from 'react';
import type { MeasuredCrossing } from '../../core/passes/veils/gauge';
import { setCrossings } from '../../core/piece/edits/veils';
import { useBench } from './benchContext';
import { editing } from './editing';

/** The crossings of the chosen veil and the letters, as they are read. */
export function useCrossings(): MeasuredCrossing[] {
  const { measures, veil, piece } = useBench();
  const rank = (id: string): number => piece.letterings.findIndex((one) => one.id === id);
  return (measures?.veils.crossings.filter((crossing) => crossing.veil === veil?.id) ?? []).sort(
    (a, b) => rank(a.lettering) - rank(b.lettering) || a.at - b.at,
  );
}

/** What a crossing says, for people. */
export const crossingName = (name: string, { text, over }: MeasuredCrossing): string =>
  over ? `${name} lies over ${text}` : `${text} lies over ${name}`;

/** What makes a drawn thing a button that turns a crossing over, by pointer and by key. */
export function turning({ veil, lettering, at, over }: MeasuredCrossing, mayChange: boolean) {
  const turn = (): void => {
    if (mayChange)
      editing.commit(
        over ? 'Bring the letter over the veil' : 'Bring the veil over the letter',
        setCrossings([{ veil, lettering, at, over: !over }]),
      );
  };
  return {
    role: 'button',
    tabIndex: 0,
    onClick: turn,
    onKeyDown: (event: KeyboardEvent): void => {
      if (event.key !== 'Enter' && event.key !== ' ') return;
      event.preventDefault();
      event.stopPropagation();
      turn();
    },
  };
}
