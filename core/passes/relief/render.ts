import { filtered } from '../../graph/filter';
import type { Node } from '../../graph/node';
import type { Letters } from '../../type/letters';
import { middleOfStanding } from '../../type/standing';
import { layer, mapLayer, type Layer, type Painted, type PaintScene } from '../pass';
import { withEdges, withLip } from './edges';
import { wayToLight } from './light';
import type { Body } from './schema';
import { partBack, sidesOf } from './thickness';

/** What of a lettering is its face. */
const isFace = ({ name, place }: Layer): boolean => name === 'ink' && place !== 'hole';

/** A panel that the letters are openings in: the edge of their rim is its own. */
const isRim = ({ name }: Layer): boolean => name === 'openings';

/** All but the letters. */
const around = (cover: Node): Node =>
  filtered(cover, {
    key: 'all around',
    reach: 0,
    bounds: null,
    apply: (source) => ({ ...source, data: source.data.map((value) => 1 - value) }),
  });

/** Letters with edges, a lip and sides in the light. */
export function embodied(painted: Painted, letters: Letters, body: Body, scene: PaintScene): Painted {
  const { edges, lip, thickness } = body;
  const way = wayToLight(body, scene.lamp, letters);
  // Only what reads the surface needs it made.
  const surface = edges && edges.texture > 0 ? scene.surface : null;
  const cover = painted.cover.all;
  const middle = middleOfStanding(letters) ?? ([0, 0] as const);
  const isSolid = thickness?.shown && thickness.depth > 0;
  const layers = painted.layers.flatMap((one): Layer[] => {
    const hasEdges = edges?.shown && (edges.depth > 0 || edges.texture > 0);
    // A panel lies on nothing whose texture it would take.
    if (hasEdges && isRim(one))
      return [mapLayer(one, (node) => withEdges(node, around(cover), edges, way, { only: cover.bounds }))];
    if (!isFace(one)) return [one];
    let face = hasEdges ? mapLayer(one, (node) => withEdges(node, cover, edges, way, { surface })) : one;
    if (lip?.shown && lip.strength > 0) face = mapLayer(face, (node) => withLip(node, cover, lip, way));
    // Light changes no coverage.
    face = { ...face, covers: one.covers ?? one.node };
    if (!isSolid) return [face];
    return [layer('sides', sidesOf(one.node, cover, thickness, way, middle), { place: one.place }), face];
  });
  const reach = isSolid ? { towards: thickness.towards, part: partBack(thickness, middle) } : null;
  return { ...painted, layers, reach };
}
