import { isWithin, scaleRegion } from '../../pixels/region';
import { samplePicture, storedPixels, type Placement } from '../../pictures/resample';
import { contentKey, type Node } from '../../graph/node';
import type { Materials } from '../../graph/materials';
import type { Plate } from './schema';

/** The plate's pixels on the sheet. */
export function plateNode(plate: Plate, materials: Materials): Node {
  const picture = materials.picture(plate.asset);
  const bounds = { x: plate.x, y: plate.y, width: picture.width * plate.scale, height: picture.height * plate.scale };
  const placeAt = (scale: number): Placement => ({
    scale: plate.scale * scale,
    x: plate.x * scale,
    y: plate.y * scale,
  });
  return {
    key: contentKey('plate', picture.key, plate.scale, plate.x, plate.y),
    isTiled: true,
    channels: 4,
    bounds,
    isSolid: ({ region, scale }) => picture.channels === 3 && isWithin(region, scaleRegion(bounds, scale)),
    asStored: ({ region, scale }) => storedPixels(picture, placeAt(scale), region),
    needs: () => ({}),
    compute: ({ region, scale }) => samplePicture(picture, placeAt(scale), region),
  };
}
