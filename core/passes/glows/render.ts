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
import { flareAt, ghostsOf } from './flare';
import { placeOf } from './place';
import type { Glow } from './schema';

/** Looked up once: the loop is hot. */
const { hypot, max, min } = Math;

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
    compute({ region, scale }) {
      const out = emptyRaster(region.width, region.height, 4);
      const own: [number, number, number] = [0, 0, 0];
      for (let y = 0, at = 0; y < region.height; y++)
        for (let x = 0; x < region.width; x++, at += 4) {
          light((region.x + x + 0.5) / scale, (region.y + y + 0.5) / scale, own);
          for (let c = 0; c < 3; c++) out.data[at + c] = min(1, own[c] * strength * colour[c]);
        }
      return out;
    },
  };
  // A lens mixes light: it is softened before it is encoded.
  const node = asLayer(blur > 0 ? fallen(lit, { x: 0, y: 0, sigma: blur }) : lit);
  return layer(glow.as, touchedUp(node, glow.touch), { mode: 'screen', mixing: 'linear', once: true });
}

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
