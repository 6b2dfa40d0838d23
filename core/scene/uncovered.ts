import { contentKey, touches, type Needs, type Node, type Request } from '../graph/node';
import { gridOf, spreadOver } from '../graph/grid';
import { filledIn } from '../pixels/filledIn';
import { leftFree } from '../pixels/leftFree';
import { isBlank } from '../pixels/even';
import { emptyRaster, type Raster } from '../pixels/raster';
import type { Size } from '../pixels/region';

/** What lies behind veils is filled in on so many places of the sheet. */
const mostPlaces = 4e5;
/** Up to the first a px is the photograph's, from the second on what is filled in; part of it that a veil covers. */
const [clear, covered] = [0.02, 0.35];

/**
 * The photographs as if what veils show were not there: where a veil covers a px, what lies around the veil goes on. It is
 * the surface that letters behind the veils lie on.
 * @param mattes of the veils, one channel each
 */
export function uncovered(photo: Node, mattes: readonly Node[], sheet: Size): Node {
  if (mattes.length === 0) return photo;
  const grid = gridOf(sheet, mostPlaces);
  const named = (request: Request) =>
    Object.fromEntries(
      mattes.flatMap((node, i) =>
        touches(node.bounds, request) ? [[`matte ${i}`, { node, region: request.region }]] : [],
      ),
    );
  const filled: Node = {
    key: contentKey(
      'filled in',
      photo.key,
      mattes.map(({ key }) => key),
    ),
    isForAll: true,
    channels: 4,
    bounds: null,
    needs: (request) => ({ photo: { node: photo, region: request.region }, ...named(request) }),
    compute: (_, { photo: picture, ...own }) => filledIn(known(picture, Object.values(own))),
  };
  return {
    key: contentKey('uncovered', filled.key),
    isTiled: true,
    channels: 4,
    bounds: null,
    isSolid: (request) => photo.isSolid?.(request) === true,
    needs: (request) => ({ photo: { node: photo, region: request.region }, ...named(request) }),
    needsThen: (request, inputs): Needs =>
      Object.keys(named(request)).some((name) => !isBlank(inputs[name])) ? { filled: { node: filled, ...grid } } : {},
    compute(request, { photo: picture, filled: around, ...own }) {
      if (!around) return picture;
      return mixed(picture, spreadOver(around, grid, request), Object.values(own));
    },
  };
}

/** What is seen of the photographs beside the veils. */
function known({ width, height, data }: Raster, mattes: readonly Raster[]): Raster {
  const out = emptyRaster(width, height, 4);
  const free = leftFree(mattes, width * height);
  for (let i = 0, at = 0; at < data.length; i++, at += 4)
    if (1 - free[i] <= clear) for (let c = 0; c < 4; c++) out.data[at + c] = data[at + c];
  return out;
}

function mixed(picture: Raster, under: Raster, mattes: readonly Raster[]): Raster {
  const out = emptyRaster(picture.width, picture.height, 4);
  const free = leftFree(mattes, picture.width * picture.height);
  for (let i = 0, at = 0; at < out.data.length; i++, at += 4) {
    const share = Math.min(1, Math.max(0, (1 - free[i] - clear) / (covered - clear)));
    for (let c = 0; c < 4; c++)
      out.data[at + c] = picture.data[at + c] + (under.data[at + c] - picture.data[at + c]) * share;
  }
  return out;
}
