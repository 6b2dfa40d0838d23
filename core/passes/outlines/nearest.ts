import { coverOf, placedLetters, type PlacedLetter } from '../../graph/cover';
import { touches, type Request } from '../../graph/node';
import { signedDistance } from '../../kernels/distance';
import { grow, intersect, type Region } from '../../pixels/region';
import type { Letter, Letters } from '../../type/letters';
import type { Band } from './bands';

/** The other letters whose band meets that of some letters, within a request. @param spread of the band, sheet px */
export function neighbours(
  { letters, place }: Letters,
  some: readonly PlacedLetter[],
  spread: number,
  request: Request,
): PlacedLetter[] {
  const own = new Set(some.map(({ letter }) => letter));
  const near = some.map(({ bounds }) => grow(bounds, spread));
  const meets = (bounds: Region): boolean => near.some((one) => intersect(one, bounds) !== null);
  return placedLetters(letters, place).filter(
    ({ letter, bounds }) => !own.has(letter) && touches(grow(bounds, spread), request) && meets(grow(bounds, spread)),
  );
}

/**
 * Of one band around several letters, the part that some of them own: every px belongs to the letters that are nearest,
 * wholly, so that parts laid on one after another are as strong together as one band. In place.
 * @param known distances to letters, kept between calls for the same request and spread
 */
export function keepNearest(
  band: Band,
  own: readonly PlacedLetter[],
  others: readonly PlacedLetter[],
  { letters, place }: Letters,
  spread: number,
  { region, scale }: Request,
  known: Map<Letter, Float32Array>,
): void {
  const margin = Math.ceil(spread * scale) + 2;
  const wide: Region = grow(region, margin);
  const rank = ({ letter }: PlacedLetter): number => letters.indexOf(letter);
  const distanceTo = (one: PlacedLetter): Float32Array => {
    const found = known.get(one.letter) ?? signedDistance(coverOf([one], place, { region: wide, scale })).data;
    known.set(one.letter, found);
    return found;
  };
  /** The least distance to any of some letters, and which of them it is. */
  const nearestOf = (some: readonly PlacedLetter[]): { away: Float32Array; which: Float32Array } => {
    const away = new Float32Array(wide.width * wide.height).fill(Infinity);
    const which = new Float32Array(away.length);
    for (const one of some) {
      const distance = distanceTo(one);
      const number = rank(one);
      for (let i = 0; i < away.length; i++) {
        const outside = Math.max(0, -distance[i]);
        if (outside < away[i] || (outside === away[i] && number < which[i])) {
          away[i] = outside;
          which[i] = number;
        }
      }
    }
    return { away, which };
  };
  const near = (some: readonly PlacedLetter[]): PlacedLetter[] =>
    some.filter(({ bounds }) => touches(grow(bounds, spread), { region: wide, scale }));
  const [mine, theirs] = [nearestOf(near(own)), nearestOf(near(others))];
  for (let y = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++) {
      const at = (y + margin) * wide.width + x + margin;
      const isMine =
        mine.away[at] < theirs.away[at] || (mine.away[at] === theirs.away[at] && mine.which[at] < theirs.which[at]);
      if (isMine) continue;
      const i = y * region.width + x;
      if (band.within) band.within[i] = 0;
      if (band.around) band.around[i] = 0;
    }
}
