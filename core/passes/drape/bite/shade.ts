import { blurMargin, blurReach, blurRegion } from '../../../kernels/blur';
import { toLight, toOklab } from '../../../kernels/colour';
import { fastLogs } from '../../../kernels/logarithm';
import { crop, emptyRaster, type Raster } from '../../../pixels/raster';
import { grow } from '../../../pixels/region';
import { contentKey, type Node, type Request } from '../../../graph/node';
import { filtered } from '../../../graph/filter';
import { spreadOver } from '../../../graph/grid';
import type { Bite } from '../schema';
import { litBy, overLightness, shadowOf, toneAt, type Hue } from './hues';
import { darkAndNarrow } from './narrow';
import { evenNode, huesNode, readHues, type Ground } from './tones';

/** Hues are read from a surface softened by so much, sheet px: grain has none. */
const hueSoftness = 1;
/** What counts as dark is read from a surface softened by so much, sheet px: grain darkens nothing, line 8 gives letters theirs. */
const grainSoftness = 0.6;
/** No surface counts as darker than this, linear: what divides black is noise. */
const darkest = 0.002;

/** A Gaussian of so many sheet px. */
export const softened = (source: Node, sigma: number): Node =>
  filtered(source, {
    key: contentKey('softened', sigma),
    reach: blurReach(sigma),
    keepsBlank: true,
    from: ({ region, scale }) => grow(region, blurMargin(sigma * scale)),
    apply: (pixels, { request, lying }) => blurRegion(pixels, lying, request.region, sigma * request.scale),
  });

/**
 * How the surface is lit in each place against its own even tone: natural logarithms of red, green and blue in three of
 * four channels. Where nothing is, it is even.
 */
export function shadeNode(bite: Bite, ground: Ground): Node {
  const { keptOut, channels } = bite;
  const even = evenNode(bite, ground);
  const shadow = keptOut > 0 ? narrowShadow(bite, ground) : null;
  return {
    key: contentKey('shade', ground.node.key, even.key, keptOut, channels, shadow?.key),
    channels: 4,
    bounds: null,
    needs: ({ region }) => ({
      surface: { node: ground.node, region },
      even: { node: even, region: ground.region, scale: ground.scale },
      ...(shadow && { shadow: { node: shadow, region } }),
    }),
    compute(request, { surface, even: tones, shadow: own }) {
      const out = shadeOf(toLight(surface), tonesAt(tones, ground, request), channels);
      if (shadow)
        for (let i = 0, at = 0; i < own.data.length; i++, at += 4)
          for (let c = 0; c < 3; c++) out.data[at + c] += (own.data[i] - out.data[at + c]) * keptOut;
      return out;
    },
  };
}

/** A shadow between two things of the surface is at most so many times as wide as what is called its fine texture. */
const widest = 2;

/**
 * How much darker each place is than the lit tone of its hue, where what is dark is narrow: the shadows of what stands out
 * of the surface. A wide dark patch is its paint.
 */
function narrowShadow({ radius }: Bite, ground: Ground): Node {
  const soft = softened(ground.node, hueSoftness);
  const still = softened(ground.node, grainSoftness);
  const hues = huesNode({ ...ground, node: soft });
  const shadow: Node = {
    key: contentKey('shadow of hues', still.key, hues.key),
    channels: 1,
    bounds: null,
    needs: ({ region }) => ({
      surface: { node: still, region },
      soft: { node: soft, region },
      hues: { node: hues, region: ground.region, scale: ground.scale },
    }),
    compute: (_, inputs) => againstHues(toLight(inputs.surface), toOklab(inputs.soft), readHues(inputs.hues)),
  };
  const half = Math.max(1, radius * widest);
  return filtered(shadow, {
    key: contentKey('narrow', half),
    reach: 2 * half + 3,
    from: ({ region, scale }) => grow(region, 2 * Math.ceil(half * scale) + 2),
    apply: (map, { request, lying }) =>
      crop({ ...map, data: darkAndNarrow(map, half * request.scale) }, lying, request.region),
  });
}

/** Tones in the px of a request; one px is the tone everywhere. */
const tonesAt = (tones: Raster, ground: Ground, request: Request): Raster =>
  tones.data.length === 4 ? tones : spreadOver(tones, ground, request);

function shadeOf({ width, height, data }: Raster, { data: tones }: Raster, channels: Bite['channels']): Raster {
  const shade = emptyRaster(width, height, 4);
  const out = logarithmsOf(data, channels, shade.data);
  const even = logarithmsOf(tones, channels, new Float32Array(tones.length));
  const isEven = tones.length === 4;
  for (let at = 0; at < data.length; at += 4) {
    const isThere = data[at + 3] >= 0.5;
    const t = isEven ? 0 : at;
    for (let c = 0; c < 3; c++) out[at + c] = isThere ? out[at + c] - even[t + c] : 0;
    out[at + 3] = 1;
  }
  return shade;
}

/** The logarithms of light, of each channel or of its luminance, away from black. */
function logarithmsOf(light: Float32Array, channels: Bite['channels'], out: Float32Array): Float32Array {
  if (channels === 'each') for (let i = 0; i < out.length; i++) out[i] = light[i] + darkest;
  else
    for (let at = 0; at < out.length; at += 4) {
      const lit = litBy(light[at], light[at + 1], light[at + 2]);
      out[at] = out[at + 1] = out[at + 2] = out[at + 3] = lit;
    }
  return fastLogs(out);
}

/** @param soft Oklab. One channel: logarithms, 0 where the place is as light as its hue is in the light. */
function againstHues(surface: Raster, soft: Raster, hues: readonly Hue[]): Raster {
  const out = emptyRaster(surface.width, surface.height, 1);
  const { data } = out;
  const [lit, hue] = [surface.data, soft.data];
  for (let i = 0, at = 0; i < data.length; i++, at += 4) data[i] = litBy(lit[at], lit[at + 1], lit[at + 2]);
  fastLogs(data);
  for (let i = 0, at = 0; i < data.length; i++, at += 4)
    data[i] =
      lit[at + 3] < 0.5
        ? 0
        : shadowOf(data[i] - toneAt(hues, overLightness(hue[at], hue[at + 1]), overLightness(hue[at], hue[at + 2])));
  return out;
}
