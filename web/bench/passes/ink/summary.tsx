import { slippedCoat } from '../../../../core/passes/ink/ghost';
import { mainColour } from '../../../../core/coats/mainColour';
import { setCoat } from '../../../../core/piece/edits/ink';
import { useAppDispatch, useAppSelector } from '../../../store';
import { Quantity } from '../../../ui/Quantity';
import { useBench } from '../../benchContext';
import { handed } from '../../benchState';
import { EditedValue } from '../../EditedValue';
import { coatNames } from '../../coats/names';

export function Summary() {
  const { lettering } = useBench();
  if (!lettering) return <span className="text-faint">Ink comes with the words.</span>;
  const { coats } = lettering.ink;
  if (coats.length === 0) return <span className="text-faint">No coat of ink: the letters cannot be seen.</span>;
  const [coat] = coats;
  const colour = mainColour(lettering.ink);
  const swatch = colour && <span className="inline-block h-3.5 w-6 translate-y-0.5 border border-rule" style={{ background: colour }} />;
  if (coats.length > 1 || coat.kind !== 'solid') {
    return (
      <span>
        {coats.length === 1 ? 'One coat: ' : `${coats.length} coats: `}
        <b>{coats.map(({ kind }) => coatNames[kind].toLowerCase()).join(', ')}</b> {swatch}.
      </span>
    );
  }
  const set = (change: Partial<typeof coat>) => setCoat(lettering.id, 0, change);
  return (
    <span>
      One flat coat of {swatch} <b>{coat.colour}</b> at <EditedValue label="Opacity of the coat" value={coat.opacity} factor={100} unit="%" min={0} max={100} says="Set the opacity" edit={(opacity) => set({ opacity })} />.
    </span>
  );
}

export function HandTools() {
  const { picking, slipping, lens } = useAppSelector(({ bench }) => bench.hand);
  const { lettering } = useBench();
  const dispatch = useAppDispatch();
  const hasPicture = lettering !== null && slippedCoat(lettering.ink) >= 0;
  return (
    <>
      {hasPicture && (
        <button className="plain-button" aria-pressed={slipping} title="Drag the picture inside the letters" onClick={() => dispatch(handed({ slipping: !slipping, picking: false }))}>
          Slip
        </button>
      )}
      <button className="plain-button" disabled={!lettering} aria-pressed={picking} onClick={() => dispatch(handed({ picking: !picking, slipping: false }))}>
        Pick from the photo
      </button>
      <span>
        averaging over <Quantity label="Width that the picker averages over" value={lens * 2} unit="px" min={1} max={2000} onDraft={(value) => dispatch(handed({ lens: value / 2 }))} onCommit={(value) => dispatch(handed({ lens: value / 2 }))} />
      </span>
    </>
  );
}
