import { PanelRightClose, PanelRightOpen } from 'lucide-react';
import { useAppSelector } from '../store';
import { Tip } from '../ui/Tip';
import { useBench } from './benchContext';
import { foldGauges } from './gauges/foldGauges';
import { passesOfLine } from './passes';
import { KeepGauge } from './passes/chalk/KeepGauge';

/** What is measured for the open line. */
export function GaugePanel() {
  const { line, piece } = useBench();
  const isPutAway = useAppSelector(({ bench }) => bench.gaugesFolded);
  const passes = passesOfLine(line);
  const gauges = passes.flatMap(({ name, Gauge }) => (Gauge ? [<Gauge key={name} />] : []));
  // What must stay visible is watched on every line.
  if (piece.chalk.some(({ kind, done }) => kind === 'keep' && !done)) gauges.push(<KeepGauge key="keep points" />);
  // Where there is nothing to say they fold by themselves.
  const folded = isPutAway || gauges.length === 0;
  const toggle = (
    <Tip text={tipOf(gauges.length, folded)}>
      <button
        className="quiet-button"
        aria-label={folded ? 'Unfold the gauges' : 'Fold the gauges'}
        disabled={gauges.length === 0}
        onClick={foldGauges}
      >
        {folded ? <PanelRightOpen size={15} aria-hidden /> : <PanelRightClose size={15} aria-hidden />}
      </button>
    </Tip>
  );
  if (folded) return <aside className="w-8 shrink-0 border-l border-rule bg-card pt-1">{toggle}</aside>;
  return (
    <aside
      aria-label="Gauges"
      className="flex w-[236px] shrink-0 max-[1150px]:w-52 flex-col overflow-y-auto border-l border-rule bg-card"
    >
      <div className="flex min-h-8 items-center justify-between border-b border-rule pl-3 pr-1">
        <h2 className="label">Gauges{passes.length > 0 && ` of ${passes[0].title.toLowerCase()}`}</h2>
        {toggle}
      </div>
      <div className="p-3">{gauges}</div>
    </aside>
  );
}

function tipOf(gauges: number, folded: boolean): string {
  if (gauges === 0) return 'Nothing is measured here; open a line of the ticket that has gauges';
  return folded ? 'Unfold the gauges: G' : 'Fold the gauges: G';
}
