import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Gauge } from './Gauge';
import { veilHand } from './hand';
import { Handles } from './handles';
import { veilKeys } from './keys';
import { look } from './look';
import { Summary } from './summary';
import { HandOptions, HandTools } from './tools';
import { warning } from './warning';

export const veils: BenchPass = {
  name: 'veils',
  line: 3,
  title: 'Veils',
  Summary,
  Controls,
  Handles,
  HandTools,
  HandOptions,
  Gauge,
  keys: veilKeys,
  warning,
  look,
  putAway() {
    if (!veilHand.get().tracePoint) return false;
    veilHand.set({ tracePoint: null });
    return true;
  },
};
