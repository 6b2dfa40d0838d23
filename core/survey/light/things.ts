import { tiltOf } from '../../light/lamp';
import { medianOf, ramp } from '../statistics';
import type { CoarseView } from '../view';
import type { Cue } from './cue';
import { between, firstHarmonic, towards, turnedWithout, type Directed } from './harmonic';
import { rimsOf, type Rim } from './rims';

/** Looked up once: these loops are hot. */
const { atan2, exp, max, min, PI } = Math;

/** Two things whose shading says the same within this, degrees, bear each other out. */
const alike = 35;
/** The tilt turns by no more than the second, degrees, whichever quarter of a rim is left out; by the first it tells nothing. */
const [unsteady, steady] = [60, 30];
/** No step of light along a rim counts for more than this, natural logarithm. */
const loudest = 1;
/** Bodies are flatter than spheres: what is deep in faces the viewer so much more. */
const flatness = 0.55;
/** Most light stands about this high, degrees: what is seen leans so far towards it, for gloss and paint mislead. */
const [usual, lean] = [32, 0.5];

/**
 * Light from the shading of things: near its outline a solid body turns sideways, so its outline is light where the light
 * comes from and dark beyond (Nillius and Eklundh 2001; Johnson and Farid 2005). Against what is deeper in the same paint
 * does not count. A fold or a flat cut-out says nothing.
 */
export function lightFromThings(view: CoarseView, things: readonly Uint8Array[]): Cue | null {
  const seen = things.slice(0, 3).flatMap((mask) => {
    const one = shadingOf(view, mask);
    return one ? [one] : [];
  });
  seen.sort((a, b) => b.confidence - a.confidence);
  const [best, ...others] = seen;
  if (!best || best.confidence <= 0) return null;
  const agreeing = others.filter(({ tilt, confidence }) => confidence > 0.1 && between(tilt, best.tilt) < alike);
  const against = others.filter(({ tilt, confidence }) => confidence > 0.1 && between(tilt, best.tilt) >= alike);
  const all = [best, ...agreeing];
  const weights = all.reduce((sum, { confidence }) => sum + confidence, 0);
  const [x, y] = all.reduce(
    ([sx, sy], { tilt, confidence }) => {
      const [ux, uy] = towards(tilt);
      return [sx + ux * confidence, sy + uy * confidence];
    },
    [0, 0],
  );
  const doubt = against.reduce((left, { confidence }) => left * (1 - confidence), 1);
  return {
    from: 'shading of things',
    tilt: tiltOf(x, y),
    height: all.reduce((sum, { height, confidence }) => sum + height! * confidence, 0) / weights,
    confidence: (1 - all.reduce((left, { confidence }) => left * (1 - confidence), 1)) * doubt,
  };
}

function shadingOf(view: CoarseView, mask: Uint8Array): (Cue & { height: number }) | null {
  const rims = rimsOf(view, mask);
  const inside = rims.flatMap(({ inside: value, outward }): Directed[] =>
    value === null ? [] : [{ along: outward, value: min(loudest, max(-loudest, value)) }],
  );
  const found = firstHarmonic(inside);
  if (!found) return null;
  const area = mask.reduce((sum, one) => sum + one, 0) / mask.length;
  const sure = [
    ramp(found.explained, 0.25, 0.37),
    ramp(found.size, 0.2, 0.35),
    ramp(found.covered, 0.4, 0.6),
    ramp(found.onesided, 0.42, 0.27),
    ramp(turnedWithout(inside, found), unsteady, steady),
    // The border of a solid thing is sharp, and seen nearly all round.
    ramp(medianOf(rims.map(({ sharp }) => sharp)), 0.58, 0.74),
    ramp(medianOf(rims.map(({ step }) => step)), 0.1, 0.18),
    ramp(inside.length / rims.length, 0.36, 0.44),
    ramp(area, 0.45, 0.33),
    // A small one is as likely a part of something.
    ramp(area, 0.012, 0.035),
  ];
  return {
    from: 'shading of things',
    tilt: found.tilt,
    height: heightOf(rims, found.tilt),
    confidence: 0.9 * sure.reduce((product, one) => product * one, 1),
  };
}

/** Of a body whose deep part faces the viewer: how much lighter its lit rim is than that, and its dark one. */
function heightOf(rims: readonly Rim[], tilt: number): number {
  const [x, y] = towards(tilt);
  const side = (sign: number): number[] =>
    rims.flatMap(({ inside, outward }) =>
      inside !== null && sign * (outward[0] * x + outward[1] * y) > 0.75 ? [exp(inside)] : [],
    );
  const [lit, dark] = [medianOf(side(1)), min(0.95, medianOf(side(-1)))];
  const all = dark / (1 - dark);
  const sideways = flatness * (lit * (all + 1) - all);
  const seen = min(75, max(8, (atan2(1, sideways) * 180) / PI));
  return seen + lean * (usual - seen);
}
