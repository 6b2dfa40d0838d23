import { blend } from '../../kernels/blend';
import { tint } from '../../kernels/coverage';
import { signedDistance } from '../../kernels/distance';
import { readColour } from '../../pixels/colour';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { grow, unionOf, type Region } from '../../pixels/region';
import { contentKey, keyOf, nowhere, touches, type Node, type Request } from '../../graph/node';
import { sizeOf, type Affine } from '../../shape/affine';
import type { Letters } from '../../type/letters';
import { coverOf, placedLetters, type PlacedLetter } from '../../graph/cover';
import type { Coated } from '../../coats/fill';
import type { Rgba } from '../../coats/filling';
import { mixCoats } from '../../coats/mainColour';

/** One further drawing of the letters, in one colour. */
interface Layer {
  inked: PlacedLetter[];
  place: Affine;
  colour: Rgba;
  /** Width of the line along the edge, sheet px; null fills the letters. */
  outline: number | null;
  /** Sheet px; null without ink. */
  bounds: Region | null;
}

/** The further drawings of the letters, which lie behind them; null where there are none. */
export function echoesNode(letters: Letters, ink: Coated): Node | null {
  if (letters.echoes.length === 0) return null;
  const colour = mixCoats(ink);
  const layers = letters.echoes.map(({ place, opacity, outline, colour: own }): Layer => {
    const inked = placedLetters(letters.letters, place);
    const width = outline === null ? null : outline * sizeOf(place);
    const bounds = unionOf(inked.map((one) => one.bounds));
    return {
      inked,
      place,
      colour: faded(own ? recoloured(colour, own) : colour, opacity),
      outline: width,
      bounds: bounds && grow(bounds, width === null ? 0 : width / 2),
    };
  });
  return {
    key: contentKey('echoes', colour, letters.echoes, keyOf(letters.letters)),
    channels: 4,
    bounds: unionOf(layers.map(({ bounds }) => bounds)) ?? nowhere,
    needs: () => ({}),
    compute(request) {
      const out = emptyRaster(request.region.width, request.region.height, 4);
      for (const layer of layers)
        if (layer.bounds && touches(layer.bounds, request)) blend(out, paintLayer(layer, request));
      return out;
    },
  };
}

const faded = (colour: Rgba, opacity: number): Rgba => colour.map((value) => value * opacity) as Rgba;

/** Another colour at the ink's strength. */
export function recoloured(ink: Rgba, css: string): Rgba {
  const [red, green, blue, own] = readColour(css);
  const alpha = own * ink[3];
  return [red * alpha, green * alpha, blue * alpha, alpha];
}

function paintLayer({ inked, place, colour, outline }: Layer, request: Request): Raster {
  const { region, scale } = request;
  if (outline === null) return tint(coverOf(inked, place, request), colour);
  // The line reaches half its width to both sides of the edge; what shapes it may lie outside of the region.
  const half = (outline * scale) / 2;
  const margin = Math.ceil(half) + 2;
  return tint(bandAlong(coverOf(inked, place, { region: grow(region, margin), scale }), half, margin), colour);
}

/** How much of each px lies within `half` px of the edge. The result is `margin` px smaller on each side. */
function bandAlong(cover: Raster, half: number, margin: number): Raster {
  const distance = signedDistance(cover);
  const out = emptyRaster(cover.width - 2 * margin, cover.height - 2 * margin, 1);
  for (let y = 0; y < out.height; y++) {
    for (let x = 0; x < out.width; x++) {
      const away = Math.abs(distance.data[(y + margin) * cover.width + x + margin]);
      out.data[y * out.width + x] = Math.min(1, Math.max(0, Math.min(half - away + 0.5, 2 * half)));
    }
  }
  return out;
}
