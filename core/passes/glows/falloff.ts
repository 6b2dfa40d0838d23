import type { Glow } from './schema';

/**
 * Light by a part of the radius: through all stops without overshoot, smooth (monotone cubic: Fritsch and Carlson 1980,
 * with their harmonic mean of slopes); nothing beyond the last.
 */
export function falloffOf(stops: Glow['stops']): (part: number) => number {
  const slopes = stops.map((stop, i) => {
    if (i === 0 || i === stops.length - 1) return 0;
    const before = (stop.light - stops[i - 1].light) / (stop.at - stops[i - 1].at);
    const after = (stops[i + 1].light - stop.light) / (stops[i + 1].at - stop.at);
    return before * after <= 0 ? 0 : (2 * before * after) / (before + after);
  });
  return (part) => {
    if (part <= stops[0].at) return stops[0].light;
    const last = stops.length - 1;
    if (part >= stops[last].at) return part > 1 ? 0 : stops[last].light;
    let i = 0;
    while (part > stops[i + 1].at) i++;
    const [from, to] = [stops[i], stops[i + 1]];
    const wide = to.at - from.at;
    const t = (part - from.at) / wide;
    const [t2, t3] = [t * t, t * t * t];
    return (
      from.light * (2 * t3 - 3 * t2 + 1) +
      to.light * (3 * t2 - 2 * t3) +
      wide * (slopes[i] * (t3 - 2 * t2 + t) + slopes[i + 1] * (t3 - t2))
    );
  };
}
