import { blurMargin, blurRegion } from '../../kernels/blur';
import { encodedInPlace, toLight } from '../../kernels/colour';
import { spreadOver } from '../../graph/grid';
import { contentKey, nowhere, touches, type Needs, type Node, type Request } from '../../graph/node';
import { withinBounds } from '../../graph/withinBounds';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { grow, type Region } from '../../pixels/region';
import { discBlur, discMargin, radiusOfSigma } from './disc';
import type { Blur } from './schema';
import type { SigmaField } from './sigmas';

/** Looked up once: these loops are hot. */
const { ceil, max, min } = Math;

/** What is blurred more than this, output px, is worked out in fewer px. */
const finest = 14;
/** Where sigma changes from place to place it is worked out for so many, and mixed between them. */
const levels = 5;
/** Less than this, output px, is no blur. */
const least = 0.05;

/** Letters out of focus: blurred as light. One channel is a coverage and is blurred as it is. */
export function outOfFocus(source: Node, { as }: Pick<Blur, 'as'>, field: SigmaField): Node {
  const margin = as === 'lens' ? discMargin : blurMargin;
  const reach = margin(field.most) + 2;
  const bounds = source.bounds && (source.bounds.width > 0 ? grow(source.bounds, reach) : nowhere);
  const sigmas = field.isEven ? [field.most] : spread(field.least, field.most);
  /** The scale at which one sigma is worked out, and what of the source that takes. */
  const partOf = (sigma: number, { region, scale }: Request): { region: Region; read: Region; scale: number } => {
    const own = min(scale, finest / max(1e-6, sigma));
    const factor = own / scale;
    const lying =
      factor === 1
        ? region
        : grow(
            {
              x: Math.floor(region.x * factor),
              y: Math.floor(region.y * factor),
              width: ceil(region.width * factor) + 1,
              height: ceil(region.height * factor) + 1,
            },
            2,
          );
    return { region: lying, read: grow(lying, margin(sigma * own)), scale: own };
  };
  const wanted = (request: Request): number[] => {
    if (field.isEven) return [0];
    const { region, scale } = request;
    const here = [0, 0.5, 1].flatMap((u) =>
      [0, 0.5, 1].map((v) => field.at([(region.x + u * region.width) / scale, (region.y + v * region.height) / scale])),
    );
    const [low, high] = [stepOf(sigmas, min(...here))[0], stepOf(sigmas, max(...here))[0] + 1];
    // One more to either side: letters of their own may lie between the places looked at.
    return sigmas.flatMap((_, step) => (step >= low - 1 && step <= high + 1 ? step : []));
  };
  return withinBounds({
    key: contentKey('out of focus', source.key, as, sigmas, field.isEven ? '' : fieldKey(field, source)),
    channels: source.channels,
    bounds,
    needs: (request): Needs =>
      touches(bounds, request)
        ? Object.fromEntries(
            wanted(request).map((i) => {
              const part = partOf(sigmas[i], request);
              return [`level ${i}`, { node: source, region: part.read, scale: part.scale }];
            }),
          )
        : {},
    compute(request, inputs) {
      const { region, scale } = request;
      const found = new Map<number, Raster>();
      for (const i of wanted(request)) {
        const input = inputs[`level ${i}`];
        if (!input) continue;
        const part = partOf(sigmas[i], request);
        const light = source.channels === 4 ? toLight(input) : input;
        const sigma = sigmas[i] * part.scale;
        const blurred = blurOnce(light, part.read, part.region, sigma, as);
        found.set(i, part.scale === scale ? blurred : spreadOver(blurred, part, request));
      }
      if (found.size === 0) return emptyRaster(region.width, region.height, source.channels);
      const out = found.size === 1 ? [...found.values()][0] : mixed(found, sigmas, field, request, source.channels);
      return source.channels === 4 ? encodedInPlace(out) : out;
    },
  });
}

function blurOnce(light: Raster, read: Region, region: Region, sigma: number, as: Blur['as']): Raster {
  if (sigma < least) return blurRegion(light, read, region, 0);
  // A disc smaller than a px is not even: a Gaussian of its sigma is as near.
  return as === 'lens' && radiusOfSigma(sigma) > 0.75
    ? discBlur(light, read, region, sigma)
    : blurRegion(light, read, region, sigma);
}

/** Sigmas from the least to the most, closer where there is little. */
const spread = (from: number, to: number): number[] =>
  Array.from({ length: levels }, (_, i) => from + (to - from) * (i / (levels - 1)) ** 1.5);

function stepOf(sigmas: readonly number[], sigma: number): [step: number, share: number] {
  let step = 0;
  while (step < sigmas.length - 2 && sigma > sigmas[step + 1]) step++;
  const width = sigmas[step + 1] - sigmas[step];
  return [step, width > 0 ? min(1, max(0, (sigma - sigmas[step]) / width)) : 0];
}

/** Fields that differ somewhere have other keys: told by what they say in some places. */
function fieldKey(field: SigmaField, { bounds }: Node): number[] {
  const { x, y, width, height } = bounds ?? { x: 0, y: 0, width: 1000, height: 1000 };
  return Array.from({ length: 25 }, (_, i) =>
    field.at([x + (width * (i % 5)) / 4, y + (height * Math.floor(i / 5)) / 4]),
  );
}

function mixed(
  found: ReadonlyMap<number, Raster>,
  sigmas: readonly number[],
  field: SigmaField,
  { region, scale }: Request,
  channels: 1 | 4,
): Raster {
  const out = emptyRaster(region.width, region.height, channels);
  const any = [...found.values()][0];
  for (let y = 0, i = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++, i++) {
      const [step, share] = stepOf(sigmas, field.at([(region.x + x + 0.5) / scale, (region.y + y + 0.5) / scale]));
      const near = found.get(step) ?? found.get(step + 1) ?? any;
      const far = found.get(step + 1) ?? near;
      for (let c = 0, at = i * channels; c < channels; c++, at++)
        out.data[at] = near.data[at] + (far.data[at] - near.data[at]) * share;
    }
  return out;
}
