import type { Edit } from '../../core/piece/edits/edit';
import { changePart, type LetteringPart } from '../../core/piece/edits/items';
import type { Lettering } from '../../core/piece/schema';

/** Edits of what one pass owns of a lettering: of the whole of it, and within one of its own parts, which must be there. */
export const editsOf = <Field extends LetteringPart>(field: Field) => ({
  change:
    ({ id }: Pick<Lettering, 'id'>) =>
    (change: Partial<Lettering[Field]>): Edit =>
      changePart(id, field, change),
  within:
    <Name extends keyof Lettering[Field]>(lettering: Lettering, name: Name) =>
    (change: Partial<NonNullable<Lettering[Field][Name]>>): Edit =>
      changePart(lettering.id, field, {
        [name]: { ...lettering[field][name], ...change },
      } as unknown as Partial<Lettering[Field]>),
});
