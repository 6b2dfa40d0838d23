import type { Ambient, Casts, Contact, Mirrored, Thrown } from '../../../../core/passes/casts/schema';
import type { Edit } from '../../../../core/piece/edits/edit';
import { changePart } from '../../../../core/piece/edits/items';
import type { Lettering } from '../../../../core/piece/schema';

/** Changes what a lettering throws. */
export const castsEdit =
  ({ id }: Lettering) =>
  (change: Partial<Casts>): Edit =>
    changePart(id, 'casts', change);

interface Kinds {
  contact: Contact;
  ambient: Ambient;
  thrown: Thrown;
  mirrored: Mirrored;
}

/** Changes one of the things that it throws; there must be one. */
export const castEdit =
  <Kind extends keyof Kinds>({ id, casts }: Lettering, kind: Kind) =>
  (change: Partial<Kinds[Kind]>): Edit =>
    changePart(id, 'casts', { [kind]: { ...casts[kind], ...change } });

export type { Kinds as CastKinds };
