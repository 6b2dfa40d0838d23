import type { OklabPlanes } from '../../../pixels/oklabPlanes';
import { memoize } from '../../../graph/memoize';
import type { ColourModel } from './colourModel';
import { hangingTogether, walk } from './geodesic';
import { withoutHoles } from './holes';
import { leanByLooks, withStrokes } from './learned';
import { markedBehind, markedFront, unmarked } from './marks';
import { CutGraph } from './minimumCut';
import type { Patches } from './patches';
import { sayings } from './sayings';

/** Looked up once: these loops are hot. */
const { min, max, exp } = Math;

/** What both sides look like. */
export interface SideColours {
  front: ColourModel;
  behind: ColourModel;
}

/** What a px of the band along the border may say at most, and what two px of it that are alike are tied with. */
export const loudest = 5;
export const tieStrength = 5;

/** The pull of a marked patch: stronger than all others together. */
const certain = 1e9;
/** What was found teaches what both sides look like, so often at most. */
const rounds = 5;
/** A border weaker than `faint` costs nothing to cross; beyond, so much for each step of strength. Every step costs a little. */
const [faint, steepness, leastStep] = [0.38, 6, 0.004];
/** How much it counts which marks are nearer along the picture, and what keeps the ratio of short ways calm. */
const [nearness, calm] = [2.4, 0.06];
/** What no stroke touches lies behind rather than in front. */
const leaning = 0.23;
/** A large patch says more than a small one, but not as many times as it is larger. */
const sizePower = 0.405;
/** What it costs that a border runs where none is to be seen, each px; the stronger it is the less, by this power. */
const [borderCost, borderFade] = [40, 4.2];

export interface PatchCut {
  /** 1 for each patch in front. */
  front: Uint8Array;
  /** 1 for each patch that a mark, or the box, says is behind. */
  barred: Uint8Array;
  /** What both sides look like; learned when it is asked for. */
  colours(): SideColours;
}

/** What the person has marked, on the patches' grid. */
export interface Said {
  /** The mark of each px: outside of a box, behind. */
  drawn: Uint8Array;
  /** px whose colours are taken to be those of each side. */
  under: Record<'front' | 'behind', Int32Array>;
  /** Whether a box says what may be in front. */
  hasBox: boolean;
}

/**
 * Divides the patches by the marks. What no mark touches is probably behind, and teaches what that looks like; what is
 * in front hangs together with a mark in front. Three things are weighed: what the patches look like, by tones and
 * mixtures of colours learned from the marks and from what was found before (Rother et al. 2004);
 * which marks are nearer along the picture, going around its borders, where the border of the picture counts as behind
 * as far as it is not in front (Criminisi et al. 2008; Price et al. 2010); and how strong the borders between patches are.
 * @param planes the colours that the patches were made from
 * @returns null where nothing is marked that stands in front, and no box is given
 */
export function cutPatches(patches: Patches, planes: OklabPlanes, { drawn, under, hasBox }: Said): PatchCut | null {
  const marked = sayings(patches, drawn);
  const isBoxOnly = !marked.includes(markedFront);
  if (isBoxOnly && !(hasBox && marked.includes(unmarked))) return null;
  const steps = stepsOf(patches);
  const fromFront = walk(patches, (i) => marked[i] === markedFront, steps);
  const fromBehind = walk(patches, (i) => marked[i] === markedBehind, steps);
  let front: Uint8Array | null = null;
  for (let round = 0; round < rounds; round++) {
    const found: Uint8Array | null = front;
    const fromBorder = walk(
      patches,
      (i) => patches.outermost[i] === 1 && marked[i] !== markedFront && !found?.[i],
      steps,
    );
    // In a box without a mark nothing is known to be in front but that it lies inside.
    const lean = isBoxOnly ? new Float32Array(patches.count) : leanOf(fromFront, fromBehind, fromBorder);
    const likely = front ?? firstGuess(marked, lean, isBoxOnly);
    const looks = leanByLooks(patches, { marked, likely, found: round > 0 || isBoxOnly, fromBehind });
    front = divide(patches, marked, lean, looks, isBoxOnly ? 0 : leaning);
    if (!isBoxOnly) front = withoutHoles(patches, reached(patches, front, marked), marked);
    if (!front.includes(1) || (found && front.every((one, i) => one === found[i]))) break;
  }
  if (!front!.includes(1) || !front!.includes(0)) return null;
  const found = front!;
  return {
    front: found,
    barred: marked.map((one) => (one === markedBehind ? 1 : 0)),
    colours: () => ({
      front: withStrokes(patches, found, planes, under.front),
      behind: withStrokes(
        patches,
        found.map((one) => 1 - one),
        planes,
        under.behind,
      ),
    }),
  };
}

/** Of what is found, so much lies in what was there: then a stroke behind brings nothing new. */
const mostlyThere = 0.85;
/** So many times as much as was there is no answer to a stroke behind. */
const exploded = 3.5;

/**
 * What a further stroke makes of what was there, so that it never surprises: a stroke in front takes nothing away but
 * what is marked behind; a stroke behind brings nothing new, unless what was there was plainly too little.
 * @param before the cut without the stroke, and @param found the cut of all strokes with it
 */
export function afterStroke(
  { sizes }: Patches,
  before: PatchCut,
  found: PatchCut,
  side: 'front' | 'behind',
  isAgreed: boolean,
): PatchCut {
  if (side === 'front')
    return { ...found, front: found.front.map((one, i) => (one || (before.front[i] && !found.barred[i]) ? 1 : 0)) };
  const both = found.front.map((one, i) => one & before.front[i]);
  const areaOf = (front: Uint8Array): number => front.reduce((sum, one, i) => sum + one * sizes[i], 0);
  const [kept, all, was] = [areaOf(both), areaOf(found.front), areaOf(before.front)];
  if (kept < mostlyThere * all && all <= exploded * was) return found;
  return { ...found, front: isAgreed ? before.front : both };
}

/** Length of the way over each tie. */
const stepsOf = memoize(({ ties: { strengths } }: Patches): Float32Array =>
  strengths.map((strength) => steepness * max(0, strength - faint) + leastStep),
);

/** Which marks are nearer, going around borders: -1 behind, 1 front. */
function leanOf(fromFront: Float64Array, fromBehind: Float64Array, fromBorder: Float64Array): Float32Array {
  const out = new Float32Array(fromFront.length);
  for (let i = 0; i < out.length; i++) {
    const behind = min(fromBehind[i], fromBorder[i]);
    out[i] = Number.isFinite(behind) ? (behind - fromFront[i]) / (behind + fromFront[i] + calm) : 1;
  }
  return out;
}

/** How likely each patch is in front before anything is learned, 0..1. */
function firstGuess(marked: Uint8Array, lean: Float32Array, isBoxOnly: boolean): Float32Array {
  return lean.map((value, i) => {
    if (marked[i] === unmarked) return isBoxOnly ? 1 : 1 / (1 + exp(-4 * (value - 0.3)));
    return marked[i] === markedFront ? 1 : 0;
  });
}

/** The cheapest division. @param looks how far each patch leans to the front by them, and @param lean by the marks near */
function divide(
  { count, sizes, ties: { from, to, lengths, strengths, likenesses } }: Patches,
  marked: ArrayLike<number>,
  lean: Float32Array,
  looks: Float64Array,
  against: number,
): Uint8Array {
  const graph = new CutGraph(count, from.length);
  for (let i = 0; i < count; i++) {
    if (marked[i] === markedFront) graph.draw(i, certain);
    else if (marked[i] === markedBehind) graph.draw(i, -certain);
    else graph.draw(i, sizes[i] ** sizePower * (looks[i] + nearness * lean[i] - against));
  }
  for (let k = 0; k < from.length; k++)
    graph.tie(from[k], to[k], borderCost * lengths[k] * exp(-borderFade * strengths[k]) * likenesses[k]);
  return graph.divide();
}

/** Only what hangs together with a mark is kept: the same colours elsewhere are not meant. */
function reached(patches: Patches, front: Uint8Array, marked: Uint8Array): Uint8Array {
  const out = new Uint8Array(front.length);
  const begins = Array.from(marked.keys()).filter((i) => marked[i] === markedFront);
  hangingTogether(patches, begins, (i) => front[i] === 1, out);
  return out;
}
