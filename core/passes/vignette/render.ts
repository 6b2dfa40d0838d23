import { smoothStep } from '../../pixels/smoothStep';
import { filtered } from '../../graph/filter';
import { contentKey, type Node } from '../../graph/node';
import { encodedInPlace, toLight } from '../../kernels/colour';
import type { Size } from '../../pixels/region';
import type { Vignette } from './schema';

/** Looked up once: the loop is hot. */
const { hypot, max, min } = Math;

/** How much of a vignette is seen at a distance from its centre, 0..1: smooth at both ends. */
export function shareAt({ from, to }: Pick<Vignette, 'from' | 'to'>, distance: number): number {
  return smoothStep((distance - from) / max(1e-6, to - from));
}

/** A picture with less light, or more, towards its corners. @param picture four channels */
export function vignetteNode(picture: Node, vignette: Vignette, { width, height }: Size): Node {
  const { stops, round, centre } = vignette;
  // From the centre of the sheet to a corner is 1, whether the lines of even light are circles or follow the sheet.
  const diagonal = hypot(width, height) / 2;
  const across = round * diagonal + (1 - round) * (width / Math.SQRT2);
  const down = round * diagonal + (1 - round) * (height / Math.SQRT2);
  return filtered(picture, {
    key: contentKey('vignette', vignette, width, height),
    reach: 0,
    keepsSolid: true,
    isPure: true,
    apply(source, { request: { region, scale } }) {
      const light = toLight(source);
      for (let row = 0, at = 0; row < region.height; row++) {
        const dy = ((region.y + row + 0.5) / scale - centre[1] * height) / down;
        for (let column = 0; column < region.width; column++, at += 4) {
          const dx = ((region.x + column + 0.5) / scale - centre[0] * width) / across;
          const factor = 2 ** (stops * shareAt(vignette, hypot(dx, dy)));
          const alpha = light.data[at + 3];
          for (let c = 0; c < 3; c++) light.data[at + c] = min(alpha, light.data[at + c] * factor);
        }
      }
      return encodedInPlace(light);
    },
  });
}
