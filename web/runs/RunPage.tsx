import { useEffect, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { dropByHand, rowRoughs, rowToBench } from '../api/runs';
import { Problem } from '../ui/Problem';
import { AskWhereTo, BringTable } from './BringTable';
import { FilesMade } from './FilesMade';
import { OrderDesk } from './OrderDesk';
import { RowSheet } from './RowSheet';
import { RowTable } from './RowTable';
import { RunStrip } from './RunStrip';
import { isSeen, type Sight } from './says';
import { SlotList } from './SlotList';
import { approveStep, removeStep } from './tableHistory';
import { useIntake } from './useIntake';
import { useRun } from './useRun';
import { messageOf } from '../ui/messageOf';

/** One run: what changes, its table, and the row that is looked at. */
export function RunPage() {
  const { id = '' } = useParams();
  // The code on a print sheet leads to its row.
  const asked = Number(useSearchParams()[0].get('row')) || null;
  const work = useRun(id);
  const { run, rows, problem, say } = work;
  const navigate = useNavigate();
  const failed = (error: unknown): void => say(messageOf(error));
  const intake = useIntake(id, work);
  const [chosen, setChosen] = useState<number | null>(asked);
  const [sight, setSight] = useState<Sight>('all');
  const [byWorst, setByWorst] = useState(false);
  const [pasting, setPasting] = useState(false);
  useEffect(() => {
    document.title = `${run?.name ?? 'Run'} · Inky Veil`;
  }, [run?.name]);
  useUndoKeys(work.undo, work.redo);
  if (!run || !rows)
    return (
      <main className="p-6">{problem ? <Problem>{problem}</Problem> : <p className="text-faint">Being opened</p>}</main>
    );
  const seen = rows.filter((row) => isSeen(row, sight));
  const shown = byWorst ? [...seen].sort((a, b) => b.weight - a.weight || a.id - b.id) : seen;
  const row = rows.find((one) => one.id === chosen) ?? null;
  return (
    <div
      className={`flex h-dvh flex-col ${intake.isOver ? 'outline outline-2 -outline-offset-4 outline-iron' : ''}`}
      {...intake.drop}
    >
      <RunStrip work={work} run={run} />
      {problem && (
        <div className="border-b border-rule p-2">
          <Problem onDismiss={() => say(null)}>{problem}</Problem>
        </div>
      )}
      {intake.notes.length > 0 && (
        <div className="flex items-start gap-3 border-b border-rule bg-card px-4 py-2" role="status">
          <ul className="grow">
            {intake.notes.map((note, i) => (
              <li key={i}>{note}</li>
            ))}
          </ul>
          <button className="quiet-button" onClick={intake.forget}>
            Dismiss
          </button>
        </div>
      )}
      <div className="flex min-h-0 grow max-[900px]:flex-col max-[900px]:overflow-y-auto">
        <aside className="w-[256px] shrink-0 overflow-y-auto border-r border-rule bg-card px-4 py-3 max-[900px]:order-last max-[900px]:w-full max-[900px]:overflow-visible">
          <SlotList run={run} change={work.change} />
          <FilesMade run={run} rows={rows} work={work} />
          <OrderDesk run={run} rows={rows} work={work} onChoose={setChosen} />
        </aside>
        <RowTable
          key={id}
          run={run}
          rows={shown}
          all={rows}
          chosen={chosen}
          onChoose={setChosen}
          does={work.does}
          sight={sight}
          onSight={setSight}
          byWorst={byWorst}
          onByWorst={setByWorst}
          intake={intake}
          onPaste={() => setPasting(true)}
        />
        <RowSheet
          run={run}
          row={row}
          number={row ? rows.indexOf(row) + 1 : 0}
          onApprove={(approved) => row && work.does(approveStep([row], approved))}
          onRemove={() => row && work.does(removeStep([row]))}
          onBench={() => row && void rowToBench(id, row.id).then((piece) => navigate(`/piece/${piece}`), failed)}
          onRoughs={() => row && void rowRoughs(id, row.id).then((address) => navigate(address), failed)}
          onPlain={() => row && void dropByHand(id, row.id).then(work.reload, failed)}
          say={say}
          onNext={(by) => {
            const at = shown.findIndex((one) => one.id === chosen);
            setChosen(shown[Math.min(shown.length - 1, Math.max(0, at + by))]?.id ?? null);
          }}
        />
      </div>
      <BringTable open={pasting} hasRows={rows.length > 0} onClose={() => setPasting(false)} onText={intake.paste} />
      <AskWhereTo files={intake.asked} rows={rows} onAnswer={intake.answer} />
    </div>
  );
}

/** Undo and redo, wherever nothing is being typed. */
function useUndoKeys(undo: () => void, redo: () => void): void {
  useEffect(() => {
    const down = (event: KeyboardEvent): void => {
      const isTyped =
        event.target instanceof HTMLElement && event.target.matches('input:not([type=checkbox]), textarea');
      if (isTyped || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      event.preventDefault();
      if (event.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', down);
    return () => window.removeEventListener('keydown', down);
  }, [undo, redo]);
}
