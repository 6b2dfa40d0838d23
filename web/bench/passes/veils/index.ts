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
  help: 'Parts of the photograph that stand in front of the words: traced, scribbled or keyed by colour, with edges as fine as hair. At every crossing of a letter and a veil, a click on its knot says which lies over the other.',
  Summary,
  governs: ({ veil }) => veil && { kind: 'veil', id: veil.id },
  Controls,
  Handles,
  HandTools,
  HandOptions,
  Gauge,
  keys: veilKeys,
  warning,
  look,
  // What is traced, or looked for, may lie under the letters.
  fadesLetters({ bench }) {
    if (veilHand.of(bench).veilTool === 'stand-out') return true;
    const veil = (bench.draft ?? bench.piece)?.veils.find(({ id }) => id === bench.veil);
    const last = veil?.cuts.at(-1);
    return (
      veilHand.of(bench).veilTool === 'trace' && last?.kind === 'trace' && last.contours.some(({ closed }) => !closed)
    );
  },
  putAway() {
    if (!veilHand.get().tracePoint) return false;
    veilHand.set({ tracePoint: null });
    return true;
  },
};
