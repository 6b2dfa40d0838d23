import type { Coat, GradientCoat } from '../../../core/coats/schema';
import type { Piece } from '../../../core/piece/schema';

const listOf = ({ stops }: GradientCoat): string =>
  [...stops]
    .sort((a, b) => a.at - b.at)
    .map(({ at, colour }) => `${colour} ${(at * 100).toFixed(1)}%`)
    .join(', ');

function gradientOf(coat: GradientCoat): string {
  const [x, y] = coat.centre.map((part) => `${(part * 100).toFixed(1)}%`);
  if (coat.shape === 'radial') return `radial-gradient(ellipse at ${x} ${y}, ${listOf(coat)})`;
  // The document counts angles from the right, CSS from above.
  if (coat.shape === 'conic') return `conic-gradient(from ${coat.angle + 90}deg at ${x} ${y}, ${listOf(coat)})`;
  return `linear-gradient(${coat.angle + 90}deg, ${listOf(coat)})`;
}

function backgroundOf(coat: Coat, piece: Piece): string | null {
  switch (coat.kind) {
    case 'solid':
      return `linear-gradient(${coat.colour}, ${coat.colour})`;
    case 'gradient':
      return gradientOf(coat);
    case 'pattern':
      return `repeating-linear-gradient(${coat.angle + 90}deg, ${coat.colours[0]} 0 5px, ${coat.colours[1]} 5px 10px)`;
    case 'halftone':
      return coat.ground && `linear-gradient(${coat.ground}, ${coat.ground})`;
    case 'picture': {
      const sha256 = piece.assets[coat.asset]?.sha256;
      return sha256 ? `center / cover no-repeat url(/api/assets/${sha256}/thumbnail)` : null;
    }
    case 'plate':
      return null;
  }
}

/** What the sheet is made of as a CSS background, the nearest coat first; null for a clear sheet. */
export function sheetSwatch(piece: Piece): string | null {
  const { paint, coats } = piece.sheet;
  const layers = coats
    .filter(({ opacity }) => opacity > 0)
    .map((coat) => backgroundOf(coat, piece))
    .filter((one) => one !== null)
    .reverse();
  if (paint !== null) layers.push(`linear-gradient(${paint}, ${paint})`);
  return layers.length === 0 ? null : layers.join(', ');
}
