import { ticketLines } from '../passes';
import { benchKeys, focusKeys, handKeys, lineKey, viewKeys } from '../keys/entries';
import type { KeyEntry } from '../keys/useKeys';

/** All keys of the bench, in groups: what the sheet of keys shows. */
export function keyTable(): { title: string; entries: readonly KeyEntry[] }[] {
  const ofLines = ticketLines.flatMap(({ title, passes }) => {
    const entries = passes.flatMap(({ keys = {} }) => Object.values(keys));
    return entries.length > 0 ? [{ title, entries }] : [];
  });
  return [
    { title: 'Bench', entries: Object.values(benchKeys) },
    { title: 'Ticket', entries: ticketLines.map(({ line, title }) => lineKey(line, title)) },
    { title: 'Sheet', entries: [...Object.values(viewKeys), ...Object.values(handKeys)] },
    ...ofLines,
    { title: 'With the focus', entries: focusKeys },
  ];
}
