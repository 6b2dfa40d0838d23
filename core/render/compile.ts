import type { Materials } from '../graph/materials';
import type { Node } from '../graph/node';
import { passes as ours, type Passes } from '../passes';
import type { Cutout, DepthItem, Layer, Painted, Photograph, PicturePass, PictureScene, Veiling } from '../passes/pass';
import type { Lettering, Piece } from '../piece/schema';
import { seenPiece } from '../sizes/seen';
import { seenOf } from '../scene/seenOf';
import { laidOnPhotographs, overLetters } from '../scene/over';
import type { SceneItem } from '../scene/items';
import { graftedNode } from '../scene/layGrafts';
import { laidOver } from '../graph/laidOver';
import { sceneNode } from '../scene/scene';
import { seenWithin } from '../scene/seenWithin';
import { sheetNode } from '../scene/sheet';
import { veilsOver, wovenParts } from '../scene/weave';
import type { Letters } from '../type/letters';
import { arrange, paint, paintApart, shownFor } from './arrange';
import { planesOf } from './planesOf';
import { uncovered } from '../scene/uncovered';
import { testStrip } from './testStrip';
import { withoutLine } from './withoutLine';

/** How to look at a piece while working on it. Exports use none of this. */
export interface Look {
  /** The bare photograph. */
  before?: boolean;
  /** Leave out one item of the depth line, by id. */
  without?: string;
  /** Nothing on one line of the ticket. */
  withoutLine?: number;
  /** To the left of a place, sheet px, the picture in another look; to the right of it as it is. */
  wipe?: { at: number; other: Pick<Look, 'before' | 'withoutLine'> };
  /** Letters at this strength, 0..1. */
  lettersStrength?: number;
  /** One lettering in several ways beside each other, from left to right across it: parts of it that are changed. */
  strip?: { lettering: string; ways: readonly Partial<Lettering>[] };
  /** Letterings whose letters are left out, while what they throw and what lies behind them stays. */
  inkless?: readonly string[];
  /** What passes are asked to show, by name of the pass. */
  passes?: Readonly<Record<string, unknown>>;
}

/** A lettering as it was compiled. */
export interface CompiledLettering {
  id: string;
  lettering: Lettering;
  letters: Letters;
  painted: Painted;
  /** As it was before passes over the picture changed it. */
  ungraded: Painted;
  /** Ids of the veils over a letter, by its first UTF-16 unit. */
  over(at: number): string[];
  /** What its letters lie on: the photographs, without the veils that stand before it. */
  surface: Node;
}

/** The render graph of a piece, with the parts that gauges read. */
export interface CompiledPiece {
  picture: Node;
  before: Node;
  /** What lies behind all letters: the photographs as they are graded, without grafts. */
  behind: Node;
  /** The sheet with nothing on it. */
  bareSheet: Node;
  letterings: CompiledLettering[];
  mattes: ReadonlyMap<string, Node>;
  /** Veils as they are before they are graded. */
  veils: ReadonlyMap<string, Cutout>;
  /** Where each photograph is seen, beside nearer ones: one channel. */
  seenPhotographs: ReadonlyMap<string, Node>;
  /** The photographs as they lie on the sheet, ungraded, from far to near. */
  photographs: readonly Photograph[];
  /** What each item of the depth line lays on the photographs, from far to near. */
  laid: readonly { id: string; items: readonly SceneItem[] }[];
  /** The picture as it is delivered, and with nothing on line 9. */
  finished: Node;
  ungraded(): Node;
  materials: Materials;
  /** A lettering laid on `behind` without the veils over it. */
  unveiled(painted: Painted): Node;
}

/**
 * Turns a piece into its render graph.
 * @throws Error when an asset is missing
 */
export function compile(whole: Piece, materials: Materials, look: Look = {}, passes: Passes = ours): CompiledPiece {
  const piece = seenPiece(whole);
  if (look.wipe || look.withoutLine !== undefined) return comparedWith(piece, materials, look, passes);
  const shown = (id: string): boolean => id !== look.without;
  const ordered = Object.entries(passes.picture).sort(([, a], [, b]) => a.line - b.line);
  const ofStage = (stage: NonNullable<PicturePass['stage']>): PicturePass[] =>
    ordered.flatMap(([, pass]) => (pass.stage === stage ? [pass] : []));

  const photographs = ofStage('ground').flatMap((pass) => pass.photographs?.(partsOf(pass, piece), materials) ?? []);
  const bareSheet = { ...piece.sheet, paint: null, coats: [] };
  const sheet = sheetNode(shown('sheet') ? piece.sheet : bareSheet, materials);
  const before = photographs.filter(({ id }) => shown(id)).reduce((below, { node }) => laidOver(below, node), sheet);

  const arranged = new Map(piece.letterings.map((one) => [one.id, arrange(one, materials, passes)]));
  const alone = new Map<string, Painted>();
  /** A lettering painted on the bare photographs: they are graded by where it is. */
  const paintedAlone = (id: string): Painted | null => {
    const lettering = piece.letterings.find((one) => one.id === id);
    if (!lettering) return null;
    if (!alone.has(id)) {
      const scene = {
        materials,
        sheet: piece.sheet,
        photo: before,
        below: before,
        bareSheet: sheet,
        lamp: piece.lamp,
        plane: planesOf(piece),
        surface: before,
      };
      alone.set(id, paintApart(lettering, arranged.get(id)!, scene, passes));
    }
    return alone.get(id)!;
  };
  const readBy = (read: (painted: Painted) => Node) => (id: string) => {
    const painted = paintedAlone(id);
    return painted && read(painted);
  };

  const cut = new Map<string, Veiling>();
  const seenPhotographs = new Map(
    photographs.map(({ id, node }, i) => [
      id,
      seenOf(
        node,
        photographs.slice(i + 1).map((nearer) => nearer.node),
      ),
    ]),
  );
  const scene: PictureScene = {
    materials,
    sheet: piece.sheet,
    photographs: new Map(photographs.map((one) => [one.id, one])),
    coverOf: readBy(({ cover }) => cover.all),
    seenWithin: readBy(seenWithin),
    matteOf: (id) => cut.get(id)?.matte ?? null,
    photographOf: (id) => cut.get(id)?.photograph ?? null,
    seenOf: (id) => seenPhotographs.get(id) ?? null,
    lamp: piece.lamp,
  };
  const onGround = (picture: Node, veil: string | null): Node =>
    ofStage('ground').reduce((below, pass) => pass.paint?.(below, partsOf(pass, piece), scene, veil) ?? below, picture);
  const depthItems = new Map<string, DepthItem>();
  for (const pass of ofStage('items')) {
    for (const one of pass.veilings?.(partsOf(pass, piece), scene) ?? []) cut.set(one.id, one);
    for (const one of pass.depthItems?.(partsOf(pass, piece), scene) ?? []) depthItems.set(one.id, one);
  }
  const veilings = new Map([...cut].map(([id, one]) => [id, { ...one, front: onGround(one.front, id) }]));
  const standing = ordered.reduce(
    (ground, [, pass]) =>
      pass.stand?.(ground, partsOf(pass, piece), {
        materials,
        sheet: piece.sheet,
        lamp: piece.lamp,
        bareSheet: sheet,
        photographs: photographs.filter(({ id }) => shown(id)),
        veilings: [...cut.values()],
      }) ?? ground,
    before,
  );
  const behind = onGround(standing, null);

  const depth = piece.depth.filter(shown);
  const groundOf = (ids: readonly string[]): Node =>
    graftedNode(behind, laidOnPhotographs(ids.flatMap((id) => veilings.get(id) ?? [])));
  const items: SceneItem[] = [];
  const laid: { id: string; items: readonly SceneItem[] }[] = [];
  const onDepthLine = new Map<string, CompiledLettering>();
  const belowOf = belows((place) => groundOf(depth.slice(0, place)), sheet);
  depth.forEach((id, place) => {
    const from = items.length;
    const below = belowOf(place, [...items]);
    const lettering = piece.letterings.find((one) => one.id === id);
    if (lettering) {
      const made = paintLettering(
        piece,
        lettering,
        arranged.get(id)!,
        { materials, before, behind, below, bareSheet: sheet, look, shown, passes },
        veilings,
      );
      onDepthLine.set(id, made.compiled);
      items.push(...made.items);
    }
    const nearer = depth.slice(place + 1).flatMap((other) => veilings.get(other) ?? []);
    for (const layer of depthItems.get(id)?.layers(below()) ?? []) items.push(itemOf(layer, overLetters(nearer), 1));
    laid.push({ id, items: items.slice(from) });
  });

  /** A lettering that is not shown is laid out all the same. */
  const leftOut = (lettering: Lettering): CompiledLettering => {
    const letters = arranged.get(lettering.id)!;
    const below = lazily(() => behind);
    const work = { materials, before, behind, below, bareSheet: sheet, look, shown, passes };
    return paintLettering(piece, lettering, letters, work, veilings).compiled;
  };
  const composed = belowOf(depth.length, items)();
  const finished = ordered.reduce(
    (picture, [, pass]) => pass.finish?.(picture, partsOf(pass, piece), scene) ?? picture,
    composed,
  );
  const compiled: CompiledPiece = {
    picture: look.before ? before : finished,
    before,
    behind,
    bareSheet: sheet,
    letterings: piece.letterings.map((one) => onDepthLine.get(one.id) ?? leftOut(one)),
    mattes: new Map([...veilings].map(([id, { matte }]) => [id, matte])),
    veils: cut,
    seenPhotographs,
    photographs,
    laid,
    ungraded: lazily(() => compile(withoutLine(piece, 9, passes), materials, {}, passes).picture),
    finished,
    materials,
    unveiled: ({ layers }) =>
      sceneNode(
        behind,
        sheet,
        layers.map((layer) => itemOf(layer, [], 1)),
      ),
  };
  const picture = ordered.reduce((shownNow, [name, pass]) => {
    const wanted = look.passes?.[name];
    if (wanted === undefined || !pass.show) return shownNow;
    const rest = { ...look, passes: { ...look.passes, [name]: undefined } };
    return pass.show(shownNow, partsOf(pass, piece), wanted, {
      cutoutOf: (id): Cutout | null => veilings.get(id) ?? null,
      again: (parts) => compile({ ...piece, ...parts }, materials, rest, passes).picture,
    });
  }, compiled.picture);
  return { ...compiled, picture: look.strip ? striped(piece, materials, look, passes, compiled) : picture };
}

/**
 * What lies below each place of the depth line. Where it can be it is made of what lies below the place before, so that
 * many letterings do not lay all those below them again and again.
 */
function belows(groundAt: (place: number) => Node, sheet: Node): (place: number, items: SceneItem[]) => () => Node {
  let last: { ground: Node; items: readonly SceneItem[]; node: Node } | null = null;
  return (place, items) =>
    lazily(() => {
      const ground = groundAt(place);
      // Layers with the same veils over them are joined: between such nothing can be parted.
      const isParted = last !== null && last.items.at(-1)?.over.length === 0;
      const node =
        last && isParted && last.ground.key === ground.key && last.items.length <= items.length
          ? sceneNode(last.node, sheet, items.slice(last.items.length))
          : sceneNode(ground, sheet, items);
      last = { ground, items, node };
      return node;
    });
}

/** A piece as it is, but for its picture: that is seen otherwise, or in part. */
function comparedWith(
  piece: Piece,
  materials: Materials,
  { wipe, withoutLine: line, ...look }: Look,
  passes: Passes,
): CompiledPiece {
  const now = compile(piece, materials, look, passes);
  const seen = ({ before, withoutLine: left }: Pick<Look, 'before' | 'withoutLine'>): Node =>
    compile(left === undefined ? piece : withoutLine(piece, left, passes), materials, { ...look, before }, passes)
      .picture;
  const picture = line === undefined ? now.picture : seen({ withoutLine: line });
  const { height } = piece.sheet;
  return {
    ...now,
    picture: wipe ? testStrip([seen(wipe.other), picture], { x: 0, y: 0, width: 2 * wipe.at, height }) : picture,
  };
}

/** The picture with one lettering in several ways. */
function striped(piece: Piece, materials: Materials, look: Look, passes: Passes, compiled: CompiledPiece): Node {
  const { lettering, ways } = look.strip!;
  const bounds = compiled.letterings.find(({ id }) => id === lettering)?.painted.cover.all.bounds;
  if (!bounds || ways.length === 0) return compiled.picture;
  const pictures = ways.map((way) => {
    const letterings = piece.letterings.map((one) => (one.id === lettering ? { ...one, ...way } : one));
    return compile({ ...piece, letterings }, materials, { ...look, strip: undefined }, passes).picture;
  });
  return testStrip(pictures, bounds);
}

/** A pass's own parts of the piece. */
export const partsOf = (pass: PicturePass, piece: object): Record<string, unknown> =>
  Object.fromEntries(Object.keys(pass.documents).map((name) => [name, (piece as Record<string, unknown>)[name]]));

function lazily<Value>(make: () => Value): () => Value {
  let made: { value: Value } | null = null;
  return () => (made ??= { value: make() }).value;
}

interface LetteringWork {
  materials: Materials;
  before: Node;
  behind: Node;
  below(): Node;
  bareSheet: Node;
  look: Look;
  shown(id: string): boolean;
  passes: Passes;
}

/**
 * One lettering as it stands on the depth line: its layers, for each part of its letters over which the same veils lie.
 */
function paintLettering(
  piece: Piece,
  lettering: Lettering,
  letters: Letters,
  { materials, before, behind, below, bareSheet, look, shown, passes }: LetteringWork,
  veilings: ReadonlyMap<string, Veiling>,
): { compiled: CompiledLettering; items: SceneItem[] } {
  const { id } = lettering;
  const over = (at: number): string[] => veilsOver(piece, id, at);
  const surface = lazily(() => surfaceUnder(letters, over, veilings, behind, piece.sheet));
  const scene = {
    materials,
    sheet: piece.sheet,
    photo: before,
    bareSheet,
    lamp: piece.lamp,
    plane: planesOf(piece),
    // Only what reads them needs them made.
    get surface() {
      return surface();
    },
    get below() {
      return below();
    },
  };
  const changed = (one: Painted): Painted =>
    Object.values(passes.picture).reduce((now, pass) => pass.letters?.(now, id, partsOf(pass, piece)) ?? now, one);
  const ungraded = paint(lettering, letters, scene, passes);
  const painted = changed(ungraded);
  const strength = look.lettersStrength ?? 1;
  const parts = painted.layers.length === 0 ? [] : wovenParts(piece, id, letters.letters);
  const whole = lazily(() => paintApart(lettering, letters, scene, passes).layers);
  const all = new Set(parts.flatMap((one) => one.over));
  const beforeAll = overLetters([...all].filter(shown).map((veil) => veilings.get(veil)!));
  const items = parts.flatMap(({ letters: some, over }, part) => {
    const layers =
      parts.length === 1
        ? painted.layers
        : changed(paint(lettering, { ...letters, drawn: some }, scene, passes, { isFirst: part === 0, whole: whole() }))
            .layers;
    const before = overLetters(over.filter(shown).map((veil) => veilings.get(veil)!));
    return layers.map((layer) => itemOf(layer, layer.once && parts.length > 1 ? beforeAll : before, strength));
  });
  const isInFront = ({ place }: SceneItem): boolean => place === 'beforeVeils';
  const isSeen = ({ place, isCast }: SceneItem): boolean =>
    !look.inkless?.includes(id) || isCast === true || place === 'behind';
  const shownOnly = parts.length === 0 ? [] : shownFor(id, lettering, letters, look.passes ?? {}, scene, passes);
  return {
    compiled: {
      id,
      lettering,
      letters,
      painted,
      ungraded,
      over,
      get surface() {
        return surface();
      },
    },
    items: [
      ...shownOnly.map((layer) => itemOf(layer, [], 1)),
      // What stands before veils stands before those of all letters.
      ...items.filter((item) => !isInFront(item) && isSeen(item)),
      ...items.filter((item) => isInFront(item) && isSeen(item)),
    ],
  };
}

/** The photographs without what stands before the letters of a lettering. */
function surfaceUnder(
  { letters }: Letters,
  over: (at: number) => string[],
  veilings: ReadonlyMap<string, Veiling>,
  behind: Node,
  sheet: Piece['sheet'],
): Node {
  const before = [...new Set(letters.flatMap(({ start }) => over(start)))];
  const ofPhotographs = before.flatMap((id) => veilings.get(id) ?? []).filter(({ photograph }) => photograph !== null);
  return uncovered(
    behind,
    ofPhotographs.map(({ matte }) => matte),
    sheet,
  );
}

const itemOf = (
  { name, node, mode, mixing, place, isCast, isRepeated, strength = 1 }: Layer,
  over: readonly Cutout[],
  times: number,
): SceneItem => ({
  name,
  node,
  mode,
  mixing,
  place,
  isCast,
  isRepeated,
  strength: strength * times,
  over,
});
