import { gaussianBlur } from '../../kernels/blur';
import { encodedInPlace, toLight } from '../../kernels/colour';
import { signedDistance } from '../../kernels/distance';
import { contentKey, touches, type Needs, type Node, type Request } from '../../graph/node';
import { withinBounds } from '../../graph/withinBounds';
import { meeting } from '../../light/meeting';
import { isBlank } from '../../pixels/even';
import { between } from '../../pixels/between';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { grow, union, type Region } from '../../pixels/region';
import { litBy, type Way } from './light';
import type { Thickness } from './schema';

/** Looked up once: these loops are hot. */
const { ceil, floor, hypot, max, min, sqrt } = Math;

/** The way from a place of the face to the same place of the back is this part of the way to the point. */
export function partBack({ depth, towards: [x, y] }: Thickness, [cx, cy]: readonly [number, number]): number {
  return min(0.95, depth / max(1, hypot(x - cx, y - cy)));
}

/** Where the back of a box is seen. */
function backOf({ x, y, width, height }: Region, [px, py]: readonly [number, number], part: number): Region {
  const left = 1 - part;
  return { x: x * left + px * part, y: y * left + py * part, width: width * left, height: height * left };
}

/** Normals are taken from a coverage blurred by this, output px: a side has no noise of pixels. */
const smooth = 1.6;

/**
 * The sides of letters that stand: from each place the way towards the viewer is followed until it meets the face; the
 * side there has the face's colour in the light that it gets by Lambert's law, against that of the face.
 * @param face RGBA, and @param cover of the letters, one channel
 * @param middle of the letters, sheet px
 */
export function sidesOf(
  face: Node,
  cover: Node,
  thickness: Thickness,
  way: Way,
  middle: readonly [number, number],
): Node {
  const { towards, shade } = thickness;
  const part = partBack(thickness, middle);
  const bounds = cover.bounds && union(cover.bounds, backOf(cover.bounds, towards, part));
  // A place may show what lies nearer to the viewer: as far away as the whole way back is at the letters' farthest.
  const farthest = bounds
    ? max(
        ...[bounds.x, bounds.x + bounds.width].flatMap((x) =>
          [bounds.y, bounds.y + bounds.height].map((y) => hypot(x - towards[0], y - towards[1])),
        ),
      ) *
      (part / (1 - part))
    : thickness.depth * 2;
  const readFrom = ({ region, scale }: Request): Region => grow(region, ceil(farthest * scale) + 6);
  return withinBounds({
    key: contentKey('sides', face.key, cover.key, thickness, way, middle),
    channels: 4,
    bounds: bounds && grow(bounds, 2),
    needs(request): Needs {
      if (!touches(bounds && grow(bounds, 2), request)) return {};
      const region = readFrom(request);
      return { face: { node: face, region }, cover: { node: cover, region } };
    },
    compute(request, inputs) {
      const { region, scale } = request;
      if (!inputs.cover || isBlank(inputs.cover)) return emptyRaster(region.width, region.height, 4);
      const soft = gaussianBlur(inputs.cover, smooth);
      const following = { point: [towards[0] * scale, towards[1] * scale] as const, part, way, shade };
      return encodedInPlace(followed(inputs.cover, soft, toLight(inputs.face), region, readFrom(request), following));
    },
  });
}

interface Following {
  point: readonly [number, number];
  part: number;
  way: Way;
  shade: number;
}

function followed(
  cover: Raster,
  soft: Raster,
  face: Raster,
  region: Region,
  from: Region,
  { point, part, way, shade }: Following,
): Raster {
  const out = emptyRaster(region.width, region.height, 4);
  const distance = signedDistance(cover);
  // Light from behind the face reaches its sides, as strongly as light can.
  const litOf = litBy(way.z < leastUp ? { ...way, z: leastUp } : way);
  const facing = new Float64Array(3);
  const back = part / (1 - part);
  for (let y = 0, at = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++, at += 4) {
      const px = region.x + x + 0.5;
      const py = region.y + y + 0.5;
      const dx = (px - point[0]) * back;
      const dy = (py - point[1]) * back;
      // Most places lie too far from any letter.
      const off = -distance.data[(region.y + y - from.y) * from.width + region.x + x - from.x] - sure;
      if (off > 0 && off * off > dx * dx + dy * dy) continue;
      // Away from the point is towards the viewer: the place of the face that is seen here at the back.
      const met = meeting(cover, distance, px - from.x, py - from.y, dx, dy);
      if (!met) continue;
      const [hx, hy, alpha] = met;
      const nx = between(soft, hx - 1, hy) - between(soft, hx + 1, hy);
      const ny = between(soft, hx, hy - 1) - between(soft, hx, hy + 1);
      const size = sqrt(nx * nx + ny * ny) || 1;
      litOf(nx / size, ny / size, 0, facing);
      // The face's own colour, a little inwards, where it is fully there.
      const colour = colourAt(face, hx - (nx / size) * inwards, hy - (ny / size) * inwards);
      for (let c = 0; c < 3; c++) {
        const lit = min(brightest, shade + (1 - shade) * facing[c] * way.strength);
        out.data[at + c] = min(1, colour[c] * lit) * alpha;
      }
      out.data[at + 3] = alpha;
    }
  return out;
}

/** What is farther than its distance less this, px, is not met. */
const sure = 2.5;

/** Light that comes from behind is taken to stand so high over the face. */
const leastUp = 0.1;
/** Sides get no more light than this, in that of the face. */
const brightest = 1.3;
/** How far within its edge the face's colour is read, output px. */
const inwards = 2.5;

/** The colour of a premultiplied place, as if it were opaque. */
function colourAt({ width, height, data }: Raster, x: number, y: number): [number, number, number] {
  const [column, row] = [min(width - 1, max(0, floor(x))), min(height - 1, max(0, floor(y)))];
  const at = (row * width + column) * 4;
  const alpha = data[at + 3];
  return alpha > 0.01 ? [data[at] / alpha, data[at + 1] / alpha, data[at + 2] / alpha] : [0, 0, 0];
}
