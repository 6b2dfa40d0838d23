import { inverse } from '../../shape/affine';
import type { Cutout, PicturePass, PictureScene, Veiling } from '../pass';
import { veilsDocument, weaveDocument } from './document';
import { frontNode } from './front';
import { graftOnSheet, movedNode, veilOnSheet } from './graft';
import { measureVeils, type VeilGauges } from './measure';
import { matteNode, platePlacement, type CoverOf } from './render';
import type { Veil, VeilShadow } from './schema';
import { fallOf, type Lamp } from '../../light/lamp';
import { leftUnder } from '../../light/strength';
import type { Region } from '../../pixels/region';
import { colourNode, shadowNode } from './shadow';
import { showVeil, type VeilShow } from './show';

const documents = { veils: veilsDocument, weave: weaveDocument };

export const veilsPass: PicturePass<typeof documents, VeilGauges, VeilShow> = {
  line: 3,
  title: 'Veils',
  stage: 'items',
  documents,
  veilings: ({ veils }, scene) => veils.map((veil) => veilingOf(veil, scene)),
  measure: measureVeils,
  show: showVeil,
};

/** A shadow that obeys the lamp falls as its light does. @param bounds of what throws it, sheet px; null for everywhere */
function inLight(shadow: VeilShadow, lamp: Lamp | null, bounds: Region | null): VeilShadow {
  if (!shadow.obeys || !lamp) return shadow;
  const middle = bounds ? ([bounds.x + bounds.width / 2, bounds.y + bounds.height / 2] as const) : (lamp.at ?? [0, 0]);
  return { ...shadow, ...fallOf(lamp, middle), strength: 1 - leftUnder(1 - shadow.strength, lamp.strength) };
}

function veilingOf(veil: Veil, scene: PictureScene): Veiling {
  const { place } = scene.photographs.get(veil.plate)!;
  const { matte, front } = cutout(veil, scene);
  const thrown = (shadow: VeilShadow | null | undefined): Cutout | null =>
    shadow
      ? {
          matte: shadowNode(
            inLight(shadow, scene.lamp, matte.bounds),
            matte,
            veilOnSheet(veil, place),
            platePlacement(place, 1),
          ),
          front: colourNode(shadow.colour),
        }
      : null;
  return {
    id: veil.id,
    matte,
    front,
    photograph: veil.graft ? null : veil.plate,
    shadow: thrown(veil.shadow),
    laidOn: veil.graft && { shadow: thrown(veil.graft.shadow) },
  };
}

/** A veil's matte and its own colours, where it stands. */
export function cutout(veil: Veil, { materials, photographs, coverOf }: PictureScene): Cutout {
  const { place, node } = photographs.get(veil.plate)!;
  const map = veil.graft && graftOnSheet(veil.graft, place);
  // A graft is cut where it comes from; the letters that fence its strokes are brought there.
  const fences: CoverOf = (lettering) => {
    const cover = coverOf(lettering);
    return cover && map ? movedNode(cover, inverse(map)) : cover;
  };
  const matte = matteNode(veil, place, materials, fences);
  const front = frontNode(veil, place, materials, node, matte);
  return map ? { matte: movedNode(matte, map), front: movedNode(front, map) } : { matte, front };
}
