import { z } from 'zod';
import { colourSchema } from '../pixels/colourSchema';

const along = z.number().min(-1e6).max(1e6);

/** A second, faint light: the sky, or a wall that gives light back. */
export const fillSchema = z.strictObject({
  /** Where it comes from, as the lamp's. */
  tilt: z.number().min(-360).max(360).default(315),
  height: z.number().min(-90).max(90).default(50),
  /** Of the lamp's own light in the photograph. */
  strength: z.number().min(0).max(1).default(0.15),
  colour: colourSchema.default('#dce6f5'),
});

export type Fill = z.infer<typeof fillSchema>;

/** The light source of the piece. What obeys it takes its direction, height and size from here. */
export const lampSchema = z.strictObject({
  /** Where the light comes from in the picture, degrees: 0 from the right, 90 from the top, counter-clockwise. */
  tilt: z.number().min(-360).max(360),
  /** Above the picture's plane towards the viewer, degrees; below 0 the lamp stands behind the scene. */
  height: z.number().min(-90).max(90),
  /** Where it stands on the sheet, sheet px: then the light comes from there; null where it comes from far off. */
  at: z.tuple([along, along]).nullable().default(null),
  /** Fraction of its distance: how soft the shadows are. */
  size: z.number().min(0).max(2).default(0.3),
  colour: colourSchema.default('#fff4e2'),
  /** 1 is the light of the photograph. */
  strength: z.number().min(0).max(4).default(1),
  /** A second light, fainter; null where there is none. */
  fill: fillSchema.nullable().default(null),
});

export type Lamp = z.infer<typeof lampSchema>;

/** A lamp as it is when nothing is known of the light: from the upper left. */
export const plainLamp = (): Lamp => lampSchema.parse({ tilt: 135, height: 40 });

/** The fill as a light of its own: it comes from far off, is wide, and throws next to nothing. */
export const fillAsLamp = ({ tilt, height, strength, colour }: Fill): Lamp => ({
  ...plainLamp(),
  tilt,
  height,
  strength,
  colour,
  size: fillSize,
});

/** A sky or a wall is as large as this, in its distance. */
const fillSize = 1;

/** Lenses see about this much across, degrees: for how far behind the picture a sun stands that is in it. */
export const usualPlateView = 40;

/** A shadow is never thrown flatter than this, degrees: it would be endless. */
const lowest = 5;

/** Degrees within a whole turn, 0 to 360. */
export const wholeTurn = (degrees: number): number => ((degrees % 360) + 360) % 360;

/** The tilt of a direction of the picture, 0 to 360. @param x to the right, @param y down */
export const tiltOf = (x: number, y: number): number => wholeTurn((Math.atan2(-y, x) * 180) / Math.PI);

/** Where the light comes from at a place, degrees counter-clockwise from the right. @param place sheet px */
export function tiltAt({ tilt, at }: Pick<Lamp, 'tilt' | 'at'>, [x, y]: readonly [number, number]): number {
  if (!at || (at[0] === x && at[1] === y)) return wholeTurn(tilt);
  return tiltOf(at[0] - x, at[1] - y);
}

/**
 * How what is thrown in the light of a lamp falls at a place.
 * @param place sheet px
 * @returns `angle`, where it falls, degrees from the right, clockwise; `height` and `size` of the lamp
 */
export function fallOf(lamp: Lamp, place: readonly [number, number]): { angle: number; height: number; size: number } {
  return {
    // Away from the light; the sheet counts clockwise.
    angle: wholeTurn(180 - tiltAt(lamp, place)),
    height: Math.max(lowest, Math.abs(lamp.height)),
    size: lamp.size,
  };
}
