/** Contrast sensitivity at its best, about 4 to 8 cycles a degree: contrasts down to 1 part in so many are seen. */
const bestSensitivity = 250;

/**
 * Contrast sensitivity of the eye to gratings of light, relative to its best (Mannos and Sakrison 1974).
 * @param frequency cycles per degree
 */
export const relativeSensitivity = (frequency: number): number =>
  2.6 * (0.0192 + 0.114 * frequency) * Math.exp(-((0.114 * frequency) ** 1.1));

/** The least contrast of a grating that is seen: 0..1; above 1 nothing is. @param frequency cycles per degree */
export const thresholdAt = (frequency: number): number => 1 / (bestSensitivity * relativeSensitivity(frequency));

/**
 * Colour without light is resolved to 11 or 12 cycles a degree at best (Mullen 1985), and strong contrasts look as strong
 * up to near their limit (Georgeson and Sullivan 1975): half of a grating's contrast is left at so many.
 */
export const colourFrequency = 8;

/** How many degrees something covers at a distance; both in the same unit. */
export const degreesOf = (length: number, distance: number): number =>
  (2 * Math.atan(length / 2 / distance) * 180) / Math.PI;

/** Minutes of arc of a length at a distance: letters of 5 are the 20/20 line of an eye chart. */
export const arcMinutes = (length: number, distance: number): number => 60 * degreesOf(length, distance);

/** How many px one degree covers. @param mmPerPx on paper @param distance mm */
export const pixelsPerDegree = (mmPerPx: number, distance: number): number => 1 / degreesOf(mmPerPx, distance);
