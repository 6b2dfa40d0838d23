import { partNames, learned, type Part, type Parts, type Taste } from '../../core/roughs/weights';
import { keptChoice } from '../ui/kept';

const name = 'inky-veil-roughs-taste';

/** Whether what is taken tells what is liked. It is not asked for until somebody wants it. */
export const isLearning = keptChoice('inky-veil-roughs-learning', () => false);

const storage = (): Storage | null => (typeof localStorage === 'undefined' ? null : localStorage);

/** What this browser has learned; nothing where it has not, or where it cannot be read. */
export function keptTaste(): Taste {
  try {
    const read = JSON.parse(storage()?.getItem(name) ?? '{}') as Record<string, unknown> | null;
    const known = Object.entries(read ?? {}).filter(
      (one): one is [Part, number] =>
        (partNames as readonly string[]).includes(one[0]) && typeof one[1] === 'number' && Math.abs(one[1]) <= 1,
    );
    return Object.fromEntries(known);
  } catch {
    return {};
  }
}

/** The taste that roughs are asked for with: none while nothing is to be learned. */
export const ownTaste = (): Taste => (isLearning.kept ? keptTaste() : {});

/** Learns from one choice, where it may. */
export function learnFrom(taken: Parts, left: readonly Parts[]): void {
  if (isLearning.kept) storage()?.setItem(name, JSON.stringify(learned(keptTaste(), taken, left)));
}

export const forgetTaste = (): void => storage()?.removeItem(name);
