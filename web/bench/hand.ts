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

/** A tool that takes the sheet for itself, and what puts it away. */
interface HeldTool<Settings> {
  isHeld(settings: Settings): boolean;
  away: Partial<Settings>;
}

/** Hands whose tools take the sheet for themselves: there is one hand only, whatever line the tools belong to. */
const holding = new Map<string, { isHeld(): boolean; putAway(): void }>();

/**
 * @param pass whose hand it is, and @param first how it is when a piece is opened
 * @param tool taken into the hand it puts away those of other passes
 */
export function createHand<Settings extends object>(
  pass: string,
  first: Settings,
  tool: HeldTool<Settings> | null = null,
): Hand<Settings> {
  const settingsIn = (hands: Readonly<Record<string, object>>): Settings => ({ ...first, ...hands[pass] });
  const get = (): Settings => settingsIn(store.getState().bench.hands);
  const change = (to: Partial<Settings>): void => void store.dispatch(handed({ pass, change: to }));
  if (tool) holding.set(pass, { isHeld: () => tool.isHeld(get()), putAway: () => change(tool.away) });
  return {
    use: (...names) =>
      useAppSelector(({ bench }) => {
        const settings = settingsIn(bench.hands);
        return Object.fromEntries(names.map((name) => [name, settings[name]])) as Pick<
          Settings,
          (typeof names)[number]
        >;
      }, shallowEqual),
    get,
    of: ({ hands }) => settingsIn(hands),
    set(to) {
      if (tool?.isHeld({ ...get(), ...to }))
        for (const [other, held] of holding) if (other !== pass && held.isHeld()) held.putAway();
      change(to);
    },
  };
}
