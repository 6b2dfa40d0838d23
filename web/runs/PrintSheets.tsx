import { useState } from 'react';
import { papers, printSheetSchema, type PaperName, type PrintSheet } from '../../core/formats/imposition';
import { startPrintSheets } from '../api/runs';
import { Quantity } from '../ui/Quantity';
import { FileJob } from './FileJob';

/** Many rows on one sheet of paper: how they lie, and making the file. */
export function PrintSheets({ run }: { run: string }) {
  const [order, setOrder] = useState<PrintSheet>(() => printSheetSchema.parse({}));
  return (
    <FileJob run={run} title="Print sheets" note="The files that are made, as many on each sheet of paper as fit.">
      {(start, again) => (
        <>
          <PaperChoices
            order={order}
            onChoose={(part) => {
              setOrder({ ...order, ...part });
              again();
            }}
          />
          <button className="strong-button self-start" onClick={() => start(() => startPrintSheets(run, order))}>
            Lay them out
          </button>
        </>
      )}
    </FileJob>
  );
}

function PaperChoices({ order, onChoose }: { order: PrintSheet; onChoose(part: Partial<PrintSheet>): void }) {
  const length = (label: string, field: 'margin' | 'gap') => (
    <Quantity
      label={label}
      value={order[field]}
      unit="mm"
      min={0}
      max={100}
      digits={1}
      onCommit={(value) => onChoose({ [field]: value })}
    />
  );
  const ticked = (label: string, field: 'marks' | 'codes') => (
    <label className="flex items-center gap-2">
      <input type="checkbox" checked={order[field]} onChange={(event) => onChoose({ [field]: event.target.checked })} />
      {label}
    </label>
  );
  return (
    <>
      <p>
        On{' '}
        <select
          className="field"
          aria-label="Paper"
          value={order.paper}
          onChange={(event) => onChoose({ paper: event.target.value as PaperName })}
        >
          {Object.entries(papers).map(([name, [width, height]]) => (
            <option key={name} value={name}>
              {name} ({width} × {height} mm)
            </option>
          ))}
        </select>
        , {length('Margin of the paper', 'margin')} from its edges, {length('Gap between sheets', 'gap')} apart.
      </p>
      {ticked('crop marks', 'marks')}
      <p>
        <select
          className="field"
          aria-label="How sheets are folded"
          value={order.fold}
          onChange={(event) => onChoose({ fold: event.target.value as PrintSheet['fold'] })}
        >
          <option value="none">not folded</option>
          <option value="upright">folded along upright lines</option>
          <option value="level">folded along level lines</option>
        </select>
        {order.fold !== 'none' && (
          <>
            {' '}
            into{' '}
            <Quantity
              label="Panels"
              value={order.panels}
              min={2}
              max={8}
              onCommit={(panels) => onChoose({ panels: Math.round(panels) })}
            />{' '}
            panels, with dashed marks
          </>
        )}
      </p>
      {ticked('a code for each row in the margin, that leads back to it', 'codes')}
    </>
  );
}
