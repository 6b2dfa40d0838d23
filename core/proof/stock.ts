import { noiseAt } from '../passes/drape/noise';
import { linearOf } from '../pixels/colour';
import { emptyRaster, type Raster } from '../pixels/raster';

/** What is printed on. */
export interface Stock {
  name: string;
  /** CSS colour of the bare stock. */
  colour: string;
  /** How much dots grow where half of the paper is inked, fraction (dot gain). */
  gain: number;
  /** How much a tooth or a knit changes the light, fraction, and how large it is, mm. */
  texture: { kind: 'none' | 'tooth' | 'fibres' | 'knit'; strength: number; size: number };
  /** White is laid under the inks, as on dark garments. */
  underbase: boolean;
}

const plain = { kind: 'none', strength: 0, size: 1 } as const;

/** What can be printed on, by name. */
export const stocks = {
  coated: { name: 'Coated white', colour: '#fbfbf8', gain: 0.12, texture: plain, underbase: false },
  uncoated: {
    name: 'Uncoated white',
    colour: '#f3efe4',
    gain: 0.22,
    texture: { kind: 'tooth', strength: 0.05, size: 0.5 },
    underbase: false,
  },
  kraft: {
    name: 'Brown kraft',
    colour: '#b98f62',
    gain: 0.24,
    texture: { kind: 'fibres', strength: 0.14, size: 0.9 },
    underbase: false,
  },
  linen: {
    name: 'Linen tea towel',
    colour: '#e5dcc8',
    gain: 0.26,
    texture: { kind: 'knit', strength: 0.13, size: 0.8 },
    underbase: false,
  },
  whiteShirt: {
    name: 'White cotton',
    colour: '#f1f0ec',
    gain: 0.2,
    texture: { kind: 'knit', strength: 0.08, size: 0.7 },
    underbase: false,
  },
  blackShirt: {
    name: 'Black cotton',
    colour: '#1d1d20',
    gain: 0.16,
    texture: { kind: 'knit', strength: 0.3, size: 0.7 },
    underbase: true,
  },
} as const satisfies Record<string, Stock>;

export type StockName = keyof typeof stocks;

/**
 * How much light is left where dots grow: the area that is inked grows most at a half (Murray and Davies 1936 for area
 * and light; a parabola for the gain). @param light 0..1, linear, of the ink on white
 */
export function withGain(light: number, gain: number): number {
  const area = 1 - Math.min(1, Math.max(0, light));
  return 1 - Math.min(1, area + 4 * gain * area * (1 - area));
}

/** How a stock's surface changes its light at a place, about 0. @param x, y mm */
export function textureAt({ kind, strength, size }: Stock['texture'], x: number, y: number): number {
  const [u, v] = [x / size, y / size];
  switch (kind) {
    case 'none':
      return 0;
    case 'tooth':
      return strength * (0.6 * noiseAt(u, v) + 0.4 * noiseAt(u * 2.3 + 7, v * 2.3));
    case 'fibres':
      return strength * (0.55 * noiseAt(u * 0.35, v * 2.4) + 0.45 * noiseAt(u * 2.1, v * 0.6 + 31));
    case 'knit':
      return strength * (0.7 * Math.sin(2 * Math.PI * u) * Math.sin(2 * Math.PI * (v + u / 2)) + 0.3 * noiseAt(u, v));
  }
}

/**
 * A design printed on stock: inks take light from the stock, dots grow, the surface shows through.
 * @param light premultiplied linear RGBA of the design; where it is clear the stock is seen
 * @param mmPerPx on paper
 * @returns opaque linear RGBA
 */
export function onStock(light: Raster, stock: Stock, mmPerPx: number): Raster {
  const out = emptyRaster(light.width, light.height, 4);
  const bare = linearOf(stock.colour);
  const { gain, underbase, texture } = stock;
  for (let y = 0, at = 0; y < light.height; y++)
    for (let x = 0; x < light.width; x++, at += 4) {
      const alpha = light.data[at + 3];
      const rough = 1 + textureAt(texture, x * mmPerPx, y * mmPerPx);
      for (let c = 0; c < 3; c++) {
        const ink = alpha > 0 ? light.data[at + c] / alpha : 1;
        const printed = withGain(ink, gain) * (underbase ? whiteBase : bare[c]);
        out.data[at + c] = Math.max(0, (printed * alpha + bare[c] * (1 - alpha)) * rough);
      }
      out.data[at + 3] = 1;
    }
  return out;
}

/** A white that is laid under inks on dark cloth gives back this part of the light. */
const whiteBase = 0.82;
