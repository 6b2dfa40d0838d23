import { useBench } from '../../benchContext';
import { Measured } from '../../gauges/Measured';
import { nameOfMark, problemOf } from './names';

/** Whether what must stay visible does; on every line. */
export function KeepGauge() {
  const { piece, measures } = useBench();
  const marks = piece.chalk.filter(({ kind, done }) => kind === 'keep' && !done);
  return (
    <section className="mt-3 border-t border-rule pt-2" aria-label="Keep points">
      <h3 className="label mb-1">Keep points</h3>
      <Measured>
        <ul className="flex flex-col gap-1">
          {marks.map((mark) => {
            const kept = measures?.chalk?.find((one) => one.mark === mark.id);
            const problem = kept && problemOf(kept, piece);
            return (
              <li key={mark.id} className={problem ? 'text-ochre' : ''}>
                {problem ?? (kept ? `${nameOfMark(mark)}: free` : `${nameOfMark(mark)}: still to be measured`)}
              </li>
            );
          })}
        </ul>
      </Measured>
    </section>
  );
}
