import type { Coat } from '../../../../core/coats/schema';
import { firstCoats } from '../../coats/names';

/** From light above to a darker ground. */
export const gradientCoat: Coat = {
  ...(firstCoats.gradient as Extract<Coat, { kind: 'gradient' }>),
  stops: [
    { at: 0, colour: '#efe7d6' },
    { at: 0.62, colour: '#d9cab0' },
    { at: 1, colour: '#a58d6d' },
  ],
};

/** A quiet cloth. */
export const patternCoat: Coat = {
  ...(firstCoats.pattern as Extract<Coat, { kind: 'pattern' }>),
  motif: 'weave',
  size: 0.01,
  mode: 'soft-light',
  opacity: 0.6,
};
