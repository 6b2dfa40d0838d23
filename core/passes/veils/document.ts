import { z } from 'zod';
import type { PassDocument } from '../pass';
import { describes, describesWeave } from './format';
import { crossingSchema, solvedOf, veilSchema, type Crossing, type Veil } from './schema';

/** What stands in front. */
export const veilsDocument: PassDocument<Veil[]> = {
  schema: z.array(veilSchema).max(200),
  plain: () => [],
  describes,
  lists: { kind: 'veil', inDepth: true },
  assets: (veils) => veils.flatMap((veil) => solvedOf(veil).map((use) => ({ ...use, who: `The veil "${veil.name}"` }))),
  links: (veils) =>
    veils.map(({ name, plate }) => ({
      kind: 'plate',
      id: plate,
      problem: `The veil "${name}" is cut from a plate that is not there.`,
    })),
  resized(veils, { plate }) {
    for (const veil of veils) {
      const { factor } = plate(veil.plate);
      veil.feather *= factor;
      for (const shadow of [veil.shadow, veil.graft?.shadow])
        if (shadow) for (const field of ['lift', 'nearLift', 'farLift'] as const) shadow[field] *= factor;
    }
  },
  without: (veils, isGone) => veils.filter(({ plate }) => !isGone(plate)),
};

const problem = 'A crossing is woven between things that are not there.';

/** Crossings that are flipped by hand; `at` is the index of the letter's first UTF-16 unit. */
export const weaveDocument: PassDocument<Crossing[]> = {
  schema: z.array(crossingSchema).max(20000).default([]),
  plain: () => [],
  describes: describesWeave,
  links: (crossings) =>
    crossings.flatMap(({ veil, lettering }) => [
      { kind: 'veil', id: veil, problem },
      { kind: 'lettering', id: lettering, problem },
    ]),
  without: (crossings, isGone) => crossings.filter(({ veil, lettering }) => !isGone(veil) && !isGone(lettering)),
  retyped(crossings, { lettering, keep }) {
    const kept = crossings.flatMap((crossing) => (crossing.lettering === lettering ? keep([crossing]) : [crossing]));
    crossings.splice(0, crossings.length, ...kept);
  },
};
