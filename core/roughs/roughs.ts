import { openMaterials, type Library } from '../graph/materials';
import type { Region } from '../pixels/region';
import type { Piece } from '../piece/schema';
import { closerPart, cropOf, cropSays, standingThing } from './crop';
import { finished } from './finish';
import type { Ground } from './ground';
import { judged, type Figures } from './judge';
import { kinds as allKinds, kindNamed } from './kinds';
import type { Layout, RoughKind } from './kinds/kind';
import { pieceOf, type CutThing } from './make';
import type { Crop, KindName } from './order';
import { layoutsOf } from './search';
import { shownRoughs } from './shown';
import type { Parts } from './weights';

/** A whole piece that is proposed. */
export interface Rough {
  kind: KindName;
  title: string;
  piece: Piece;
  /** Why, a sentence each. */
  says: string[];
  figures: Figures;
  /** Of its layout, 0..1, and what it is made of. */
  score: number;
  parts: Parts;
  /** The words' box, fractions of the sheet. */
  box: [number, number, number, number];
  /** What can be locked of it. */
  locks: {
    face: string;
    colour: string;
    place: [number, number];
    front: number | null;
    crop: Crop;
  };
}

/** A kind that the photograph does not offer, and why. */
export interface LeftOut {
  kind: KindName;
  title: string;
  because: string;
}

export type Found = { rough: Rough } | { leftOut: LeftOut };

/** What kinds need, what is known soonest first. */
const needs: readonly RoughKind['needs'][] = ['nothing', 'things', 'light'];

/** Where roughs get what they do not work out themselves. */
export interface RoughsHelp {
  library: Library;
  /** Waits until it is known what stands out, or where the light comes from too. */
  knowing(what: 'things' | 'light'): Promise<Ground>;
  /** The same photograph with another part of it shown. */
  showing(ground: Ground, part: Region): Promise<Ground>;
  /** A thing cut out, by its number, and with its fine edge solved; null where it cannot be cut. */
  cut(index: number): Promise<CutThing | null>;
  withEdge(index: number): Promise<CutThing | null>;
}

/**
 * Six whole pieces, each of another kind as far as the photograph offers it: first those for which little
 * must be known. Places that are left are filled with other layouts of the kinds that work.
 * @param ground without what stands out, and without its light
 */
export async function* roughsOf(ground: Ground, help: RoughsHelp): AsyncGenerator<Found> {
  const wanted = allKinds.filter(({ name }) => ground.order.kinds?.includes(name) ?? true);
  const shown: Rough[] = [];
  const taken: Layout[] = [];
  const tell = async function* (kind: RoughKind, own: Ground): AsyncGenerator<Found> {
    const found = await roughOf(kind, own, taken, help);
    if ('rough' in found) {
      shown.push(found.rough);
      taken.push(found.layout);
      yield { rough: found.rough };
    } else yield found;
  };
  let known = ground;
  for (const need of needs) {
    const kinds = wanted.filter((kind) => kind.needs === need && shown.length < shownRoughs);
    if (kinds.length > 0 && need !== 'nothing') known = await help.knowing(need);
    for (const kind of kinds) if (shown.length < shownRoughs) yield* tell(kind, known);
  }
  // What works once may work in another place.
  for (let round = 0; round < shownRoughs && shown.length < shownRoughs; round++) {
    const before = shown.length;
    for (const name of new Set(shown.map(({ kind }) => kind))) {
      if (shown.length >= shownRoughs) break;
      for await (const found of tell(kindNamed(name), known)) if ('rough' in found) yield found;
    }
    if (shown.length === before) break;
  }
}

/** Where what stands out is small, less of the photograph around it: words behind it are as small. */
async function closer(ground: Ground, help: RoughsHelp): Promise<Ground> {
  const thing = standingThing(ground);
  const part = thing && closerPart(ground, thing);
  return part ? help.showing(ground, part) : ground;
}

/** The best rough of a kind that is within all gauges' limits. */
async function roughOf(
  kind: RoughKind,
  whole: Ground,
  taken: readonly Layout[],
  help: RoughsHelp,
): Promise<{ rough: Rough; layout: Layout } | { leftOut: LeftOut }> {
  const { name, title } = kind;
  const ground = kind.crosses ? await closer(whole, help) : whole;
  const lacks = kind.lacks(ground);
  if (lacks) return { leftOut: { kind: name, title, because: lacks } };
  let problem: string | null = null;
  for (const layout of layoutsOf(kind, ground, taken)) {
    const cut = layout.front === null ? null : await help.cut(layout.front);
    if (layout.front !== null && !cut) continue;
    const bare = pieceOf(ground, layout, cut);
    const materials = await openMaterials(bare.assets, help.library);
    const { figures, problem: own } = await judged(bare, materials, kind.crosses);
    problem ??= own;
    if (own) continue;
    const edged = layout.front === null ? bare : pieceOf(ground, layout, await help.withEdge(layout.front));
    const seen = await openMaterials(edged.assets, help.library);
    const piece = await finished(ground, layout, edged, seen, figures.contrast);
    if (piece) return { layout, rough: roughFrom(kind, ground, layout, piece, figures) };
    problem ??= 'the words would not lie on one surface';
  }
  const because = problem
    ? `Tried, and left out: ${problem}.`
    : 'Nowhere do these words stand well enough in this way.';
  return { leftOut: { kind: name, title, because } };
}

function roughFrom(kind: RoughKind, ground: Ground, layout: Layout, piece: Piece, figures: Figures): Rough {
  const { width, height } = ground.part;
  const { setting, box, ink, middle, front, score, parts } = layout;
  return {
    kind: kind.name,
    title: kind.title,
    piece,
    says: [
      kind.says(ground, layout),
      faceSays(layout),
      cropSays(ground),
      piece.grades.length > 0 ? gradeSays : null,
      figuresSay(figures, kind.crosses),
    ].filter((one) => one !== null),
    figures,
    score,
    parts,
    box: [box.x / width, box.y / height, box.width / width, box.height / height],
    locks: {
      face: setting.face.sha256,
      colour: ink.colour,
      place: [middle[0] / width, middle[1] / height],
      front,
      crop: cropOf(ground),
    },
  };
}

const gradeSays = 'Graded: its black and white are the darkest and the lightest of the photograph there.';

const lineWords = ['', 'one line', 'two lines', 'three lines', 'four lines'];

function faceSays({ setting: { face, lines, words }, ink, scale, kind }: Layout): string {
  const onLines = lineWords[lines] ?? `${lines} lines`;
  const what = kind === 'window' ? 'panel in' : 'in';
  return `${face.name}, ${onLines}${words.upperCase ? ' in capitals' : ''}, ${Math.round(100 * scale)} px; ${what} ${ink.says}.`;
}

function figuresSay({ contrast, left, misread }: Figures, isCrossed: boolean): string {
  const said = [
    contrast !== null && `stands off by ${contrast.toFixed(0)} L*`,
    isCrossed && `${Math.round(left * 100)} % is left of the letter with least`,
    misread === 0 ? 'no letter can be misread' : `${misread} letters can be misread`,
  ].filter((part) => part !== false);
  return `${said[0][0].toUpperCase()}${said.join(', ').slice(1)}.`;
}
