import { ppiLimits } from '../../../core/piece/print';

/** Real pixels per inch on a scale with the limits of print. */
export const ppiScale = (ppi: number) => ({
  value: ppi,
  shown: `${Math.round(ppi)}`,
  full: 400,
  limits: [
    { at: ppiLimits.floor, name: `${ppiLimits.floor}: the floor` },
    { at: ppiLimits.accepted, name: `${ppiLimits.accepted}: accepted` },
    { at: ppiLimits.wished, name: `${ppiLimits.wished}: wished for` },
  ],
  good: ppi >= ppiLimits.accepted,
});
