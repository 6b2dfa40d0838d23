import { addCoat } from '../../../../core/piece/edits/ink';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { CoatCard } from '../../coats/CoatCard';
import { coatNames, firstCoats, type Offered } from '../../coats/names';
import { PictureButton } from '../../coats/PictureButton';

/** The coats of the chosen lettering, the nearest at the top, and those that can be laid on. */
export function Slip() {
  const { lettering, mayChange } = useBench();
  if (!lettering) return <p className="text-faint">Set a word first (line 1).</p>;
  const { id, ink } = lettering;
  const offered = Object.keys(firstCoats) as Offered[];
  return (
    <div className="flex flex-col gap-3">
      {ink.coats.length === 0 && <p className="text-faint">No coat of ink: the letters cannot be seen. Lay one on.</p>}
      <ol className="flex flex-col" aria-label="Coats, from near to far">
        {ink.coats.map((_, i) => ink.coats.length - 1 - i).map((index) => (
          <CoatCard key={index} lettering={lettering} index={index} />
        ))}
      </ol>
      <div>
        <span className="label">Lay on a coat</span>
        <div className="mt-1 flex flex-wrap gap-1">
          {offered.map((kind) => (
            <button key={kind} className="plain-button" disabled={!mayChange || ink.coats.length >= 40} onClick={() => editing.commit(`Lay on a coat: ${coatNames[kind].toLowerCase()}`, addCoat(id, firstCoats[kind]))}>
              {coatNames[kind]}
            </button>
          ))}
          <PictureButton lettering={id} disabled={!mayChange || ink.coats.length >= 40} />
        </div>
      </div>
    </div>
  );
}
