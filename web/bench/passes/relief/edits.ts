import type { Body, Edges, Lip, Thickness } from '../../../../core/passes/relief/schema';
import type { Edit } from '../../../../core/piece/edits/edit';
import { changePart } from '../../../../core/piece/edits/items';
import type { Lettering } from '../../../../core/piece/schema';

/** Changes the body of letters. */
export const bodyEdit =
  ({ id }: Lettering) =>
  (change: Partial<Body>): Edit =>
    changePart(id, 'relief', change);

interface Parts {
  edges: Edges;
  lip: Lip;
  thickness: Thickness;
}

/** Changes one part of it; there must be one. */
export const partEdit =
  <Name extends keyof Parts>({ id, relief }: Lettering, name: Name) =>
  (change: Partial<Parts[Name]>): Edit =>
    changePart(id, 'relief', { [name]: { ...relief[name], ...change } });
