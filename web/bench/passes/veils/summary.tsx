import { changeVeil } from '../../../../core/piece/edits/things';
import { useAppDispatch, useAppSelector } from '../../../store';
import { Quantity } from '../../../ui/Quantity';
import { useBench } from '../../benchContext';
import { handed } from '../../benchState';
import { editing } from '../../editing';

export function Summary() {
  const { veil, piece, mayChange } = useBench();
  if (!veil) return <span className="text-faint">Nothing stands in front of the words yet. Trace along an edge to cut a veil.</span>;
  const feather = (value: number) => changeVeil(veil.id, { feather: value });
  const behind = piece.veils.map(({ name }) => name).join(', ');
  return (
    <span>
      Words behind <b>{behind}</b>; the edge of {veil.name} is{' '}
      <Quantity
        label="Feather"
        value={veil.feather}
        unit="px"
        digits={1}
        step={0.1}
        min={0}
        max={200}
        disabled={!mayChange}
        onDraft={(value) => editing.draft(feather(value))}
        onCommit={(value) => editing.commit('Set the feather', feather(value))}
        onStep={(value) => editing.soon('Set the feather', `feather-${veil.id}`, 'feather', feather(value))}
      />{' '}
      soft.
    </span>
  );
}

export function HandTools() {
  const hand = useAppSelector(({ bench }) => bench.hand);
  const { piece } = useBench();
  const dispatch = useAppDispatch();
  if (piece.plates.length === 0) return <span className="text-faint">A veil is cut from a photograph. Choose one on line 0.</span>;
  return (
    <>
      <button className="plain-button" aria-pressed={hand.veilTool === 'trace'} onClick={() => dispatch(handed({ veilTool: 'trace' }))}>
        Trace
      </button>
      <button className="plain-button" aria-pressed={hand.veilTool === 'touch-up'} onClick={() => dispatch(handed({ veilTool: 'touch-up' }))}>
        Touch-up
      </button>
      <span className="mx-1 h-5 w-px bg-rule" />
      {hand.veilTool === 'trace' ? (
        <>
          <button className="plain-button" title="Shift held does the same for one click" aria-pressed={hand.straight} onClick={() => dispatch(handed({ straight: !hand.straight }))}>
            Straight
          </button>
          <span className="truncate text-faint" title="Click along the edge. Click the first point to close; at the sheet’s border it closes by itself. Backspace takes back. By keyboard: arrows, Enter, End to close.">
            Click along the edge; the first point closes it.
          </span>
        </>
      ) : (
        <>
          <button className="plain-button" aria-pressed={hand.side === 'front'} onClick={() => dispatch(handed({ side: 'front' }))}>
            Bring front
          </button>
          <button className="plain-button" aria-pressed={hand.side === 'behind'} onClick={() => dispatch(handed({ side: 'behind' }))}>
            Send behind
          </button>
          <span>
            <Quantity label="Brush size" value={hand.radius * 2} unit="px" min={1} max={4000} onDraft={(value) => dispatch(handed({ radius: value / 2 }))} onCommit={(value) => dispatch(handed({ radius: value / 2 }))} />, soft{' '}
            <Quantity label="Brush softness" value={hand.softness * 100} unit="%" min={0} max={100} onDraft={(value) => dispatch(handed({ softness: value / 100 }))} onCommit={(value) => dispatch(handed({ softness: value / 100 }))} />
          </span>
        </>
      )}
    </>
  );
}
