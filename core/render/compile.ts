import { scenePasses } from '../passes';
import type { LetteringLayer, Letters, Materials } from '../passes/pass';
import { ghostNode } from '../passes/ink/ghost';
import { coverNode } from '../graph/cover';
import { aloneNode, hatchNode, matteLookNode, wipeNode, type VeilLook } from '../passes/veils/looks';
import type { Veil } from '../passes/veils/schema';
import { wovenParts } from '../scene/weave';
import { readColour } from '../pixels/colour';
import type { Lettering, Piece } from '../piece/schema';
import { arrange, paint } from './arrange';
import type { Node } from '../graph/node';
import { compileVeils, graftsAmong, layersOver } from './compileVeils';
import { stockNode } from '../scene/stock';
import { sceneNode } from '../scene/scene';
import type { SceneItem, VeilLayers } from '../scene/items';

/** How strong a picture is seen beyond its letters while it is slipped. */
const ghostStrength = 0.3;

/** How to look at a piece while working on it. Exports use none of this. */
export interface Look {
  /** The bare photograph. */
  before?: boolean;
  /** Leave out one thing of the depth line, by id. */
  without?: string;
  /** The lettering whose picture is being slipped: all of the picture is seen, faintly; as it lies in one letter, by its first UTF-16 unit, or in those not slipped by themselves. */
  slipping?: { lettering: string; at: number | null };
  /** Letters at this strength, 0..1. */
  lettersStrength?: number;
  /** `ground`: CSS colour; `wipe`: sheet px from the left, where the cut as it was changes to the edge as it is. */
  veil?: { id: string; show: VeilLook; ground?: string; wipe?: number };
}

/** The render graph of a piece, with the parts that gauges read. */
export interface CompiledPiece {
  picture: Node;
  before: Node;
  /** What lies behind all letters: the photographs as they are graded. */
  behind: Node;
  letterings: { id: string; lettering: Lettering; letters: Letters; layers: LetteringLayer[]; node: Node | null }[];
  mattes: Map<string, Node>;
  materials: Materials;
}

/**
 * Turns a piece into its render graph.
 * @throws Error when an asset is missing
 */
export function compile(piece: Piece, materials: Materials, look: Look = {}): CompiledPiece {
  const shown = (id: string): boolean => id !== look.without;
  const plateNodes = new Map(
    piece.plates.map((plate) => [plate.id, scenePasses.plate.layers(plate, materials, undefined).plate]),
  );
  const plates = piece.plates.filter((plate) => shown(plate.id)).map((plate) => plateNodes.get(plate.id)!);
  const paper = shown('sheet') ? piece.sheet.paint : null;
  const stock = shown('sheet') ? stockNode(piece.sheet, materials) : null;
  const before = sceneNode(paper, plates, [], [], stock);
  const painting = { materials, photo: before, sheet: piece.sheet };
  const letterings = piece.letterings.map((lettering) => {
    const letters = arrange(lettering, materials);
    const layers = paint(lettering, letters, painting);
    return {
      id: lettering.id,
      lettering,
      letters,
      layers,
      node: layers.findLast(({ kind, parts }) => kind === 'letters' || parts)?.node ?? null,
    };
  });
  const coverOf = (id: string): Node | null => {
    const found = letterings.find((lettering) => lettering.id === id);
    return found ? coverNode(found.letters) : null;
  };
  const cut = compileVeils(piece, materials, plateNodes, coverOf);
  /** A picture with all grades on it, in their order. @param veil whose own colours it is; null for the photograph */
  const graded = (source: Node, veil: string | null): Node =>
    piece.grades.reduce((below, grade) => {
      const cover = coverOf(grade.reach.lettering);
      return cover
        ? scenePasses.grade.layers(grade, materials, {
            source: below,
            veil,
            cover,
            matteOf: (id) => cut.get(id)?.matte ?? null,
            sheet: piece.sheet,
          }).graded
        : below;
    }, source);
  const veils = new Map([...cut].map(([id, veil]) => [id, { ...veil, front: graded(veil.front, id) }]));
  const behind = piece.grades.length === 0 ? before : graded(before, null);
  const ground = piece.grades.length === 0 ? plates : [behind];
  const mattes = new Map([...veils].map(([id, veil]) => [id, veil.matte]));
  const strength = look.lettersStrength ?? 1;
  const items = piece.depth.filter(shown).flatMap((id): SceneItem[] => {
    const found = letterings.find((one) => one.id === id);
    if (!found || found.layers.length === 0) return [];
    const { lettering, letters } = found;
    const parts = wovenParts(piece, id, letters.letters);
    const painted = parts.map(({ letters: some, over }, part) => {
      const layers =
        parts.length === 1
          ? found.layers
          : paint(lettering, { ...letters, drawn: some }, painting, (layer) => part === 0 || comesInParts(layer));
      const before = layersOver(over.filter(shown).map((veil) => veils.get(veil)!));
      return layers.map((layer): SceneItem => ({ ...layer, strength, over: before }));
    });
    // What stands before veils stands before those of all letters.
    const laid = [
      ...painted.flat().filter(({ kind }) => kind !== 'front'),
      ...painted.flat().filter(({ kind }) => kind === 'front'),
    ];
    const ghost =
      look.slipping?.lettering === id ? ghostNode(letters, lettering.ink, look.slipping.at, painting) : null;
    return ghost
      ? [{ node: ghost, strength: ghostStrength, over: [], kind: 'letters', mode: 'normal' }, ...laid]
      : laid;
  });
  const grafts = graftsAmong(piece.depth.filter(shown).flatMap((id) => veils.get(id) ?? []));
  const scene = look.before ? before : sceneNode(paper, ground, items, grafts, stock);
  const looked = look.veil && veils.get(look.veil.id);
  const roughly = (): Node =>
    compile(
      { ...piece, veils: piece.veils.map((veil) => (veil.id === look.veil!.id ? asCut(veil) : veil)) },
      materials,
      { ...look, veil: undefined },
    ).picture;
  return {
    picture: looked ? lookAt(scene, looked, look.veil!, roughly) : scene,
    before,
    behind,
    letterings,
    mattes,
    materials,
  };
}

/** What comes for each part of a lettering's letters, and not once for all. */
const comesInParts = ({ kind }: LetteringLayer): boolean =>
  kind === 'letters' || kind === 'outline' || kind === 'front';

/** A veil before its edge was worked on. */
const asCut = (veil: Veil): Veil => ({ ...veil, fine: null, softness: null, strokes: [], cast: null });

/** @param roughly the piece with the veil as it was cut, before its edge was worked on */
function lookAt(
  scene: Node,
  veil: VeilLayers,
  { show, ground, wipe }: NonNullable<Look['veil']>,
  roughly: () => Node,
): Node {
  if (show === 'hatch') return hatchNode(scene, veil.matte);
  if (show === 'matte') return matteLookNode(veil.matte);
  if (show === 'wipe') return wipeNode(roughly(), scene, wipe ?? 0);
  if (show === 'black' || show === 'white' || show === 'colour') {
    const [red, green, blue] = readColour(show === 'colour' ? (ground ?? 'white') : show);
    return aloneNode(veil.front, veil.matte, [red, green, blue]);
  }
  return scene;
}
