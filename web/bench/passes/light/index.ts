import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Gauge } from './Gauge';
import { lightHand } from './hand';
import { Handles } from './handles';
import { HandTools, Summary } from './summary';

export const light: BenchPass = {
  name: 'light',
  line: 7,
  title: 'Light',
  help: 'One lamp for the whole piece. The photograph proposes it; a shadow, something round or the sun shows it by hand. What throws a shadow obeys it.',
  Summary,
  Controls,
  Handles,
  HandTools,
  Gauge,
  putAway() {
    if (lightHand.get().lightTool === 'turn') return false;
    lightHand.set({ lightTool: 'turn', shown: null });
    return true;
  },
};
