import type { Coat } from './schema';

/**
 * Coats when the words that they lie on change: those that reach one letter, and pictures slipped in single letters, go
 * with their letters.
 * @param coats changed in place
 * @param keep brings items that stand at letters over to the new text, and leaves out those whose letter is gone
 */
export function retypeCoats(
  coats: readonly Coat[],
  keep: <Item extends { at: number }>(items: readonly Item[]) => Item[],
): void {
  for (const coat of coats) {
    if (coat.kind === 'picture') coat.slips = keep(coat.slips);
    const { reach } = coat;
    if (reach.kind === 'letter') reach.at = keep([reach])[0]?.at ?? reach.at;
  }
}
