import { useEffect, type FocusEvent, type PointerEvent, type ReactNode, type SyntheticEvent } from 'react';
import { useAppDispatch } from '../../store';
import { looked } from '../benchState';
import type { Governed } from './governed';

/** What a value looks like in a sentence. */
const values = '.value, .choice-value';

/** Events that an inner part has taken. */
const taken = new WeakSet<Event>();

/** While a value in here is pointed at or has the focus, what it governs is lit on the sheet. */
export function Governs({ what, children }: { what: Governed | null; children: ReactNode }) {
  const dispatch = useAppDispatch();
  const isValue = (event: SyntheticEvent): boolean => (event.target as Element).closest(values) !== null;
  const show = (event: PointerEvent | FocusEvent): void => {
    if (taken.has(event.nativeEvent) || !isValue(event)) return;
    taken.add(event.nativeEvent);
    dispatch(looked({ governed: what }));
  };
  const end = (event: PointerEvent | FocusEvent): void => {
    if (isValue(event)) dispatch(looked({ governed: null }));
  };
  useEffect(() => () => void dispatch(looked({ governed: null })), [dispatch]);
  return (
    <div className="contents" onPointerOver={show} onPointerOut={end} onFocus={show} onBlur={end}>
      {children}
    </div>
  );
}
