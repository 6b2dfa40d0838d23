import { PanelRightClose, PanelRightOpen } from 'lucide-react';
import { useAppDispatch, useAppSelector } from '../../store';
import { Tip } from '../../ui/Tip';
import { useBench } from '../benchContext';
import { looked } from '../benchState';
import { benchPasses } from '../passes';

/** What is measured for the open line. */
export function GaugePanel() {
  const { line } = useBench();
  const folded = useAppSelector(({ bench }) => bench.gaugesFolded);
  const dispatch = useAppDispatch();
  const pass = benchPasses.find((one) => one.line === line);
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
        <h2 className="label">Gauges{pass && ` of ${pass.title.toLowerCase()}`}</h2>
        {toggle}
      </div>
      <div className="p-3">
        {pass ? (
          <pass.Gauge />
        ) : (
          <p className="text-faint">Open a line of the ticket to see what is measured for it.</p>
        )}
      </div>
    </aside>
  );
}
