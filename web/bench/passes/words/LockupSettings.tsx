import { wordsHand } from './hand';
import { steadily } from '../../../../core/piece/edits/steady';
import { changePart } from '../../../../core/piece/edits/items';
import { lockups, type LockupPart } from '../../../../core/passes/words/lockups';
import type { Edit } from '../../../../core/piece/edits/edit';
import { Choice } from '../../../ui/Choice';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { EditedValue } from '../../EditedValue';

const titles = Object.fromEntries(lockups.map(({ kind, title }) => [kind, title])) as Record<
  LockupPart['kind'],
  string
>;

/** How the lines are arranged, as a sentence. */
export function LockupSettings() {
  const bench = useBench();
  const { lettering, letters, piece, mayChange } = bench;
  const { id, words } = lettering!;
  const { lockup, size } = words;
  const set = (next: LockupPart): Edit => steadily(id, changePart(id, 'words', { lockup: next }), bench.lettersOf);
  const width = Math.round(Math.max(size, letters?.ink?.width ?? piece.sheet.width * 0.6));
  const start: Record<LockupPart['kind'], () => LockupPart> = {
    lines: () => ({ kind: 'lines' }),
    'one-width': () => ({ kind: 'one-width', width, gap: 0.02 }),
    justified: () => ({ kind: 'justified', width }),
    stacked: () => ({ kind: 'stacked', gap: 0.08 }),
    arc: () => ({ kind: 'arc', radius: width }),
    path: () => ({
      kind: 'path',
      points: [
        [-width / 2, 0],
        [-width / 4, -size * 0.3],
        [width / 4, size * 0.3],
        [width / 2, 0],
      ].map(([x, y]): [number, number] => [Math.round(x), Math.round(y)]),
      offset: 0,
    }),
  };
  return (
    <p className="leading-7">
      Arranged:{' '}
      <Choice
        label="Lockup"
        disabled={!mayChange}
        value={lockup.kind}
        options={titles}
        onChoose={(kind) => void editing.commit(`Arrange: ${titles[kind].toLowerCase()}`, set(start[kind]()))}
      />
      <LockupClause id={id} lockup={lockup} set={set} />
    </p>
  );
}

interface LockupClauseProps {
  /** Of the lettering. */
  id: string;
  lockup: LockupPart;
  set(next: LockupPart): Edit;
}

/** The measures of the arrangement. */
function LockupClause({ id, lockup, set }: LockupClauseProps) {
  const { mayChange } = useBench();
  const { drawingPath } = wordsHand.use('drawingPath');
  return (
    <>
      {lockup.kind === 'one-width' && (
        <>
          {' '}
          of{' '}
          <EditedValue
            label="Width of the lines"
            value={lockup.width}
            unit="px"
            min={1}
            max={200000}
            edit={(value) => set({ ...lockup, width: value })}
          />
          , lines{' '}
          <EditedValue
            label="Gap between the lines"
            value={lockup.gap}
            factor={lockup.width}
            unit="px"
            digits={1}
            min={-lockup.width}
            max={lockup.width * 2}
            edit={(value) => set({ ...lockup, gap: value })}
          />{' '}
          apart.
        </>
      )}
      {lockup.kind === 'justified' && (
        <>
          {' '}
          to{' '}
          <EditedValue
            label="Width of the lines"
            value={lockup.width}
            unit="px"
            min={1}
            max={200000}
            edit={(value) => set({ ...lockup, width: value })}
          />
          .
        </>
      )}
      {lockup.kind === 'stacked' && (
        <>
          {' '}
          with{' '}
          <EditedValue
            label="Gap between the letters"
            value={lockup.gap}
            unit="em"
            digits={2}
            step={0.01}
            min={-1}
            max={5}
            edit={(value) => set({ ...lockup, gap: value })}
          />{' '}
          between them.
        </>
      )}
      {lockup.kind === 'arc' && (
        <>
          {' '}
          of radius{' '}
          <EditedValue
            label="Radius"
            value={lockup.radius}
            unit="px"
            step={5}
            min={-200000}
            max={200000}
            edit={(value) => set({ ...lockup, radius: Math.abs(value) < 1 ? 1 : value })}
          />
          ; below 0 it bends up.
        </>
      )}
      {lockup.kind === 'path' && (
        <>
          , slid by{' '}
          <EditedValue
            label="Slid along the line"
            value={lockup.offset}
            unit="px"
            step={2}
            edit={(value) => set({ ...lockup, offset: value })}
          />
          .{' '}
          <button
            className="plain-button"
            disabled={!mayChange}
            aria-pressed={drawingPath === id}
            onClick={() => wordsHand.set({ drawingPath: drawingPath === id ? null : id })}
          >
            Draw the line on the sheet
          </button>
        </>
      )}
    </>
  );
}
