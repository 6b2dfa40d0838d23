import { useState } from 'react';
import type { RoughsOrder } from '../../core/roughs/order';
import { shownRoughs } from '../../core/roughs/shown';
import type { RoughsState } from '../api/roughs';
import { Problem } from '../ui/Problem';
import { Progress } from '../ui/Progress';
import { nextOrder, type LockName } from './order';
import { RoughCard } from './RoughCard';
import { RoughLarge } from './RoughLarge';

interface RoughsShownProps {
  state: RoughsState;
  isBusy: boolean;
  mayTake: boolean;
  onNext(order: RoughsOrder): void;
  onCancel(): void;
  onTake(rough: string): void;
}

/** Roughs as they come: one large, all small, and what the photograph does not offer. */
export function RoughsShown({ state, isBusy, mayTake, onNext, onCancel, onTake }: RoughsShownProps) {
  const [startedAt] = useState(Date.now);
  const [chosen, setChosen] = useState<string | null>(null);
  const [pointed, setPointed] = useState<string | null>(null);
  const [locks, setLocks] = useState<LockName[]>([]);
  const { roughs, leftOut } = state;
  const isRunning = state.state === 'running';
  const large = roughs.find(({ id }) => id === (pointed ?? chosen)) ?? roughs.at(0) ?? null;
  const next = (kind: Parameters<typeof nextOrder>[2]['kind']): void =>
    onNext(nextOrder(state.order, roughs, { kind, from: large, locks }));
  return (
    <>
      {isRunning && <Progress done={state.done} stage={state.stage} startedAt={startedAt} onCancel={onCancel} />}
      {state.state === 'failed' && state.problem && <Problem>{state.problem}</Problem>}
      {state.state === 'cancelled' && <p role="status">Cancelled: these are what had come by then.</p>}
      {state.state === 'done' && roughs.length === 0 && (
        <p role="status">No rough is good enough for these words on this photograph. Below stands why.</p>
      )}
      {large && (
        <div className="grid grid-cols-[minmax(0,1fr)_300px] items-start gap-4 max-[900px]:grid-cols-1">
          <RoughLarge
            roughs={state.id}
            rough={large}
            locks={locks}
            isBusy={isBusy}
            mayTake={mayTake}
            onLocks={setLocks}
            onTake={() => onTake(large.id)}
            onLike={() => next(large.kind)}
          />
          <div className="flex flex-col gap-3">
            <ul
              className="grid grid-cols-2 gap-2 max-[900px]:grid-cols-3 max-[600px]:grid-cols-2"
              aria-label="Roughs"
              onPointerLeave={() => setPointed(null)}
            >
              {roughs.map((rough) => (
                <RoughCard
                  key={rough.id}
                  roughs={state.id}
                  rough={rough}
                  isChosen={rough.id === large.id}
                  onPoint={() => setPointed(rough.id)}
                  onChoose={() => {
                    setPointed(null);
                    setChosen(rough.id);
                  }}
                />
              ))}
              {isRunning &&
                Array.from({ length: Math.max(0, shownRoughs - roughs.length) }, (_, i) => (
                  <li key={i} className="h-36 rounded-sheet border border-dashed border-rule" aria-hidden />
                ))}
            </ul>
            <button
              className="plain-button self-start"
              disabled={isBusy || isRunning || !mayTake}
              onClick={() => next(null)}
            >
              Show others
            </button>
          </div>
        </div>
      )}
      {leftOut.length > 0 && (
        <section aria-label="Left out">
          <h2 className="font-semibold">Left out</h2>
          <dl className="grid grid-cols-[max-content_1fr] gap-x-3 max-[600px]:grid-cols-1">
            {leftOut.map(({ kind, title, because }) => (
              <div key={kind} className="contents">
                <dt className="text-faint">{title}</dt>
                <dd>{because}</dd>
              </div>
            ))}
          </dl>
        </section>
      )}
    </>
  );
}
