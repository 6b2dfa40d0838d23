import { shallowEqual } from 'react-redux';
import { store, useAppSelector } from '../store';
import { handed } from './benchState';

/**
 * What the hand holds while it works on one line: the settings of that pass's tools on the sheet. They are no part of
 * the piece.
 */
export interface Hand<Settings extends object> {
  /** Some of the settings; who uses them is drawn again when one of these changes. */
  use<Name extends keyof Settings>(...names: Name[]): Pick<Settings, Name>;
  get(): Settings;
  /** The settings in a state of the bench. */
  of(bench: { hands: Readonly<Record<string, object>> }): Settings;
  set(change: Partial<Settings>): void;
}

/** @param pass whose hand it is, and @param first how it is when a piece is opened */
export function createHand<Settings extends object>(pass: string, first: Settings): Hand<Settings> {
  const settingsIn = (hands: Readonly<Record<string, object>>): Settings => ({ ...first, ...hands[pass] });
  return {
    use: (...names) =>
      useAppSelector(({ bench }) => {
        const settings = settingsIn(bench.hands);
        return Object.fromEntries(names.map((name) => [name, settings[name]])) as Pick<
          Settings,
          (typeof names)[number]
        >;
      }, shallowEqual),
    get: () => settingsIn(store.getState().bench.hands),
    of: ({ hands }) => settingsIn(hands),
    set: (change) => void store.dispatch(handed({ pass, change })),
  };
}
