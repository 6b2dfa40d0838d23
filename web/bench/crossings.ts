import type { KeyboardEvent } from 'react';
import type { MeasuredCrossing } from '../../core/passes/veils/gauge';
import { setCrossings } from '../../core/piece/edits/veils';
import { useBench } from './benchContext';
import { editing } from './editing';

/** The crossings of the chosen veil and the letters, from left to right. */
export function useCrossings(): MeasuredCrossing[] {
  const { measures, veil } = useBench();
  return (measures?.veils.crossings.filter((crossing) => crossing.veil === veil?.id) ?? []).sort(
    (a, b) => a.place[0] - b.place[0],
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
