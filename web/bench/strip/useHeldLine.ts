import { useEffect, useRef } from 'react';
import { linesToLeaveOut } from '../../../core/render/withoutLine';
import { store } from '../../store';
import { looked } from '../benchState';

/** A digit that is down for longer than a press is held, ms. */
const heldAfter = 350;
const canBeLeftOut = new Set<number>(linesToLeaveOut);

/** The picture without a line, for as long as the line's digit is held. */
export function useHeldLine() {
  const timer = useRef<number | undefined>(undefined);
  const up = (): void => {
    window.clearTimeout(timer.current);
    if (store.getState().bench.withoutLine !== null) store.dispatch(looked({ withoutLine: null }));
  };
  const down = (line: number): void => {
    up();
    if (canBeLeftOut.has(line))
      timer.current = window.setTimeout(() => store.dispatch(looked({ withoutLine: line })), heldAfter);
  };
  // Whoever goes to another window lets the key go there.
  useEffect(() => {
    window.addEventListener('blur', up);
    return () => {
      window.removeEventListener('blur', up);
      up();
    };
  }, []);
  return { down, up };
}
