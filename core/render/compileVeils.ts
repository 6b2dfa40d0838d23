import { scenePasses } from '../passes';
import type { Materials } from '../passes/pass';
import { veilOnSheet } from '../passes/veils/graft';
import { platePlacement, type CoverOf } from '../passes/veils/render';
import type { Veil, VeilShadow } from '../passes/veils/schema';
import { colourNode, shadowNode } from '../passes/veils/shadow';
import { layingRuns } from '../scene/weave';
import type { Piece } from '../piece/schema';
import type { Node } from '../graph/node';
import type { GraftItem, VeilLayers } from '../scene/items';

/** A veil's nodes: itself, and what it throws on letters and, as a graft, on the photograph. */
interface CompiledVeil extends VeilLayers {
  veil: Veil;
  shadow: VeilLayers | null;
  onPlate: VeilLayers | null;
}

/** The veils of a piece as nodes, by id. */
export function compileVeils(
  piece: Piece,
  materials: Materials,
  plateNodes: ReadonlyMap<string, Node>,
  coverOf: CoverOf,
): Map<string, CompiledVeil> {
  return new Map(
    piece.veils.map((veil) => {
      const place = piece.plates.find((plate) => plate.id === veil.plate)!;
      const { matte, front } = scenePasses.veils.layers(veil, materials, {
        place,
        plate: plateNodes.get(place.id)!,
        coverOf,
      });
      const thrown = (shadow: VeilShadow | null | undefined): VeilLayers | null =>
        shadow
          ? {
              matte: shadowNode(shadow, matte, veilOnSheet(veil, place), platePlacement(place, 1)),
              front: colourNode(shadow.colour),
            }
          : null;
      return [veil.id, { veil, matte, front, shadow: thrown(veil.shadow), onPlate: thrown(veil.graft?.shadow) }];
    }),
  );
}

const layersOf = ({ matte, front }: CompiledVeil): VeilLayers => ({ matte, front });

/** What is laid over letters, in that order: shadows before the veils that throw them. @param over from far to near */
export function layersOver(over: readonly CompiledVeil[]): VeilLayers[] {
  return runsOf(over).flatMap((run) => [...run.flatMap(({ shadow }) => shadow ?? []), ...run.map(layersOf)]);
}

function runsOf(over: readonly CompiledVeil[]): CompiledVeil[][] {
  const byVeil = new Map(over.map((one) => [one.veil, one]));
  return layingRuns(over.map(({ veil }) => veil)).map((run) => run.map((veil) => byVeil.get(veil)!));
}

/** The grafts among veils, each with the others that stand before it. @param veils from far to near */
export function graftsAmong(veils: readonly CompiledVeil[]): GraftItem[] {
  return veils.flatMap((one, place): GraftItem[] => {
    if (!one.veil.graft) return [];
    const nearer = veils.slice(place + 1).filter(({ veil }) => !veil.graft);
    return [{ ...layersOf(one), shadow: one.onPlate, over: runsOf(nearer).flatMap((run) => run.map(layersOf)) }];
  });
}
