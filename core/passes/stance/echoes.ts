import { middleOf, type Region } from '../../pixels/region';
import { followedBy, identity, moved, placed, type Affine } from '../../shape/affine';
import type { EchoPlace } from '../../type/letters';
import type { Echo } from './schema';

/** Flipped about an edge of the ink. */
function mirrorOf(mirror: Echo['mirror'], ink: Region): Affine {
  if (mirror === 'down') return { a: 1, b: 0, c: 0, d: -1, e: 0, f: 2 * (ink.y + ink.height) };
  if (mirror === 'across') return { a: -1, b: 0, c: 0, d: 1, e: 2 * (ink.x + ink.width), f: 0 };
  return identity;
}

/**
 * Where the echoes of a lettering stand, from far to near; of one that is drawn several times the last comes first.
 * @param ink of the letters, lettering px
 * @param place lettering px to sheet px
 */
export function echoPlaces(echoes: readonly Echo[], ink: Region, place: Affine): EchoPlace[] {
  const [cx, cy] = middleOf(ink);
  return echoes.flatMap(({ mirror, scale, rotation, x, y, opacity, fade, times, outline, colour }) => {
    const turned = mirrorOf(mirror, ink);
    return Array.from({ length: times }, (_, i): EchoPlace => {
      const step = times - i;
      const about = followedBy(moved(-cx, -cy), placed(scale ** step, rotation * step, cx, cy));
      const there = followedBy(followedBy(followedBy(about, turned), place), moved(x * step, y * step));
      return { place: there, opacity: opacity * fade ** (step - 1), outline, colour };
    }).filter((echo) => echo.opacity > 0);
  });
}
