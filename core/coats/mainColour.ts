import { formatHex, interpolate } from 'culori';
import { readColour, type Colour } from '../pixels/colour';
import type { Coat } from './schema';
import type { Coated } from './fill';

/** The colour that stands for a coat where only one can be shown; null for a picture. */
function coatColour(coat: Coat): Colour | null {
  switch (coat.kind) {
    case 'solid':
    case 'halftone':
      return readColour(coat.colour);
    case 'gradient':
      return readColour(
        formatHex(
          interpolate(
            coat.stops.map(({ colour }) => colour),
            'oklab',
          )(0.5),
        ) ?? coat.stops[0].colour,
      );
    case 'pattern':
      return readColour(formatHex(interpolate(coat.colours, 'oklab')(coat.balance)) ?? coat.colours[0]);
    case 'plate':
    case 'picture':
      return null;
  }
}

/**
 * All coats over one another as one colour, premultiplied encoded RGBA: exact where all are solid, otherwise what
 * stands for them.
 */
export function mixCoats({ coats }: Coated): [number, number, number, number] {
  const mixed: [number, number, number, number] = [0, 0, 0, 0];
  for (const coat of coats) {
    // What a mode makes of the coats below is not known without painting them.
    const found = coat.mode === 'normal' && coat.reach.kind === 'all' ? coatColour(coat) : null;
    if (!found) continue;
    const [red, green, blue, ownAlpha] = found;
    const alpha = ownAlpha * coat.opacity;
    [red, green, blue].forEach((value, c) => (mixed[c] = value * alpha + mixed[c] * (1 - alpha)));
    mixed[3] = alpha + mixed[3] * (1 - alpha);
  }
  return mixed;
}

/** The same as a CSS colour, its strength left out; null where no coat has a colour. */
export function mainColour(ink: Coated): string | null {
  const [red, green, blue, alpha] = mixCoats(ink);
  return alpha > 0 ? formatHex({ mode: 'rgb', r: red / alpha, g: green / alpha, b: blue / alpha }) : null;
}
