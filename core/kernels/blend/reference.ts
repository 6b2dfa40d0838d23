import type { Raster } from '../../pixels/raster';
import type { BlendMode } from './modes';

type Triple = readonly [number, number, number];

function colorDodge(back: number, source: number): number {
  if (back === 0) return 0;
  return source >= 1 ? 1 : Math.min(1, back / (1 - source));
}

function colorBurn(back: number, source: number): number {
  if (back >= 1) return 1;
  return source <= 0 ? 0 : 1 - Math.min(1, (1 - back) / source);
}

/**
 * Modes that treat each channel by itself: straight backdrop and source, 0..1 (W3C Compositing and Blending Level 1,
 * 10.1).
 */
const separable: Partial<Record<BlendMode, (back: number, source: number) => number>> = {
  normal: (_, source) => source,
  multiply: (back, source) => back * source,
  screen,
  overlay: (back, source) => hardLight(source, back),
  darken: Math.min,
  lighten: Math.max,
  'color-dodge': colorDodge,
  'color-burn': colorBurn,
  'hard-light': hardLight,
  'soft-light': (back, source) =>
    source <= 0.5
      ? back - (1 - 2 * source) * back * (1 - back)
      : back + (2 * source - 1) * ((back <= 0.25 ? ((16 * back - 12) * back + 4) * back : Math.sqrt(back)) - back),
  difference: (back, source) => Math.abs(back - source),
  exclusion: (back, source) => back + source - 2 * back * source,
  subtract: (back, source) => Math.max(0, back - source),
};

/** Modes that mix the channels (10.2). */
const inseparable: Partial<Record<BlendMode, (back: Triple, source: Triple) => Triple>> = {
  hue: (back, source) => withLuminosity(withSaturation(source, saturation(back)), luminosity(back)),
  saturation: (back, source) => withLuminosity(withSaturation(back, saturation(source)), luminosity(back)),
  color: (back, source) => withLuminosity(source, luminosity(back)),
  luminosity: (back, source) => withLuminosity(back, luminosity(source)),
};

function screen(back: number, source: number): number {
  return back + source - back * source;
}

function hardLight(back: number, source: number): number {
  return source <= 0.5 ? back * 2 * source : screen(back, 2 * source - 1);
}

const luminosity = ([red, green, blue]: Triple): number => 0.3 * red + 0.59 * green + 0.11 * blue;
const saturation = (colour: Triple): number => Math.max(...colour) - Math.min(...colour);
const each = (colour: Triple, change: (value: number) => number): Triple => [
  change(colour[0]),
  change(colour[1]),
  change(colour[2]),
];

function withSaturation(colour: Triple, wanted: number): Triple {
  const [low, range] = [Math.min(...colour), saturation(colour)];
  return each(colour, (value) => (range > 0 ? ((value - low) * wanted) / range : 0));
}

function withLuminosity(colour: Triple, wanted: number): Triple {
  const moved = each(colour, (value) => value + wanted - luminosity(colour));
  const low = Math.min(...moved);
  const raised = low < 0 ? each(moved, (value) => wanted + ((value - wanted) * wanted) / (wanted - low)) : moved;
  const high = Math.max(...raised);
  return high > 1 ? each(raised, (value) => wanted + ((value - wanted) * (1 - wanted)) / (high - wanted)) : raised;
}

/** The plain reference implementation: the standard's formulas on straight colours. Arguments as `blend`. */
export function blendReference(below: Raster, above: Raster, mode: BlendMode): void {
  const to = below.data;
  const from = above.data;
  for (let at = 0; at < to.length; at += 4) {
    const sourceAlpha = from[at + 3];
    const backAlpha = to[at + 3];
    if (mode === 'add') {
      for (let c = 0; c < 4; c++) to[at + c] = Math.min(1, from[at + c] + to[at + c]);
      continue;
    }
    const source = straight(from, at, sourceAlpha);
    const back = straight(to, at, backAlpha);
    const one = separable[mode];
    const mixed = one ? source.map((value, c) => one(back[c], value)) : inseparable[mode]!(back, source);
    for (let c = 0; c < 3; c++)
      to[at + c] = from[at + c] * (1 - backAlpha) + to[at + c] * (1 - sourceAlpha) + sourceAlpha * backAlpha * mixed[c];
    to[at + 3] = sourceAlpha + backAlpha - sourceAlpha * backAlpha;
  }
}

function straight(data: Float32Array, at: number, alpha: number): Triple {
  return alpha > 0 ? [data[at] / alpha, data[at + 1] / alpha, data[at + 2] / alpha] : [0, 0, 0];
}
