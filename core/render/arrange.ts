import { letteringPasses } from '../passes';
import type { LetteringPass, Letters, Materials } from '../passes/pass';
import type { Lettering } from '../piece/schema';
import { identity } from '../shape/affine';
import type { Node } from './node';

const nothing: Letters = { letters: [], lines: [], capHeight: 0, ink: null, place: identity };

/** The passes as one list; each is given its own part of the lettering. */
const passes = letteringPasses as readonly unknown[] as readonly LetteringPass<unknown>[];
const partOf = (lettering: Lettering, key: string): unknown => lettering[key as keyof Lettering];

/** A lettering laid out and placed: every pass that works on outlines, in the order of the ticket. */
export function arrange(lettering: Lettering, materials: Materials): Letters {
  return passes.reduce((letters, pass) => pass.arrange?.(letters, partOf(lettering, pass.key), materials) ?? letters, nothing);
}

/** The lettering's pixels: every pass that works on pixels, in the order of the ticket. Null when no pass paints. */
export function paint(lettering: Lettering, letters: Letters): Node | null {
  return passes.reduce<Node | null>((node, pass) => pass.paint?.(node, letters, partOf(lettering, pass.key)) ?? node, null);
}
