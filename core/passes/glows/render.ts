import { lookUp, tableOf } from '../../pixels/table';
import { touchedUp } from '../../graph/brushed';
import { filtered } from '../../graph/filter';
import { contentKey, type Node } from '../../graph/node';
import { encodedInPlace } from '../../kernels/colour';
import { fallen } from '../../light/fall';
import type { Lamp } from '../../light/lamp';
import { linearOf } from '../../pixels/colour';
import { copyOf, type Raster } from '../../pixels/raster';
import type { Region, Size } from '../../pixels/region';
import { layer, type Layer } from '../pass';
import { falloffOf } from './falloff';
import { finestOfFlare, flareLight, ghostsOf, type Light } from './flare';
import { placeOf } from './place';
import { betweenPlaces, everywhere, refine, type RowLight } from './places';
import type { Glow } from './schema';

/** Looked up once: the loop is hot. */
const { floor, max, min, sqrt } = Math;

/** A glow or a flare as light that is screened over what lies below, in linear light. */
export function glowLayer(glow: Glow, lamp: Lamp | null, sheet: Size): Layer {
  const from = placeOf(glow, lamp, sheet);
  const css = glow.colour ?? lamp?.colour ?? '#fff4e2';
  const colour = linearOf(css);
  const light =
    glow.as === 'glow'
      ? glowLight(glow, from)
      : flareLight(glow, ghostsOf(glow, from, [sheet.width / 2, sheet.height / 2]), from);
  const { radius, blur } = glow;
  // Light that has no colour of its own is the lamp's, and as strong.
  const strength = glow.strength * (glow.colour === null ? (lamp?.strength ?? 1) : 1);
  const bounds: Region | null =
    glow.as === 'glow' ? { x: from[0] - radius, y: from[1] - radius, width: 2 * radius, height: 2 * radius } : null;
  const lit: Node = {
    key: contentKey('glow', { ...glow, touch: [] }, from, css, strength),
    channels: 4,
    bounds,
    needs: () => ({}),
    compute(request) {
      const { region, scale } = request;
      const [red, green, blue] = colour.map((one) => one * strength);
      const lightIn =
        (to: number): RowLight =>
        (x, y, count, data, at) => {
          light((x + 0.5) / to, (y + 0.5) / to, 1 / to, count, data, at);
          for (let k = at; k < at + 4 * count; k += 4) {
            data[k] = min(1, data[k] * red);
            data[k + 1] = min(1, data[k + 1] * green);
            data[k + 2] = min(1, data[k + 2] * blue);
          }
        };
      const step = stepOf(finestOf(glow) * scale);
      const out = step === 1 ? everywhere(region, lightIn(scale)) : betweenPlaces(request, step, lightIn);
      // Where streaks run together they are finer than any of them.
      if (glow.as === 'flare' && step > 1)
        refine(
          out,
          region,
          from.map((one) => one * scale) as [number, number],
          fineWithin * radius * scale,
          lightIn(scale),
        );
      return blur > 0 ? out : asLayer(out);
    },
  };
  // A lens mixes light: it is softened before it is encoded.
  const node = blur > 0 ? softenedLayer(fallen(lit, { x: 0, y: 0, sigma: blur })) : lit;
  return layer(glow.as, touchedUp(node, glow.touch), { mode: 'screen', mixing: 'linear', once: true });
}

const softenedLayer = (lit: Node): Node =>
  filtered(lit, {
    key: 'light as a layer',
    reach: 0,
    keepsBlank: true,
    apply: (light) => asLayer(copyOf(light)),
  });

/** The smallest thing that a glow or a flare shows, sheet px: the steepest of its falloff, the width of a streak. */
const finestOf = ({ as, radius, stops }: Glow): number =>
  as === 'flare'
    ? radius * finestOfFlare
    : radius * stops.slice(1).reduce((least, { at }, i) => min(least, at - stops[i].at), 1) * 0.25;

/** So many places go over the smallest thing: linear between them is right to a third of a percent of it (h^2 / 8). */
const placesAcross = 6;
/** No farther apart than this, px. */
const farthest = 8;

const stepOf = (finest: number): number => max(1, min(farthest, floor(finest / placesAcross)));

/** Around the light of a flare this much is worked out px by px, in parts of its radius. */
const fineWithin = 0.1;

/** So little light is none. */
const faint = 1e-5;

/** Light as what covers what is below by its own share, so that what is clear stays clear where no light is. @param light changed */
function asLayer(light: Raster): Raster {
  const { data } = light;
  for (let at = 0; at < data.length; at += 4) {
    const alpha = max(data[at], data[at + 1], data[at + 2]);
    if (alpha > faint) data[at + 3] = alpha;
    else data[at] = data[at + 1] = data[at + 2] = data[at + 3] = 0;
  }
  return encodedInPlace(light);
}

/** Cells of the table of a falloff: its steepest stops lie a hundredth of the radius apart. */
const falloffCells = 4096;

function glowLight({ stops, radius }: Glow, [cx, cy]: readonly [number, number]): Light {
  const falloff = falloffOf(stops);
  const table = tableOf((part) => max(0, falloff(min(1, part))), 1, falloffCells);
  const inverse = 1 / radius;
  return (x, y, step, count, out, at) => {
    const dy = y - cy;
    for (let i = 0, dx = x - cx, to = at; i < count; i++, dx += step, to += 4)
      out[to] = out[to + 1] = out[to + 2] = lookUp(table, sqrt(dx * dx + dy * dy) * inverse);
  };
}
