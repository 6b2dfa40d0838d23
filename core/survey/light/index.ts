import { tiltOf } from '../../light/lamp';
import { decodeByte } from '../../pixels/transfer';
import type { Finding, Measure } from '../measure';
import { shadowDepth } from '../shadows';
import type { View } from '../view';
import { lightFromCasts } from './cast';
import type { Cue } from './cue';
import { lightFromFolds } from './folds';
import { heightByGround, shadowOnGround, type GroundShadow } from './ground';
import { between, towards } from './harmonic';
import { lightFromSun, type Sun } from './sun';
import { lightFromThings } from './things';

/** Looked up once: these loops are hot. */
const { max, min } = Math;

/** What a plate tells of its light. */
export interface Light extends Finding {
  /** In the picture, degrees: 0 from the right, 90 from the top, counter-clockwise. */
  tilt: number;
  /** Above the picture's plane towards the camera, degrees; behind the scene it is negative. 90 from the camera. */
  height: number;
  /** Linear sRGB, the largest channel 1. */
  colour: [number, number, number];
  /** How hard its shadows are, 0..1: what they take of the light. */
  hard: number;
  /** A sun or lamp in the picture. */
  sun: Sun | null;
  /** A shadow that something throws on the ground, from which the height follows; null where there is none. */
  ground: GroundShadow | null;
  /** What says so, the surest first. */
  cues: Cue[];
}

/** Two cues within this, degrees, say the same. */
const alike = 40;
/** The height of the light where nothing tells of it, degrees. */
const usualHeight = 35;

/** The light, joined of several cues; what they are is with each. It may not be able to tell. */
export const light: Measure<Light> = {
  name: 'light',
  version: 3,
  async take(view: View) {
    const sun = lightFromSun(view.coarse);
    const cues = [
      sun?.cue ?? null,
      lightFromThings(view.coarse, view.things),
      lightFromCasts(view.coarse),
      lightFromFolds(view.coarse),
    ]
      .filter((cue) => cue !== null)
      .sort((a, b) => b.confidence - a.confidence);
    const depth = shadowDepth(view);
    const ground = shadowOnGround(view.coarse, view.things);
    return {
      ...joined(cues, ground),
      colour: colourOf(view),
      hard: min(1, max(0, 1 - depth)),
      sun: sun && sun.cue.confidence > 0.5 ? sun.sun : null,
      ground,
      cues,
    };
  },
};

/** Cues that agree with the surest bear it out; others take of its confidence. */
export function joined(
  cues: readonly Cue[],
  ground: GroundShadow | null = null,
): { tilt: number; height: number; confidence: number } {
  const [best] = cues;
  if (!best) return { tilt: 135, height: usualHeight, confidence: 0 };
  const agreeing = cues.filter(({ tilt }) => between(tilt, best.tilt) <= alike);
  const against = cues.filter(({ tilt }) => between(tilt, best.tilt) > alike);
  const [x, y] = agreeing.reduce(
    ([sx, sy], { tilt, confidence }) => {
      const [ux, uy] = towards(tilt);
      // The surest leads: others only lean on it.
      return [sx + ux * confidence ** 2, sy + uy * confidence ** 2];
    },
    [0, 0],
  );
  const sure = 1 - agreeing.reduce((left, { confidence }) => left * (1 - confidence), 1);
  const doubt = against.reduce(
    (left, { from, confidence }) => left * (1 - (from === 'texture' ? 0.3 : 0.8) * confidence),
    1,
  );
  const tall = agreeing.find(({ height }) => height !== null)?.height ?? usualHeight;
  const tilt = x === 0 && y === 0 ? best.tilt : tiltOf(x, y);
  // A sun that is seen needs no shadow to tell where it stands.
  const thrown = ground && best.from !== 'sun' ? heightByGround(ground, tilt) : null;
  return {
    tilt,
    height: thrown === null ? tall : tall + (thrown - tall) * ground!.confidence,
    confidence: sure * (best.from === 'sun' ? 1 : doubt),
  };
}

/** Shades of grey (Finlayson and Trezzi 2004): the mean of the sixth power of linear light. */
const norm = 6;

function colourOf({ coarse: { level } }: View): [number, number, number] {
  const { channels, bytes } = level;
  const sums = [0, 0, 0];
  for (let at = 0; at < bytes.length; at += channels * 3) {
    // Clipped px have lost their colour.
    if (max(bytes[at], bytes[at + (channels > 1 ? 1 : 0)], bytes[at + (channels > 1 ? 2 : 0)]) > 250) continue;
    for (let c = 0; c < 3; c++) sums[c] += decodeByte[bytes[at + (channels > 1 ? c : 0)]] ** norm;
  }
  const roots = sums.map((sum) => sum ** (1 / norm));
  const most = max(...roots);
  return most > 0 ? (roots.map((root) => root / most) as [number, number, number]) : [1, 1, 1];
}
