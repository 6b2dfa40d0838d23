import { useEffect, useState } from 'react';
import type { Survey } from '../../core/survey';
import { api, ask } from './client';

/** What is known of a plate. */
export interface KnownSurvey {
  survey: Partial<Survey>;
  isComplete: boolean;
  problem: string | null;
}

/** How long to wait before what is being measured is asked for again, ms. */
const pace = 700;
/** Surveys that are complete: they never change. */
const complete = new Map<string, KnownSurvey>();

export const nothingKnown: KnownSurvey = { survey: {}, isComplete: false, problem: null };

/**
 * Follows a plate's survey until it is complete.
 * @returns a function that ends it
 */
export function followSurvey(plate: string, show: (known: KnownSurvey) => void): () => void {
  let timer: number | undefined;
  let hasEnded = false;
  let last = nothingKnown;
  const next = (): void => {
    const known = complete.get(plate);
    if (known) {
      show(known);
      return;
    }
    ask(api.surveys.$get({ query: { plate } })).then(
      (found) => {
        if (hasEnded) return;
        last = found;
        if (found.isComplete) complete.set(plate, found);
        show(found);
        if (!found.isComplete && !found.problem) timer = window.setTimeout(next, pace);
      },
      (error: unknown) => {
        if (hasEnded) return;
        // Answers get lost: what is known stays, and it is asked for again.
        show({ ...last, problem: error instanceof Error ? error.message : 'This could not be measured.' });
        timer = window.setTimeout(next, 4 * pace);
      },
    );
  };
  next();
  return () => {
    hasEnded = true;
    window.clearTimeout(timer);
  };
}

/** A plate's survey as far as it has come; null where no plate is named. */
export function useSurvey(plate: string | null): KnownSurvey {
  const [known, setKnown] = useState<{ plate: string | null; own: KnownSurvey }>({ plate, own: nothingKnown });
  useEffect(() => (plate ? followSurvey(plate, (own) => setKnown({ plate, own })) : undefined), [plate]);
  return known.plate === plate ? known.own : nothingKnown;
}
