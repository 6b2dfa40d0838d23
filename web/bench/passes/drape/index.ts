import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Gauge } from './Gauge';
import { drapeHand } from './hand';
import { Handles } from './handles';
import { Summary } from './summary';
import { HandOptions, HandTools } from './tools';
import { warning } from './warning';

export const drape: BenchPass = {
  name: 'drape',
  line: 6,
  title: 'Drape',
  help: 'Letters that lie on what the photograph shows: moved by its folds, lit as its surface is. One press proposes it from what is measured where the words lie.',
  Summary,
  Controls,
  Handles,
  HandTools,
  HandOptions,
  Gauge,
  warning,
  governs: ({ lettering }) => lettering && { kind: 'words', id: lettering.id },
  look({ bench }) {
    const { mapSeen } = drapeHand.of(bench);
    return mapSeen && bench.lettering !== null ? { lettering: bench.lettering } : undefined;
  },
  strip: ({ bench }) => drapeHand.of(bench).strip,
  putAway() {
    const { mapSeen, strip, tool } = drapeHand.get();
    if (!mapSeen && !strip && tool === 'none') return false;
    drapeHand.set({ mapSeen: false, strip: null, tool: 'none', netPoint: null });
    return true;
  },
};
