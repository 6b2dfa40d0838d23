import { gaussianBlur } from '../../kernels/blur';
import type { Finding, Measure } from '../measure';
import { sortedValues, quantile } from '../statistics';
import type { View } from '../view';

/** How evenly a plate is lit. */
export interface Evenness extends Finding {
  /** Stops between its dark and its light parts, broadly seen: the 5th and the 95th percentile. */
  stops: number;
  /** 1 where all of it is alike; half where it differs by one stop. */
  even: number;
}

/** What is finer than this part of the longer side is detail. */
const broad = 0.08;

/** The range of the broad light, in stops of linear luminance. */
export const evenness: Measure<Evenness> = {
  name: 'evenness',
  version: 1,
  take({ coarse: { width, height, light } }: View) {
    const slow = sortedValues(gaussianBlur(light, broad * Math.max(width, height)).data);
    const stops = Math.log2((quantile(slow, 0.95) + 1e-3) / (quantile(slow, 0.05) + 1e-3));
    return { stops, even: 1 / (1 + stops), confidence: Math.min(1, (width * height) / 1000) };
  },
};
