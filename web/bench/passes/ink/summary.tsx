import { setSolid } from '../../../../core/piece/edits/things';
import { useAppDispatch, useAppSelector } from '../../../store';
import { Quantity } from '../../../ui/Quantity';
import { useBench } from '../../benchContext';
import { handed } from '../../benchState';
import { editing } from '../../editing';

export function Summary() {
  const { lettering, mayChange } = useBench();
  if (!lettering) return <span className="text-faint">Ink comes with the words.</span>;
  const coat = lettering.ink.coats[lettering.ink.coats.length - 1];
  if (!coat) return <span className="text-faint">No coat of ink: the letters cannot be seen.</span>;
  const strength = (value: number) => setSolid(lettering.id, { opacity: value / 100 });
  return (
    <span>
      One flat coat of <span className="inline-block h-3.5 w-6 translate-y-0.5 border border-rule" style={{ background: coat.colour }} /> <b>{coat.colour}</b> at{' '}
      <Quantity
        label="Opacity of the coat"
        value={coat.opacity * 100}
        unit="%"
        min={0}
        max={100}
        disabled={!mayChange}
        onDraft={(value) => editing.draft(strength(value))}
        onCommit={(value) => editing.commit('Set the opacity', strength(value))}
        onStep={(value) => editing.soon('Set the opacity', `ink-${lettering.id}`, 'opacity', strength(value))}
      />
      .
    </span>
  );
}

export function HandTools() {
  const { picking, lens } = useAppSelector(({ bench }) => bench.hand);
  const { lettering } = useBench();
  const dispatch = useAppDispatch();
  return (
    <>
      <button className="plain-button" disabled={!lettering} aria-pressed={picking} onClick={() => dispatch(handed({ picking: !picking }))}>
        Pick from the photo
      </button>
      <span>
        averaging over <Quantity label="Width that the picker averages over" value={lens * 2} unit="px" min={1} max={2000} onDraft={(value) => dispatch(handed({ lens: value / 2 }))} onCommit={(value) => dispatch(handed({ lens: value / 2 }))} />
      </span>
    </>
  );
}
