import type { MeasuredDrape } from '../../../../core/passes/drape/gauge';
import type { Bench } from '../../benchContext';

/** What is measured where the chosen words lie; null until it is. */
export const measuredDrape = ({ measures, lettering }: Pick<Bench, 'measures' | 'lettering'>): MeasuredDrape | null =>
  measures?.drape?.letterings.find((one) => one.lettering === lettering?.id) ?? null;
