import type { Regions } from './regions';

/** Looked up once: these loops are hot. */
const { PI, hypot, max, min } = Math;

/** What is known of a set of regions as a thing, each 0..1 but for where it says otherwise. */
export interface Traits {
  /** Its part of the picture. */
  share: number;
  /** How strong its border is on average. */
  border: number;
  /** How much it stands out, and how much more than what is beside it. */
  salience: number;
  contrast: number;
  /** How much of its outline is not the picture's own border. */
  free: number;
  /** How even it is in itself. */
  even: number;
  /** How often it runs straight on over what meets at its border (T-junctions). */
  over: number;
  /** How round it is: 1 for a circle, less for what is long or ragged (isoperimetric quotient). */
  round: number;
  /** How far its middle is from the picture's, in pictures. */
  away: number;
}

/** What a disc at a junction is covered by a border that runs straight on, about; and what is thought where there is none. */
const [straightFrom, straightTo] = [0.42, 0.6];
const usualOver = 0.5;
/** A part of such a disc that is smaller than this is nothing. */
const leastShare = 0.05;

/** @param salience of each region, 0..1 @returns null for a set that has no border within the picture */
export function traitsOf(regions: Regions, set: Uint8Array, salience: Float64Array): Traits | null {
  const { count, areas, rims, neighbours, places, width, height } = regions;
  let [length, strength, outside, area, inside, rim, innerLength, innerStrength] = [0, 0, 0, 0, 0, 0, 0, 0];
  let [x, y] = [0, 0];
  for (let k = 0; k < count; k++) {
    if (!set[k]) continue;
    area += areas[k];
    inside += areas[k] * salience[k];
    rim += rims[k];
    x += areas[k] * places[k][0];
    y += areas[k] * places[k][1];
    for (const [other, border] of neighbours[k]) {
      if (set[other]) {
        innerLength += border.length;
        innerStrength += border.length * border.strength;
        continue;
      }
      length += border.length;
      strength += border.length * border.strength;
      outside += border.length * salience[other];
    }
  }
  if (length === 0) return null;
  const around = length + rim;
  return {
    share: area / (width * height),
    border: strength / length,
    salience: inside / area,
    contrast: max(0, inside / area - outside / length),
    free: length / around,
    even: 1 - (innerLength > 0 ? innerStrength / innerLength : 0),
    over: overOf(regions, set),
    round: min(1, (4 * PI * area) / (around * around)),
    away: hypot(x / area / width - 0.5, y / area / height - 0.5),
  };
}

/** Of the points where others meet at a thing's border, the share at which it runs straight on: there it lies over them. */
function overOf({ junctions, junctionsOf }: Regions, set: Uint8Array): number {
  let [over, all] = [usualOver, 1];
  const seen = new Uint8Array(junctions.length);
  for (let k = 0; k < set.length; k++) {
    if (!set[k]) continue;
    for (const at of junctionsOf[k]) {
      if (seen[at]) continue;
      seen[at] = 1;
      const { regions, shares } = junctions[at];
      let share = 0;
      let others = 0;
      for (let i = 0; i < regions.length; i++) {
        if (set[regions[i]]) share += shares[i];
        else if (shares[i] > leastShare) others++;
      }
      if (share < leastShare || others < 2) continue;
      all++;
      if (share > straightFrom && share < straightTo) over++;
    }
  }
  return over / all;
}
