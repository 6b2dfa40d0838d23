import { keptChoice } from '../../ui/kept';

/** Whether keys of one letter, digit or mark do anything: who speaks to the computer, or hits keys unmeant, wants none. */
export const singleKeys = keptChoice('inky-veil-single-keys', () => true);

/** A key that writes one letter, digit or mark, without Ctrl, Alt or the like. */
export const isSingle = ({ key, ctrlKey, altKey, metaKey }: KeyboardEvent): boolean =>
  key.length === 1 && key !== ' ' && !ctrlKey && !altKey && !metaKey;
