import { effectivePpi, uncovered } from '../../../../core/passes/plate/gauge';
import { ppiLimits } from '../../../../core/piece/print';
import type { Bench } from '../../benchContext';

/** Too few pixels for print, or sheet that shows beside the photograph. */
export function warning({ piece, materials }: Bench): string | null {
  const plate = piece.plates[0];
  if (!plate || !materials) return null;
  if (uncovered(plate, materials.picture(plate.asset), piece.sheet) > 0)
    return 'The photograph leaves some of the sheet bare.';
  const ppi = Math.round(effectivePpi(plate, piece.sheet.ppi));
  // A sheet for the screen is not measured by what print needs.
  return piece.sheet.ppi >= ppiLimits.floor && ppi < ppiLimits.floor
    ? `Only ${ppi} real pixels per inch; print needs ${ppiLimits.floor} at least.`
    : null;
}
