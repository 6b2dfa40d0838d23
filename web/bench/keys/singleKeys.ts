const stored = 'inky-veil-single-keys';

const storage = (): Storage | null => (typeof localStorage === 'undefined' ? null : localStorage);

/** Whether keys of one letter, digit or mark do anything: who speaks to the computer, or hits keys unmeant, wants none. */
export const singleKeys = {
  get on(): boolean {
    return storage()?.getItem(stored) !== 'off';
  },
  set on(value: boolean) {
    storage()?.setItem(stored, value ? 'on' : 'off');
  },
};

/** A key that writes one letter, digit or mark, without Ctrl, Alt or the like. */
export const isSingle = ({ key, ctrlKey, altKey, metaKey }: KeyboardEvent): boolean =>
  key.length === 1 && key !== ' ' && !ctrlKey && !altKey && !metaKey;
