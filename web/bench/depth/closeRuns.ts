import type { Piece } from '../../../core/piece/schema';

/** So many veils in a row stand side by side; of more, the cards stand close. */
const mostApart = 4;

/** The veils whose cards stand close together, since many of them follow one another: by id. */
export function closeRuns({ depth, veils }: Pick<Piece, 'depth' | 'veils'>): ReadonlySet<string> {
  const isVeil = new Set(veils.map(({ id }) => id));
  const close = new Set<string>();
  let run: string[] = [];
  for (const id of [...depth, '']) {
    if (isVeil.has(id)) run.push(id);
    else {
      if (run.length > mostApart) run.forEach((one) => close.add(one));
      run = [];
    }
  }
  return close;
}
