import type { Retyping } from '../../pass';
import type { Drips } from '../schema';

/** Which place in the text the drips of a letter began at: it tells them from those of other letters. */
export const rootOf = ({ roots }: Pick<Drips, 'roots'>, at: number): number =>
  roots.find((one) => one.at === at)?.root ?? at;

/** After the words have changed: letters that stay keep their drips, new ones have drips of their own. In place. */
export function retypedDrips(drips: Drips, { before, after, keep }: Retyping): void {
  const kept = keep(unitsOf(before).map((at) => ({ at, root: rootOf(drips, at) })));
  const staying = new Map(kept.map(({ at, root }) => [at, root]));
  const taken = new Set(staying.values());
  let free = Math.max(before.length, after.length, ...taken) + 1;
  drips.roots = unitsOf(after)
    .map((at) => ({ at, root: staying.get(at) ?? (taken.has(at) ? free++ : at) }))
    .filter(({ at, root }) => at !== root)
    .slice(0, 2000);
  drips.changes = keep(drips.changes);
}

/** The first UTF-16 unit of each character. */
function unitsOf(text: string): number[] {
  const units: number[] = [];
  let at = 0;
  for (const character of text) {
    units.push(at);
    at += character.length;
  }
  return units;
}
