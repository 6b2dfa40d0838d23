import { blurReach, gaussianBlur } from '../../kernels/blur';
import { encodedInPlace, toLight } from '../../kernels/colour';
import { signedDistance } from '../../kernels/distance';
import { filtered } from '../../graph/filter';
import { contentKey, type Node } from '../../graph/node';
import { curveThrough } from '../../shape/curve';
import { linearOf } from '../../pixels/colour';
import { crop, type Raster } from '../../pixels/raster';
import { grow, type Region } from '../../pixels/region';
import { smoothStep } from '../../pixels/smoothStep';
import { litBy, type Way } from './light';
import type { Edges, Lip } from './schema';
import { textureOf } from './texture';

/** Looked up once: these loops are hot. */
const { hypot, max, min, pow, sqrt } = Math;

/** How high an edge has risen at a part of its width. @param drawn the curve of a drawn profile */
export function risen(profile: Edges['profile'], part: number, drawn: (at: number) => number = (at) => at): number {
  const t = min(1, max(0, part));
  if (profile === 'drawn') return drawn(t);
  if (profile === 'chamfer') return t;
  if (profile === 'step') return smoothStep(t * 3);
  return sqrt(1 - (1 - t) * (1 - t));
}

/** No edge is rounded by less, output px: pixels have no corners. */
const leastSoft = 0.7;

/** The height of a lettering's face over its foot, in output px. @param cover one channel */
export function heightsOf(cover: Raster, { profile, curve, width, depth, soft, as }: Edges, scale: number): Raster {
  const distance = signedDistance(cover);
  const sign = as === 'sunken' ? -1 : 1;
  const [wide, high] = [width * scale, depth * scale * sign];
  const drawn = curveThrough(curve);
  const heights = { ...cover, data: distance.data.map((far) => high * risen(profile, far / wide, drawn)) };
  return gaussianBlur(heights, max(leastSoft, soft * scale));
}

/** What edges lie on: the surface whose texture they take, RGBA; and where they are at all, sheet px. */
export interface EdgesOn {
  surface?: Node | null;
  only?: Region | null;
}

/** More light than this a place never gets, in that of the flat face. */
const brightest = 3;

/**
 * Letters with raised or sunken edges: their colour lit by Lambert's law in the light that their flat face has, and the
 * lamp mirrored (Blinn 1977). @param cover of the letters, one channel
 */
export function withEdges(
  face: Node,
  cover: Node,
  edges: Edges,
  way: Way,
  { surface = null, only = null }: EdgesOn = {},
): Node {
  const { width, soft, light, shade, gloss, sharpness, texture, grain } = edges;
  const isRough = texture > 0 && surface !== null;
  const reach = width + max(blurReach(soft), isRough ? blurReach(grain) : 0) + 3;
  const [lit, shaded, lampLight] = [edges.lightColour ?? way.colour, edges.shadeColour, way.colour].map(linearOf);
  const up = max(0.1, Math.abs(way.z));
  const litOf = litBy(way);
  const { strength } = way;
  const half = [way.x, way.y, up + 1];
  const long = hypot(...half);
  const power = 8 * pow(40, sharpness);
  return filtered(face, {
    key: contentKey('edges', edges, way),
    reach,
    keepsBlank: true,
    with: isRough ? { cover, surface } : { cover },
    widely: ['cover', 'surface'],
    bounds: face.bounds,
    only: only && !isRough ? grow(only, reach) : null,
    apply(source, { request: { region, scale }, lying, inputs }) {
      const heights = heightsOf(inputs.cover, edges, scale);
      if (isRough) roughened(heights, textureOf(inputs.surface, grain * scale, texture));
      const out = toLight(crop(source, lying, region));
      const stride = lying.width;
      const facing = new Float64Array(3);
      for (let y = 0, at = 0; y < region.height; y++) {
        let i = (y + region.y - lying.y) * stride + region.x - lying.x;
        for (let x = 0; x < region.width; x++, i++, at += 4) {
          const alpha = out.data[at + 3];
          if (alpha <= 0) continue;
          const dx = (heights.data[i + 1] - heights.data[i - 1]) / 2;
          const dy = (heights.data[i + stride] - heights.data[i - stride]) / 2;
          if (dx === 0 && dy === 0 && gloss === 0) continue;
          const size = sqrt(dx * dx + dy * dy + 1);
          litOf(-dx / size, -dy / size, 1 / size, facing);
          const mirrored =
            gloss > 0 ? gloss * pow(max(0, (-dx * half[0] - dy * half[1] + half[2]) / (size * long)), power) : 0;
          for (let c = 0; c < 3; c++) {
            const more = max(0, min(brightest, facing[c]) - 1) * light * strength;
            const less = min(1, max(0, 1 - facing[c]) * shade * strength);
            const own = out.data[at + c];
            const darker = own * (1 - less) + own * shaded[c] * less;
            out.data[at + c] = min(alpha, darker + own * more * lit[c] + mirrored * strength * lampLight[c] * alpha);
          }
        }
      }
      return encodedInPlace(out);
    },
  });
}

function roughened({ data }: Raster, texture: Float32Array): void {
  for (let i = 0; i < data.length; i++) data[i] += texture[i];
}

/** A thin light edge towards the lamp, or all around where it stands behind. @param cover of the letters */
export function withLip(face: Node, cover: Node, { width, strength, colour }: Lip, way: Way): Node {
  const light = linearOf(colour ?? way.colour);
  const flat = hypot(way.x, way.y) || 1;
  const isBehind = way.z < 0;
  return filtered(face, {
    key: contentKey('lip', width, strength, colour, way),
    reach: width * 2 + 4,
    keepsBlank: true,
    with: { cover },
    widely: ['cover'],
    bounds: face.bounds,
    apply(source, { request: { region, scale }, lying, inputs }) {
      const distance = gaussianBlur(signedDistance(inputs.cover), leastSoft);
      const out = toLight(crop(source, lying, region));
      const [stride, wide] = [lying.width, max(1, width * scale)];
      for (let y = 0, at = 0; y < region.height; y++) {
        let i = (y + region.y - lying.y) * stride + region.x - lying.x;
        for (let x = 0; x < region.width; x++, i++, at += 4) {
          const alpha = out.data[at + 3];
          const far = distance.data[i];
          if (alpha <= 0 || !(far < wide)) continue;
          const dx = (distance.data[i + 1] - distance.data[i - 1]) / 2;
          const dy = (distance.data[i + stride] - distance.data[i - stride]) / 2;
          const size = sqrt(dx * dx + dy * dy) || 1;
          // Out of the letter is where the distance falls.
          const towards = isBehind ? 1 : max(0, -(dx * way.x + dy * way.y) / (size * flat));
          const share = min(1, strength * way.strength) * towards * smoothStep(1 - max(0, far) / wide);
          for (let c = 0; c < 3; c++) out.data[at + c] += (alpha * light[c] - out.data[at + c]) * share;
        }
      }
      return encodedInPlace(out);
    },
  });
}
