import { TriangleAlert } from 'lucide-react';
import { nameOf } from '../../../core/piece/names';
import { useAppDispatch } from '../../store';
import { useBench } from '../benchContext';
import { looked } from '../benchState';
import { benchPasses } from '../passes';

/** The list of what has been done, in the order of work; one line is open at a time. */
export function Ticket() {
  const bench = useBench();
  const { line, openLine, piece, lettering } = bench;
  const dispatch = useAppDispatch();
  return (
    <nav aria-label="Ticket" className="flex w-80 shrink-0 flex-col overflow-y-auto border-r border-rule bg-card">
      <div className="flex min-h-8 items-center gap-2 border-b border-rule px-3">
        <span className="label whitespace-nowrap">Ticket for</span>
        {piece.letterings.length === 0 ? (
          <span className="text-faint">no words yet</span>
        ) : (
          <select
            className="min-w-0 grow truncate bg-transparent font-semibold"
            aria-label="Lettering"
            title="Next lettering: N"
            value={lettering?.id}
            onChange={(event) => dispatch(looked({ lettering: event.target.value }))}
          >
            {piece.letterings.map((one) => (
              <option key={one.id} value={one.id}>
                {nameOf(one).slice(0, 40)}
              </option>
            ))}
          </select>
        )}
      </div>
      <ol>
        {benchPasses.map(({ line: number, title, Summary, Slip, warning }) => {
          const open = line === number;
          const outOfLimits = warning?.(bench) ?? null;
          return (
            <li key={number} className={`border-b border-rule ${open ? 'bg-white' : ''}`}>
              <div className="flex gap-2 px-3 py-1.5">
                <button
                  className={`w-5 shrink-0 self-start text-left font-title ${open ? 'text-iron' : 'text-faint'}`}
                  tabIndex={-1}
                  aria-hidden
                  onClick={() => openLine(open ? null : number)}
                >
                  {number}
                </button>
                <div className="min-w-0 grow">
                  <button
                    className={`mb-0.5 block w-full text-left font-semibold ${open ? 'text-iron' : ''}`}
                    aria-expanded={open}
                    title={`${open ? 'Fold' : 'Open'} this line: ${open ? 'Escape' : number}`}
                    onClick={() => openLine(open ? null : number)}
                  >
                    {title}
                    {outOfLimits && (
                      <span className="float-right text-ochre" title={outOfLimits}>
                        <TriangleAlert size={14} className="mt-0.5" aria-label={outOfLimits} />
                      </span>
                    )}
                  </button>
                  <Summary />
                  {open && (
                    <div className="mt-3 pb-2">
                      <Slip />
                    </div>
                  )}
                </div>
              </div>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}
