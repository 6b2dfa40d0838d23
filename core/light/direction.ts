import { rounded } from '../shape/rounding';

/** A way to fall, as a person says it: degrees from the right, clockwise, and how far, sheet px. */
export interface Polar {
  degrees: number;
  length: number;
}

export const polarOf = ({ x, y }: { x: number; y: number }): Polar => ({
  degrees: (Math.atan2(y, x) * 180) / Math.PI,
  length: Math.hypot(x, y),
});

export function fallTowards({ degrees, length }: Polar): { x: number; y: number } {
  const angle = (degrees * Math.PI) / 180;
  return { x: rounded(Math.cos(angle) * length, 3), y: rounded(Math.sin(angle) * length, 3) };
}
