import type { Edit } from '../../../../core/piece/edits/edit';
import type { Veil, VeilShadow } from '../../../../core/passes/veils/schema';
import { setGraft, setShadow } from '../../../../core/piece/edits/veils';

/** A shadow of a veil, and the edit that changes it. */
export interface ThrownShadow {
  on: 'letters' | 'plate';
  shadow: VeilShadow;
  set(shadow: VeilShadow | null): Edit;
}

export const shadowEdit =
  (veil: Veil, on: ThrownShadow['on']) =>
  (shadow: VeilShadow | null): Edit =>
    on === 'letters' ? setShadow(veil.id, shadow) : setGraft(veil.id, { shadow });

/** The shadow that the hand works on: the one that is meant, or the only one there is; null where there is none. */
export function chosenShadow(veil: Veil, wanted: ThrownShadow['on']): ThrownShadow | null {
  const own = { letters: veil.shadow, plate: veil.graft?.shadow ?? null };
  const there = own.letters ? 'letters' : 'plate';
  const on = own[wanted] ? wanted : there;
  const shadow = own[on];
  return shadow && { on, shadow, set: shadowEdit(veil, on) };
}
