import { useAppSelector } from '../store';
import { useSecondsSince } from '../ui/Progress';
import { passesOfLine } from './passes';
import { chalkHand } from './passes/chalk/hand';
import { ChalkButton, ChalkTools } from './passes/chalk/tools';

/** Above the sheet: the tools of the open line, and the settings of the one in the hand. */
export function HandRow({ line }: { line: number | null }) {
  const passes = passesOfLine(line);
  const isChalk = chalkHand.use('tool').tool !== null;
  const withTools = passes.flatMap(({ name, HandTools }) => (HandTools ? [<HandTools key={name} />] : []));
  const withOptions = passes.flatMap(({ name, HandOptions }) => (HandOptions ? [<HandOptions key={name} />] : []));
  return (
    <div
      className="relative flex min-h-9 shrink-0 items-center gap-2 whitespace-nowrap border-b border-rule bg-desk px-3 py-0.5"
      role="group"
      aria-label="Hand tools"
    >
      <div className="flex min-w-0 grow flex-wrap items-center gap-x-1 gap-y-0.5">
        {isChalk && <ChalkTools />}
        {!isChalk && withTools}
        {!isChalk && withTools.length === 0 && (
          <span className="truncate text-faint">
            {line === null
              ? 'Open a line of the ticket to work on it: press its digit, or click it.'
              : 'This line has no tools on the sheet: its settings are in the ticket.'}
          </span>
        )}
      </div>
      <ChalkButton />
      <UnderWay />
      {/* Over the mat, so that the sheet stays where it is. */}
      {!isChalk && withOptions.length > 0 && (
        <div className="absolute left-0 top-full z-10 flex min-h-9 max-w-full flex-wrap items-center gap-x-2 gap-y-0.5 rounded-br-sheet border-b border-r border-rule bg-desk px-3 empty:hidden">
          {withOptions}
        </div>
      )}
    </div>
  );
}

/** What is being worked out for the piece, and for how long. */
function UnderWay() {
  const solving = useAppSelector(({ bench }) => bench.solving);
  return (
    <span role="status" className="shrink-0 text-faint">
      {solving && <Passing stage={solving.stage} done={solving.done} startedAt={solving.startedAt} />}
    </span>
  );
}

function Passing({ stage, done, startedAt }: { stage: string; done: number | null; startedAt: number }) {
  const seconds = Math.floor(useSecondsSince(startedAt));
  const far = done === null ? '' : `, ${Math.round(done * 100)} %`;
  return (
    <>
      {stage}
      {far}
      {/* Said once, not every second. */}
      {seconds >= 2 && <span aria-hidden>, {seconds} s</span>}
    </>
  );
}
