import { linesToLeaveOut } from '../../../core/render/withoutLine';
import { useAppDispatch, useAppSelector } from '../../store';
import { Choice } from '../../ui/Choice';
import { Tip } from '../../ui/Tip';
import { useBench } from '../benchContext';
import { looked } from '../benchState';
import { ticketLines } from '../passes';
import { toggleWipe } from './wipe';

/** What the picture is compared with: the bare photograph, or itself without one line of the ticket. */
const others: Record<string, string> = {
  photo: 'the bare photo',
  ...Object.fromEntries(
    ticketLines
      .filter(({ line }) => (linesToLeaveOut as readonly number[]).includes(line))
      .map(({ line, title }) => [String(line), `without ${line} ${title}`]),
  ),
};

/** Before, for as long as it is held, or at the left of a border that is dragged over the sheet. */
export function BeforeAfter() {
  const bench = useBench();
  const dispatch = useAppDispatch();
  const before = useAppSelector((state) => state.bench.before);
  const wipe = useAppSelector((state) => state.bench.wipe);
  const show = (on: boolean) => () => void dispatch(looked({ before: on }));
  return (
    <>
      <Tip text="Hold to see the bare photograph: ; held. A line’s digit held: the picture without that line">
        <button
          className="plain-button select-none"
          aria-pressed={before}
          onPointerDown={show(true)}
          onPointerUp={show(false)}
          onPointerLeave={show(false)}
          onKeyDown={(event) => (event.key === ' ' || event.key === 'Enter') && show(true)()}
          onKeyUp={show(false)}
          onBlur={show(false)}
        >
          Hold: before
        </button>
      </Tip>
      <Tip text="Before at the left of a border, now at the right of it: Shift ;">
        <button className="plain-button" aria-pressed={wipe !== null} onClick={() => toggleWipe(bench)}>
          Wipe
        </button>
      </Tip>
      {wipe && (
        <Choice
          label="What is at the left of the border"
          value={wipe.line === null ? 'photo' : String(wipe.line)}
          options={others}
          onChoose={(value) => dispatch(looked({ wipe: { ...wipe, line: value === 'photo' ? null : Number(value) } }))}
        />
      )}
    </>
  );
}
