import { coverNode } from '../graph/cover';
import type { Materials } from '../graph/materials';
import { passes as ours, type Passes } from '../passes';
import type { Layer, LetteringPass, Painted, PaintScene } from '../passes/pass';
import type { Lettering } from '../piece/schema';
import { noLetters, type Letters } from '../type/letters';

/** A pass over letterings, with the name of its field. */
type NamedPass = readonly [field: string, pass: LetteringPass];

const inOrder = ({ lettering }: Passes): NamedPass[] =>
  Object.entries(lettering).sort(([, a], [, b]) => a.line - b.line);

const partOf = (lettering: object, field: string): unknown => (lettering as Record<string, unknown>)[field];

/** What each pass last made of each part of a piece, and from what. */
const made = new WeakMap<LetteringPass, WeakMap<object, { from: Letters; materials: Materials; to: Letters }>>();

function arrangeBy(pass: LetteringPass, letters: Letters, part: unknown, materials: Materials): Letters {
  if (!pass.arrange) return letters;
  if (typeof part !== 'object' || part === null) return pass.arrange(letters, part, materials);
  let known = made.get(pass);
  if (!known) made.set(pass, (known = new WeakMap()));
  const last = known.get(part);
  if (last && last.from === letters && last.materials === materials) return last.to;
  const to = pass.arrange(letters, part, materials);
  known.set(part, { from: letters, materials, to });
  return to;
}

/**
 * A lettering laid out and placed: every pass that works on outlines, in the order of the ticket. What is unchanged is
 * kept.
 */
export const arrange = (lettering: Lettering, materials: Materials, passes: Passes = ours): Letters =>
  inOrder(passes).reduce(
    (letters, [field, pass]) => arrangeBy(pass, letters, partOf(lettering, field), materials),
    noLetters,
  );

/** Nothing painted yet. */
const unpainted = ({ letters, drawn, place }: Letters): Painted => ({
  layers: [],
  cover: { all: coverNode(drawn ?? letters, place), of: (some) => coverNode(some, place) },
});

/** A lettering painted by every pass that works on pixels, in the order of the ticket, its layers still apart. */
export const paintApart = (lettering: Lettering, letters: Letters, scene: PaintScene, passes: Passes = ours): Painted =>
  inOrder(passes).reduce<Painted>(
    (below, [field, pass]) => pass.paint?.(below, letters, partOf(lettering, field), scene) ?? below,
    unpainted(letters),
  );

/** Some of a lettering's letters, painted by themselves. */
interface PaintedPart {
  /** What comes once comes with the first part, as wide as all letters together want it. */
  isFirst: boolean;
  /** The layers of all letters, still apart. */
  whole: readonly Layer[];
}

function layersOfPart(own: readonly Layer[], { isFirst, whole }: PaintedPart): readonly Layer[] {
  if (!isFirst) return own.filter(({ once }) => !once);
  const once = whole.filter((layer) => layer.once);
  let next = 0;
  return own.map((layer) => (layer.once ? (once[next++] ?? layer) : layer));
}

/**
 * A lettering as it is painted, its layers joined as they lie together.
 * @param part where only some of its letters are painted
 */
export function paint(
  lettering: Lettering,
  letters: Letters,
  scene: PaintScene,
  passes: Passes = ours,
  part: PaintedPart | null = null,
): Painted {
  const painted = paintApart(lettering, letters, scene, passes);
  const layers = inOrder(passes).reduce<readonly Layer[]>(
    (own, [field, pass]) => pass.join?.(own, partOf(lettering, field)) ?? own,
    part ? layersOfPart(painted.layers, part) : painted.layers,
  );
  return { layers, cover: painted.cover };
}

/** What passes show of a lettering while it is worked on, by the fields of what is looked at. */
export const shownFor = (
  id: string,
  lettering: Lettering,
  letters: Letters,
  looks: Readonly<Record<string, unknown>>,
  scene: PaintScene,
  passes: Passes = ours,
): Layer[] =>
  inOrder(passes).flatMap(([field, pass]) => {
    const look = looks[field] as { lettering?: string } | undefined;
    if (!pass.show || look?.lettering !== id) return [];
    return pass.show(letters, partOf(lettering, field), look, scene) ?? [];
  });
