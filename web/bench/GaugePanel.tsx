import { PanelRightClose, PanelRightOpen } from 'lucide-react';
import { useAppDispatch, useAppSelector } from '../store';
import { Tip } from '../ui/Tip';
import { useBench } from './benchContext';
import { looked } from './benchState';
import { passesOfLine } from './passes';

/** What is measured for the open line. */
export function GaugePanel() {
  const { line } = useBench();
  const folded = useAppSelector(({ bench }) => bench.gaugesFolded);
  const dispatch = useAppDispatch();
  const passes = passesOfLine(line);
  const gauges = passes.flatMap(({ name, Gauge }) => (Gauge ? [<Gauge key={name} />] : []));
  const toggle = (
    <Tip text={folded ? 'Unfold the gauges: G' : 'Fold the gauges: G'}>
      <button
        className="quiet-button"
        aria-label={folded ? 'Unfold the gauges' : 'Fold the gauges'}
        onClick={() => dispatch(looked({ gaugesFolded: !folded }))}
      >
        {folded ? <PanelRightOpen size={15} aria-hidden /> : <PanelRightClose size={15} aria-hidden />}
      </button>
    </Tip>
  );
  if (folded) return <aside className="w-8 shrink-0 border-l border-rule bg-card pt-1">{toggle}</aside>;
  return (
    <aside
      aria-label="Gauges"
      className="flex w-[236px] shrink-0 flex-col overflow-y-auto border-l border-rule bg-card"
    >
      <div className="flex min-h-8 items-center justify-between border-b border-rule pl-3 pr-1">
        <h2 className="label">Gauges{passes.length > 0 && ` of ${passes[0].title.toLowerCase()}`}</h2>
        {toggle}
      </div>
      <div className="p-3">
        {passes.length > 0 ? (
          gauges
        ) : (
          <p className="text-faint">Open a line of the ticket to see what is measured for it.</p>
        )}
      </div>
    </aside>
  );
}
