import { levelSchema, levelsSchema, type Levels } from './tone/schema';

/** Encoded red, green and blue. */
type Colour = readonly [number, number, number];

/** Letters' black and white as the darkest and the lightest of the photographs around them. */
export function levelsBetween(darks: Colour, lights: Colour): Levels {
  const [red, green, blue] = darks.map((low, c) => levelSchema.parse({ low: held(low), high: held(lights[c]) }));
  return levelsSchema.parse({ red, green, blue });
}

const held = (value: number): number => Math.min(1, Math.max(0, value));
