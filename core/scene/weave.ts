import type { Veiling } from '../passes/pass';
import type { Crossing } from '../passes/veils/schema';

/** What decides which veils lie over a letter. */
export interface Weaving {
  /** Ids from far to near. */
  depth: readonly string[];
  veils: readonly { id: string }[];
  weave: readonly Crossing[];
}

/**
 * The veils that lie over one letter, from far to near: those that are nearer than its lettering, unless the crossing
 * is flipped.
 * @param at index of the letter's first UTF-16 unit
 */
export function veilsOver({ depth, veils, weave }: Weaving, lettering: string, at: number): string[] {
  const own = depth.indexOf(lettering);
  const isVeil = new Set(veils.map(({ id }) => id));
  const turned = new Map(
    weave.flatMap((crossing) =>
      crossing.lettering === lettering && crossing.at === at ? [[crossing.veil, crossing.over] as const] : [],
    ),
  );
  return depth.filter((id, place) => isVeil.has(id) && (turned.get(id) ?? place > own));
}

/**
 * Veils over a letter in the runs in which they are laid on it, from far to near. Within a run, veils that stay in
 * their place on one
 * photograph, the nearest is laid first: what the photograph shows of a farther one has the nearer already before it,
 * and would get it
 * twice.
 * @param over from far to near
 */
export function layingRuns<One extends Pick<Veiling, 'photograph'>>(over: readonly One[]): One[][] {
  const runs: One[][] = [];
  for (const veil of over) {
    const last = runs.at(-1);
    if (last && veil.photograph !== null && last[0].photograph === veil.photograph) last.unshift(veil);
    else runs.push([veil]);
  }
  return runs;
}

/** Letters that the same veils lie over. */
export interface WovenPart<Letter> {
  letters: Letter[];
  over: string[];
}

/** A lettering's letters in groups by what lies over them; the first group is the one without a turned crossing. */
export function wovenParts<Letter extends { start: number }>(
  weaving: Weaving,
  lettering: string,
  letters: readonly Letter[],
): WovenPart<Letter>[] {
  const turned = new Set(weaving.weave.flatMap((crossing) => (crossing.lettering === lettering ? [crossing.at] : [])));
  const plain: WovenPart<Letter> = { letters: [], over: veilsOver({ ...weaving, weave: [] }, lettering, 0) };
  const parts = new Map([[plain.over.join('|'), plain]]);
  for (const letter of letters) {
    const over = turned.has(letter.start) ? veilsOver(weaving, lettering, letter.start) : plain.over;
    const key = over.join('|');
    const part = parts.get(key);
    if (part) part.letters.push(letter);
    else parts.set(key, { letters: [letter], over });
  }
  return [...parts.values()];
}
