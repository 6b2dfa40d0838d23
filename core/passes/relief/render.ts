import type { Letters } from '../../type/letters';
import { middleOfStanding } from '../../type/standing';
import { layer, mapLayer, type Layer, type Painted, type PaintScene } from '../pass';
import { withEdges, withLip } from './edges';
import { wayToLight } from './light';
import type { Body } from './schema';
import { sidesOf } from './thickness';

/** What of a lettering is its face. */
const isFace = ({ name, place }: Layer): boolean => name === 'ink' && place !== 'hole';

/** Letters with edges, a lip and sides in the light. */
export function embodied(painted: Painted, letters: Letters, body: Body, { lamp }: PaintScene): Painted {
  const { edges, lip, thickness } = body;
  const way = wayToLight(body, lamp, letters);
  const cover = painted.cover.all;
  const layers = painted.layers.flatMap((one): Layer[] => {
    if (!isFace(one)) return [one];
    let face = edges?.shown && edges.depth > 0 ? mapLayer(one, (node) => withEdges(node, cover, edges, way)) : one;
    if (lip?.shown && lip.strength > 0) face = mapLayer(face, (node) => withLip(node, cover, lip, way));
    // Light changes no coverage.
    face = { ...face, covers: one.covers ?? one.node };
    if (!thickness?.shown || thickness.depth <= 0) return [face];
    const middle = middleOfStanding(letters) ?? ([0, 0] as const);
    return [layer('sides', sidesOf(one.node, cover, thickness, way, middle), { place: one.place }), face];
  });
  return { ...painted, layers };
}
