import { samplePicture } from '../../pixels/resample';
import { contentKey, type Node } from '../../render/node';
import type { Materials } from '../pass';
import type { Plate } from './schema';

/** The plate's pixels on the sheet. */
export function plateNode(plate: Plate, materials: Materials): Node {
  const picture = materials.picture(plate.asset);
  return {
    key: contentKey('plate', picture.key, plate.scale, plate.x, plate.y),
    channels: 4,
    bounds: { x: plate.x, y: plate.y, width: picture.width * plate.scale, height: picture.height * plate.scale },
    needs: () => [],
    compute: ({ region, scale }) =>
      samplePicture(picture, { scale: plate.scale * scale, x: plate.x * scale, y: plate.y * scale }, region),
  };
}
