import { touchedUp } from '../../graph/brushed';
import { filtered } from '../../graph/filter';
import { contentKey, type Node } from '../../graph/node';
import { fallen } from '../../light/fall';
import type { Lamp } from '../../light/lamp';
import { linearOf } from '../../pixels/colour';
import { emptyRaster } from '../../pixels/raster';
import type { Region, Size } from '../../pixels/region';
import { encode } from '../../pixels/transfer';
import { layer, type Layer } from '../pass';
import { falloffOf } from './falloff';
import { finestOfFlare, flareAt, ghostsOf } from './flare';
import { placeOf } from './place';
import { betweenPlaces, everywhere, refine, type PixelLight } from './places';
import type { Glow } from './schema';

/** Looked up once: the loop is hot. */
const { floor, hypot, max, min } = Math;

/** A glow or a flare as light that is screened over what lies below, in linear light. */
export function glowLayer(glow: Glow, lamp: Lamp | null, sheet: Size): Layer {
  const from = placeOf(glow, lamp, sheet);
  const css = glow.colour ?? lamp?.colour ?? '#fff4e2';
  const colour = linearOf(css);
  const light =
    glow.as === 'glow' ? glowLight(glow, from) : flareLight(glow, from, [sheet.width / 2, sheet.height / 2]);
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
      const own: [number, number, number] = [0, 0, 0];
      const lightIn =
        (to: number): PixelLight =>
        (x, y, data, k) => {
          light((x + 0.5) / to, (y + 0.5) / to, own);
          for (let c = 0; c < 3; c++) data[k + c] = min(1, own[c] * strength * colour[c]);
        };
      const step = stepOf(finestOf(glow) * scale);
      if (step === 1) return everywhere(region, lightIn(scale));
      const out = betweenPlaces(request, step, lightIn);
      // Where streaks run together they are finer than any of them.
      if (glow.as === 'flare')
        refine(
          out,
          region,
          from.map((one) => one * scale) as [number, number],
          fineWithin * radius * scale,
          lightIn(scale),
        );
      return out;
    },
  };
  // A lens mixes light: it is softened before it is encoded.
  const node = asLayer(blur > 0 ? fallen(lit, { x: 0, y: 0, sigma: blur }) : lit);
  return layer(glow.as, touchedUp(node, glow.touch), { mode: 'screen', mixing: 'linear', once: true });
}

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

/** Light as what covers what is below by its own share, so that what is clear stays clear where no light is. */
const asLayer = (lit: Node): Node =>
  filtered(lit, {
    key: 'light as a layer',
    reach: 0,
    apply(light) {
      const out = emptyRaster(light.width, light.height, 4);
      for (let at = 0; at < light.data.length; at += 4) {
        const alpha = max(light.data[at], light.data[at + 1], light.data[at + 2]);
        if (alpha <= 1e-5) continue;
        for (let c = 0; c < 3; c++) out.data[at + c] = encode(light.data[at + c] / alpha) * alpha;
        out.data[at + 3] = alpha;
      }
      return out;
    },
  });

type Light = (x: number, y: number, out: [number, number, number]) => void;

function glowLight({ stops, radius }: Glow, [cx, cy]: readonly [number, number]): Light {
  const falloff = falloffOf(stops);
  return (x, y, out) => {
    const value = max(0, falloff(hypot(x - cx, y - cy) / radius));
    out[0] = out[1] = out[2] = value;
  };
}

function flareLight(glow: Glow, from: readonly [number, number], middle: readonly [number, number]): Light {
  const ghosts = ghostsOf(glow, from, middle);
  return (x, y, out) => flareAt(glow, ghosts, from, [x, y], out);
}
