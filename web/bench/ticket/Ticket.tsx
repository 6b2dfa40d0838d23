import { TriangleAlert } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { nameOf } from '../../../core/piece/names';
import { useAppDispatch } from '../../store';
import { Governs } from '../governs/Governs';
import { useBench } from '../benchContext';
import { looked } from '../benchState';
import { OwnOfSize } from '../sizes/OwnOfSize';
import { PieceRecipes } from '../recipes/PieceRecipes';
import { ticketLines, type TicketLine } from '../passes';

/** The list of what has been done, in the order of work; one line is open at a time. */
export function Ticket() {
  return (
    <nav
      aria-label="Ticket"
      className="flex w-80 shrink-0 flex-col overflow-y-auto border-r border-rule bg-card max-[1150px]:w-72 max-[900px]:w-60"
    >
      <ChosenLettering />
      <ol>
        {ticketLines.map((line) => (
          <Line key={line.line} line={line} />
        ))}
      </ol>
      <div className="px-3 pb-3">
        <PieceRecipes />
      </div>
    </nav>
  );
}

/** Which lettering the ticket is for. */
function ChosenLettering() {
  const { piece, lettering } = useBench();
  const dispatch = useAppDispatch();
  return (
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
              {piece.out.includes(one.id) && ' (left out)'}
            </option>
          ))}
        </select>
      )}
    </div>
  );
}

/** A line that is opened has the focus, so that Tab leads on into it; who is typing goes on typing. */
function useFocusWhenOpened(open: boolean) {
  const own = useRef<HTMLLIElement>(null);
  const before = useRef(open);
  useEffect(() => {
    const isOpened = open && !before.current;
    before.current = open;
    if (!isOpened || document.activeElement instanceof HTMLTextAreaElement) return;
    if (!own.current!.contains(document.activeElement)) own.current!.focus({ preventScroll: true });
  }, [open]);
  return own;
}

function Line({ line: { line, title, passes } }: { line: TicketLine }) {
  const bench = useBench();
  const open = bench.line === line;
  const toggle = (): void => bench.openLine(open ? null : line);
  const warnings = passes.flatMap(({ warning }) => warning?.(bench) ?? []);
  const own = useFocusWhenOpened(open);
  return (
    <li ref={own} tabIndex={-1} className={`border-b border-rule outline-none ${open ? 'bg-white' : ''}`}>
      <div className={`flex gap-2 px-3 ${open ? 'sticky top-0 z-10 bg-white pt-1.5' : 'pt-1.5'}`}>
        <span className={`w-5 shrink-0 self-start font-title ${open ? 'text-iron' : 'text-faint'}`} aria-hidden>
          {line}
        </span>
        <div className="min-w-0 grow">
          <h2>
            <button
              className={`mb-0.5 block w-full text-left font-semibold ${open ? 'text-iron' : ''}`}
              aria-expanded={open}
              title={`${open ? 'Fold' : 'Open'} this line: ${open ? 'Escape' : line}`}
              onClick={toggle}
            >
              {title}
              {warnings.length > 0 && (
                <span className="float-right text-ochre" title={warnings.join(' ')}>
                  <TriangleAlert size={14} className="mt-0.5" aria-label={warnings.join(' ')} />
                </span>
              )}
            </button>
          </h2>
        </div>
      </div>
      <div className="pb-1.5 pl-10 pr-3">
        <Governs what={passes[0].governs?.(bench) ?? null}>
          {passes.map(({ name, Summary }) => (
            <div key={name}>
              <Summary />
            </div>
          ))}
          <OwnOfSize line={line} />
          {open && (
            <div className="mt-3 flex flex-col gap-3 pb-2">
              {passes.map(({ name, Controls }) => (
                <Controls key={name} />
              ))}
            </div>
          )}
        </Governs>
      </div>
    </li>
  );
}
