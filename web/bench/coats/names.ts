import type { BlendMode } from '../../../core/kernels/blend/modes';
import { solidCoat, type Coat, type Motif } from '../../../core/coats/schema';

export const coatNames: Record<Coat['kind'], string> = {
  solid: 'Colour',
  gradient: 'Gradient',
  pattern: 'Pattern',
  halftone: 'Halftone',
  plate: 'Photo',
  picture: 'Picture',
};

export type Offered = Exclude<Coat['kind'], 'picture'>;

const plain = { opacity: 1, mode: 'normal', reach: { kind: 'all' } } as const;

/** What a new coat of each kind is like. */
export const firstCoats: Record<Offered, Coat> = {
  solid: solidCoat({ colour: '#b8742c' }),
  gradient: {
    kind: 'gradient',
    shape: 'linear',
    stops: [
      { at: 0, colour: '#f2d7a0' },
      { at: 1, colour: '#7a3b22' },
    ],
    angle: 90,
    centre: [0.5, 0.5],
    spread: 1,
    span: 'word',
    space: 'oklab',
    ...plain,
  },
  pattern: {
    kind: 'pattern',
    motif: 'crackle',
    colours: ['#8c8c8c', '#3c3c3c'],
    size: 0.16,
    angle: 0,
    balance: 0.5,
    seed: 1,
    ...plain,
    mode: 'overlay',
  },
  halftone: {
    kind: 'halftone',
    of: 'coats',
    motif: 'dots',
    colour: '#1f2328',
    ground: null,
    pitch: 0.04,
    angle: 30,
    contrast: 1,
    ...plain,
  },
  plate: { kind: 'plate', x: 0, y: 0, ...plain },
};

export const motifNames: Record<Motif, string> = {
  stripes: 'stripes',
  checks: 'checks',
  dots: 'dots',
  waves: 'waves',
  weave: 'weave',
  noise: 'noise',
  grain: 'grain',
  crackle: 'cracked glaze',
};

/** Blend modes as the standard calls them. */
export const modeNames: Record<BlendMode, string> = {
  normal: 'normal',
  multiply: 'multiply',
  screen: 'screen',
  overlay: 'overlay',
  darken: 'darken',
  lighten: 'lighten',
  'color-dodge': 'color dodge',
  'color-burn': 'color burn',
  'hard-light': 'hard light',
  'soft-light': 'soft light',
  difference: 'difference',
  exclusion: 'exclusion',
  hue: 'hue',
  saturation: 'saturation',
  color: 'color',
  luminosity: 'luminosity',
  add: 'add',
  subtract: 'subtract',
};
