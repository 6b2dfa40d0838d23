/**
 * All modes of W3C Compositing and Blending Level 1, then `add` (there: plus-lighter) and `subtract`. The kernel counts
 * them in this order.
 */
export const blendModes = [
  'normal',
  'multiply',
  'screen',
  'overlay',
  'darken',
  'lighten',
  'color-dodge',
  'color-burn',
  'hard-light',
  'soft-light',
  'difference',
  'exclusion',
  'hue',
  'saturation',
  'color',
  'luminosity',
  'add',
  'subtract',
] as const;
export type BlendMode = (typeof blendModes)[number];
