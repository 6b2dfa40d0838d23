import type { PassDocument } from '../pass';
import { describes } from './format';
import { retypedDrips } from './drips/roots';
import { drapeSchema, plainDrape, type Drape } from './schema';

/** How a lettering follows what it lies on. */
export const drapeDocument: PassDocument<Drape> = {
  schema: drapeSchema.default(plainDrape),
  plain: plainDrape,
  describes,
  assets: ({ displacement }) => {
    const key = displacement?.map.from === 'picture' ? displacement.map.asset : null;
    return key === null ? [] : [{ key, kind: 'plate', who: 'The displacement map' }];
  },
  links: ({ plane }) =>
    plane === null
      ? []
      : [{ kind: 'plane', id: plane, problem: `It lies in the plane "${plane}", which is not there.` }],
  without: (drape, isGone) => {
    if (drape.plane !== null && isGone(drape.plane)) drape.plane = null;
    return drape;
  },
  retyped({ drips }, retyping) {
    if (drips) retypedDrips(drips, retyping);
  },
  resized({ displacement, bite, pull }, { design: { factor, at } }) {
    for (const stroke of pull?.strokes ?? []) {
      stroke.points = stroke.points.map(at);
      stroke.radius *= factor;
    }
    if (pull?.fence) pull.fence.points = pull.fence.points.map(at);
    if (displacement) {
      for (const stroke of displacement.map.strokes) {
        stroke.points = stroke.points.map(at);
        stroke.radius *= factor;
      }
      displacement.level *= factor;
      displacement.slope = [displacement.slope[0] * factor, displacement.slope[1] * factor];
      if (displacement.height !== null) displacement.height *= factor;
      displacement.map.blur *= factor;
      if (displacement.map.flatten !== null) displacement.map.flatten *= factor;
    }
    if (bite) {
      bite.radius *= factor;
      if (bite.even !== null) bite.even *= factor;
      if (bite.bare) bite.bare.grain *= factor;
    }
  },
};
