import { letteringPasses } from '../passes';
import type { LetteringPass, Letters, Materials, PaintScene } from '../passes/pass';
import type { Lettering } from '../piece/schema';
import { identity } from '../shape/affine';
import type { Node } from './node';

const nothing: Letters = { letters: [], lines: [], capHeight: 0, ink: null, place: identity, warp: null, echoes: [] };

/** The passes as one list; each is given its own part of the lettering. */
const passes = letteringPasses as readonly unknown[] as readonly LetteringPass<unknown>[];
const partOf = (lettering: Lettering, key: string): unknown => lettering[key as keyof Lettering];

/** What each pass last made of each part of a piece, and from what. */
const made = new Map(passes.map((pass) => [pass, new WeakMap<object, { from: Letters; materials: Materials; to: Letters }>()]));

function arrangeBy(pass: LetteringPass<unknown>, letters: Letters, part: unknown, materials: Materials): Letters {
  if (!pass.arrange) return letters;
  if (typeof part !== 'object' || part === null) return pass.arrange(letters, part, materials);
  const known = made.get(pass)!;
  const last = known.get(part);
  if (last && last.from === letters && last.materials === materials) return last.to;
  const to = pass.arrange(letters, part, materials);
  known.set(part, { from: letters, materials, to });
  return to;
}

/** A lettering laid out and placed: every pass that works on outlines, in the order of the ticket. What is unchanged is kept. */
export function arrange(lettering: Lettering, materials: Materials): Letters {
  return passes.reduce((letters, pass) => arrangeBy(pass, letters, partOf(lettering, pass.key), materials), nothing);
}

/** The lettering's pixels: every pass that works on pixels, in the order of the ticket. Null when no pass paints. */
export function paint(lettering: Lettering, letters: Letters, scene: PaintScene): Node | null {
  return passes.reduce<Node | null>((node, pass) => pass.paint?.(node, letters, partOf(lettering, pass.key), scene) ?? node, null);
}
