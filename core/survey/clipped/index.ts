import type { Finding, Measure } from '../measure';
import type { View } from '../view';

/** What a plate has lost at both ends of its tones: parts of its px, 0..1. */
export interface Clipped extends Finding {
  /** At least one channel is full. */
  light: number;
  /** All channels are full: white. */
  white: number;
  /** All channels are empty. */
  black: number;
}

/** An encoded value from here on is full; to here it is empty. */
const [full, empty] = [253, 2];

/** Shares of full and empty px, counted in the samples of full size. */
export const clipped: Measure<Clipped> = {
  name: 'clipped',
  version: 1,
  take({ samples }: View) {
    let [light, white, black, all] = [0, 0, 0, 0];
    for (const { level } of samples) {
      const { channels, bytes } = level;
      const colours = Math.min(3, channels);
      for (let at = 0; at < bytes.length; at += channels) {
        let [most, least] = [0, 255];
        for (let c = 0; c < colours; c++) {
          most = Math.max(most, bytes[at + c]);
          least = Math.min(least, bytes[at + c]);
        }
        if (most >= full) light++;
        if (least >= full) white++;
        if (most <= empty) black++;
        all++;
      }
    }
    const part = Math.max(1, all);
    return { light: light / part, white: white / part, black: black / part, confidence: all > 0 ? 1 : 0 };
  },
};
