import { scenePasses } from '../passes';
import type { Letters, Materials } from '../passes/pass';
import { coverNode } from '../passes/ink/render';
import { aloneNode, hatchNode, matteLookNode, wipeNode, type VeilLook } from '../passes/veils/looks';
import { veilOnSheet } from '../passes/veils/graft';
import { platePlacement } from '../passes/veils/render';
import type { VeilShadow } from '../passes/veils/schema';
import { colourNode, shadowNode } from '../passes/veils/shadow';
import { layingRuns, wovenParts } from '../passes/veils/weave';
import { readColour } from '../pixels/colour';
import type { Piece } from '../piece/schema';
import { arrange, paint } from './arrange';
import type { Node } from './node';
import { sceneNode, type GraftItem, type SceneItem, type VeilLayers } from './scene';

/** How to look at a piece while working on it. Exports use none of this. */
export interface Look {
  /** The bare photograph. */
  before?: boolean;
  /** Leave out one thing of the depth line, by id. */
  without?: string;
  /** Letters at this strength, 0..1. */
  lettersStrength?: number;
  /** `ground`: CSS colour; `wipe`: sheet px from the left, where the cut as it was changes to the edge as it is. */
  veil?: { id: string; show: VeilLook; ground?: string; wipe?: number };
}

/** The render graph of a piece, with the parts that gauges read. */
export interface CompiledPiece {
  picture: Node;
  before: Node;
  letterings: { id: string; letters: Letters; node: Node | null }[];
  mattes: Map<string, Node>;
  materials: Materials;
}

/**
 * Turns a piece into its render graph.
 * @throws Error when an asset is missing
 */
export function compile(piece: Piece, materials: Materials, look: Look = {}): CompiledPiece {
  const shown = (id: string): boolean => id !== look.without;
  const plateNodes = new Map(piece.plates.map((plate) => [plate.id, scenePasses.plate.layers(plate, materials, undefined).plate]));
  const plates = piece.plates.filter((plate) => shown(plate.id)).map((plate) => plateNodes.get(plate.id)!);
  const ground = shown('sheet') ? piece.sheet.paint : null;
  const before = sceneNode(ground, plates, []);
  const painting = { materials, photo: before };
  const letterings = piece.letterings.map((lettering) => {
    const letters = arrange(lettering, materials);
    return { id: lettering.id, letters, node: paint(lettering, letters, painting) };
  });
  const coverOf = (id: string): Node | null => {
    const found = letterings.find((lettering) => lettering.id === id);
    return found ? coverNode(found.letters) : null;
  };
  const veils = new Map(
    piece.veils.map((veil) => {
      const place = piece.plates.find((plate) => plate.id === veil.plate)!;
      const { matte, front } = scenePasses.veils.layers(veil, materials, { place, plate: plateNodes.get(place.id)!, coverOf });
      const thrown = (shadow: VeilShadow | null | undefined): VeilLayers | null => shadow ? { matte: shadowNode(shadow, matte, veilOnSheet(veil, place), platePlacement(place, 1)), front: colourNode(shadow.colour) } : null;
      return [veil.id, { matte, front, shadow: thrown(veil.shadow), onPlate: thrown(veil.graft?.shadow) }];
    }),
  );
  const veilOf = new Map(piece.veils.map((veil) => [veil.id, veil]));
  /** Shadows lie on the letters before the veils themselves do. @param ids from far to near */
  const layersOver = (ids: readonly string[], withShadows = true): VeilLayers[] =>
    layingRuns(ids.map((id) => veilOf.get(id)!)).flatMap((run) => {
      const found = run.map(({ id }) => veils.get(id)!);
      return [...(withShadows ? found.flatMap(({ shadow }) => shadow ?? []) : []), ...found.map(({ matte, front }) => ({ matte, front }))];
    });
  const mattes = new Map([...veils].map(([id, veil]) => [id, veil.matte]));
  const strength = look.lettersStrength ?? 1;
  const items = piece.depth.filter(shown).flatMap((id): SceneItem[] => {
    const found = letterings.find((lettering) => lettering.id === id);
    if (!found?.node) return [];
    const parts = wovenParts(piece, id, found.letters.letters);
    return parts.flatMap(({ letters, over }, part) => {
      const node = parts.length === 1 ? found.node : paint(piece.letterings.find((lettering) => lettering.id === id)!, { ...found.letters, drawn: letters, echoes: part === 0 ? found.letters.echoes : [] }, painting);
      return node ? [{ node, strength, over: layersOver(over.filter(shown)) }] : [];
    });
  });
  const isGraft = new Set(piece.veils.flatMap(({ id, graft }) => (graft && shown(id) ? [id] : [])));
  const grafts = piece.depth.flatMap((id, place): GraftItem[] => {
    const found = isGraft.has(id) && veils.get(id);
    const nearer = layersOver(piece.depth.slice(place + 1).filter((other) => shown(other) && !isGraft.has(other) && veils.has(other)), false);
    return found ? [{ matte: found.matte, front: found.front, shadow: found.onPlate, over: nearer }] : [];
  });
  const scene = look.before ? before : sceneNode(ground, plates, items, grafts);
  const looked = look.veil && veils.get(look.veil.id);
  const roughly = (): Node => compile({ ...piece, veils: piece.veils.map((veil) => (veil.id === look.veil!.id ? { ...veil, fine: null, softness: null, strokes: [], cast: null } : veil)) }, materials, { ...look, veil: undefined }).picture;
  return { picture: looked ? lookAt(scene, looked, look.veil!, roughly) : scene, before, letterings, mattes, materials };
}


/** @param roughly the piece with the veil as it was cut, before its edge was worked on */
function lookAt(scene: Node, veil: VeilLayers, { show, ground, wipe }: NonNullable<Look['veil']>, roughly: () => Node): Node {
  if (show === 'hatch') return hatchNode(scene, veil.matte);
  if (show === 'matte') return matteLookNode(veil.matte);
  if (show === 'wipe') return wipeNode(roughly(), scene, wipe ?? 0);
  if (show === 'black' || show === 'white' || show === 'colour') {
    const [red, green, blue] = readColour(show === 'colour' ? (ground ?? 'white') : show);
    return aloneNode(veil.front, veil.matte, [red, green, blue]);
  }
  return scene;
}
