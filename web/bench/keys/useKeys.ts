import { useEffect, useRef } from 'react';
import { tinykeys, type KeyBindingMap } from 'tinykeys';
import { isTyping } from './isTyping';
import { isSingle, singleKeys } from './singleKeys';

/** Some keys, and what they do: a line of the sheet of keys. */
export interface KeyEntry {
  /** As `tinykeys` has them: any of these. */
  keys: readonly string[];
  /** As they are written for people. */
  shown: string;
  does: string;
  /** They also work while a field is being typed in. */
  whileTyping?: boolean;
}

/**
 * Some keys with what is to happen: when they go down, and when they come up. `down` may return false: then they are
 * left to others.
 */
export type KeyBinding = readonly [KeyEntry, { down?(event: KeyboardEvent): unknown; up?(event: KeyboardEvent): void }];

/** Binds keys for as long as who uses this is shown. The table of keys is made from the same entries. */
export function useKeys(bindings: readonly KeyBinding[]): void {
  const latest = useRef(bindings);
  useEffect(() => {
    latest.current = bindings;
  });
  const bound = bindings.map(([{ keys }]) => keys.join(' or ')).join('; ');
  useEffect(() => {
    const mapOf = (when: 'down' | 'up'): KeyBindingMap =>
      Object.fromEntries(
        latest.current.flatMap(([entry], i) =>
          entry.keys.map((key) => [
            key,
            (event: KeyboardEvent): void => {
              // What lies in front, such as a popover that Escape closes, has used this key already. A key that was
              // held comes up wherever the focus has gone meanwhile.
              if (event.defaultPrevented) return;
              if (when === 'down' && !entry.whileTyping && isTyping(event.target)) return;
              if (isSingle(event) && !singleKeys.kept) return;
              const act = latest.current[i]?.[1][when];
              if (act && act(event) !== false) event.preventDefault();
            },
          ]),
        ),
      );
    const stops = [tinykeys(window, mapOf('down')), tinykeys(window, mapOf('up'), { event: 'keyup' })];
    return () => stops.forEach((stop) => stop());
  }, [bound]);
}
