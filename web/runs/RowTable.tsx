import { flexRender, getCoreRowModel, useReactTable, type CellContext, type ColumnDef } from '@tanstack/react-table';
import { defaultRangeExtractor, useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef } from 'react';
import { rowPicture, type Run, type RunRow } from '../api/runs';
import { FileButton } from '../ui/FileButton';
import { CellField } from './CellField';
import { isCleanRow, isSeen, sightNames, sights, stateOf, tones, worstOf, type Sight } from './says';
import { addStep, approveStep, cellStep, type TableStep } from './tableHistory';
import type { RunIntake } from './useIntake';

/** px */
const rowHeight = 52;
const widths = { number: 48, picture: 72, approved: 76, cell: 140, says: 200 };

interface RowTableProps {
  run: Run;
  /** Those that are shown, in their order; and all of the run. */
  rows: readonly RunRow[];
  all: readonly RunRow[];
  chosen: number | null;
  onChoose(id: number): void;
  does(step: TableStep | null): void;
  sight: Sight;
  onSight(sight: Sight): void;
  byWorst: boolean;
  onByWorst(on: boolean): void;
  intake: RunIntake;
  onPaste(): void;
}

/** The table of a run. However many rows it has, only those in view are there. */
export function RowTable(props: RowTableProps) {
  const { run, rows, all, chosen, onChoose, does } = props;
  const numbers = useMemo(() => new Map(all.map(({ id }, i) => [id, i + 1])), [all]);
  const latest = useRef({ does, onChoose });
  useEffect(() => {
    latest.current = { does, onChoose };
  });
  const columns = useColumns(run, latest);
  const table = useReactTable({
    data: rows as RunRow[],
    columns,
    getCoreRowModel: getCoreRowModel(),
    getRowId: ({ id }) => String(id),
    meta: { numbers },
  });
  const scroller = useRef<HTMLDivElement>(null);
  const at = rows.findIndex(({ id }) => id === chosen);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 6,
    // The row that is worked at stays, however far it is scrolled away: what is being typed in it would be lost.
    rangeExtractor: (range) => {
      const seen = defaultRangeExtractor(range);
      return at < 0 || seen.includes(at) ? seen : [...seen, at].sort((a, b) => a - b);
    },
  });
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
  }, [at, virtual]);
  const width = table.getTotalSize();
  const model = table.getRowModel().rows;
  return (
    <main className="flex min-w-0 grow flex-col max-[900px]:min-h-[60vh]">
      <TableTools {...props} />
      {all.length === 0 && <NoRows {...props} />}
      <div ref={scroller} className="min-h-0 grow overflow-auto" data-testid="rows">
        <div role="table" aria-label="Rows" aria-rowcount={rows.length + 1} style={{ width, minWidth: '100%' }}>
          <div role="rowgroup" className="sticky top-0 z-10 border-b border-rule bg-desk">
            <div role="row" className="flex">
              {table.getFlatHeaders().map((header) => (
                <div
                  key={header.id}
                  role="columnheader"
                  className="truncate px-2 py-1 text-faint"
                  style={{ width: header.getSize() }}
                >
                  {flexRender(header.column.columnDef.header, header.getContext())}
                </div>
              ))}
            </div>
          </div>
          <div role="rowgroup" className="relative" style={{ height: virtual.getTotalSize() }}>
            {virtual.getVirtualItems().map(({ index, start }) => {
              const row = model[index];
              return (
                // Whatever in the row gets the focus chooses it.
                <div
                  key={row.id}
                  role="row"
                  aria-rowindex={index + 2}
                  aria-selected={row.original.id === chosen}
                  className={`absolute left-0 flex w-full items-center border-b border-rule ${row.original.id === chosen ? 'bg-white' : ''}`}
                  style={{ height: rowHeight, transform: `translateY(${start}px)` }}
                  onFocus={() => onChoose(row.original.id)}
                >
                  {row.getVisibleCells().map((cell) => (
                    <div key={cell.id} role="cell" className="min-w-0 px-2" style={{ width: cell.column.getSize() }}>
                      {flexRender(cell.column.columnDef.cell, cell.getContext())}
                    </div>
                  ))}
                </div>
              );
            })}
          </div>
        </div>
      </div>
    </main>
  );
}

type Latest = React.RefObject<{ does(step: TableStep | null): void; onChoose(id: number): void }>;

/** What a cell knows of the table besides its row. */
const numberIn = ({ table, row }: CellContext<RunRow, unknown>): number =>
  (table.options.meta as { numbers: Map<number, number> }).numbers.get(row.original.id) ?? 0;

/** Columns are the same for as long as the table's are: cells that are made anew would lose what is being typed. */
function useColumns(run: Run, latest: Latest): ColumnDef<RunRow>[] {
  const { columns, slots, matched } = run.settings;
  return useMemo(() => {
    const slotsOf = (column: string): string[] => slots.flatMap(({ id }) => (matched[id] === column ? [id] : []));
    const own = columns.map((column): ColumnDef<RunRow> => ({
      id: `cell-${column}`,
      header: column,
      size: widths.cell,
      cell: (context) => {
        const { original } = context.row;
        const flags = original.flags.filter(
          ({ slot, weight }) => slot !== null && weight !== 'note' && slotsOf(column).includes(slot),
        );
        return (
          <CellField
            key={original.cells[column] ?? ''}
            label={`${column}, row ${numberIn(context)}`}
            column={column}
            value={original.cells[column] ?? ''}
            problem={original.isFresh && flags.length > 0 ? flags.map(({ says }) => says).join(' ') : null}
            onChange={(value) => latest.current.does(cellStep(original, column, value))}
          />
        );
      },
    }));
    return [
      {
        id: 'number',
        header: 'Row',
        size: widths.number,
        cell: (context) => (
          <button className="quiet-button" onClick={() => latest.current.onChoose(context.row.original.id)}>
            {numberIn(context)}
          </button>
        ),
      },
      {
        id: 'picture',
        header: 'Picture',
        size: widths.picture,
        cell: (context) => (
          <button
            tabIndex={-1}
            className="flex h-11 w-full items-center justify-center bg-desk"
            aria-label={`Look at row ${numberIn(context)}`}
            onClick={() => latest.current.onChoose(context.row.original.id)}
          >
            {context.row.original.solvedFor && (
              <img
                src={rowPicture(run.id, context.row.original)}
                alt=""
                loading="lazy"
                className={`max-h-11 ${context.row.original.isFresh ? '' : 'opacity-50'}`}
              />
            )}
          </button>
        ),
      },
      {
        id: 'approved',
        header: 'Approved',
        size: widths.approved,
        cell: (context) => (
          <input
            type="checkbox"
            aria-label={`Approve row ${numberIn(context)}`}
            checked={context.row.original.approved}
            disabled={!context.row.original.isFresh && !context.row.original.approved}
            onChange={(event) => latest.current.does(approveStep([context.row.original], event.target.checked))}
          />
        ),
      },
      {
        id: 'says',
        header: 'What to look at',
        size: widths.says,
        cell: ({ row: { original } }) => <Says row={original} />,
      },
      ...own,
    ];
  }, [columns, slots, matched, run.id, latest]);
}

/** The worst there is to say of a row, and how much more. */
function Says({ row }: { row: RunRow }) {
  const state = stateOf(row);
  const worst = worstOf(row);
  const more = row.flags.length - 1;
  return (
    <span className="line-clamp-2" title={row.flags.map(({ says }) => says).join('\n')}>
      <span className={`font-semibold ${tones[state]}`}>{state}</span>
      {row.byHand && <span className="text-faint"> by hand</span>}
      {row.isFresh && worst && state !== 'clean' && ` ${worst.says}${more > 0 ? ` (${more} more)` : ''}`}
    </span>
  );
}

/** What is shown, what comes in, and approving what is clean. */
function TableTools({ all, sight, onSight, byWorst, onByWorst, intake, onPaste, does }: RowTableProps) {
  const clean = all.filter((row) => isCleanRow(row) && !row.approved);
  return (
    <div className="flex shrink-0 flex-col gap-2 border-b border-rule bg-card px-3 py-2">
      <div className="flex flex-wrap items-center gap-2">
        <div role="group" aria-label="Which rows" className="flex gap-1">
          {sights.map((one) => (
            <button key={one} className="plain-button" aria-pressed={sight === one} onClick={() => onSight(one)}>
              {sightNames[one]} {all.filter((row) => isSeen(row, one)).length}
            </button>
          ))}
        </div>
        <label className="flex items-center gap-1">
          <input type="checkbox" checked={byWorst} onChange={(event) => onByWorst(event.target.checked)} />
          worst first
        </label>
        <span className="grow" />
        <button className="strong-button" disabled={clean.length === 0} onClick={() => does(approveStep(clean, true))}>
          Approve {clean.length} clean
        </button>
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <FileButton label="Table file" accept=".csv,.tsv,.txt,.xlsx" onFiles={(files) => intake.take(files)}>
          Bring a table
        </FileButton>
        <button className="plain-button" onClick={onPaste}>
          Paste a table
        </button>
        <FileButton label="Picture files" accept="image/*,.pdf,.zip" multiple onFiles={(files) => intake.take(files)}>
          Bring pictures
        </FileButton>
        <button className="plain-button" onClick={() => does(addStep(all))}>
          Add a row
        </button>
        <span className="grow text-faint" role="status">
          {intake.busy}
        </span>
      </div>
    </div>
  );
}

/** What to do first. */
function NoRows({ intake, onPaste }: RowTableProps) {
  return (
    <div className="m-auto flex max-w-md flex-col items-center gap-3 p-8 text-center">
      <p className="text-faint">
        Bring a table whose first row names the columns: a spreadsheet, or a file of values parted by commas. Drop it
        anywhere, pictures too.
      </p>
      <div className="flex gap-2">
        <FileButton
          label="First table file"
          className="strong-button"
          accept=".csv,.tsv,.txt,.xlsx"
          onFiles={(files) => intake.take(files)}
        >
          Bring a table
        </FileButton>
        <button className="plain-button" onClick={onPaste}>
          Paste one
        </button>
      </div>
    </div>
  );
}
