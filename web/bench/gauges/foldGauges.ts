import { store } from '../../store';
import { foldedGauges } from '../../ui/kept';
import { looked } from '../benchState';

/** Folds the gauges or unfolds them, here and after a reload. */
export function foldGauges(): void {
  const gaugesFolded = !store.getState().bench.gaugesFolded;
  foldedGauges.kept = gaugesFolded;
  store.dispatch(looked({ gaugesFolded }));
}
