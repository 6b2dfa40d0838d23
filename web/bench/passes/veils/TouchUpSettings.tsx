import { veilHand } from './hand';
import type { Veil } from '../../../../core/passes/veils/schema';
import { clearStrokes } from '../../../../core/piece/edits/veils';
import { Choice } from '../../../ui/Choice';
import { Quantity } from '../../../ui/Quantity';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';

/** How the touch-up brush works beyond its size. */
export function TouchUpSettings({ veil }: { veil: Veil }) {
  const { lettering } = useBench();
  const { flow, fence, veilTool } = veilHand.use('flow', 'fence', 'veilTool');
  const isChosen = veilTool === 'touch-up';
  if (!isChosen && veil.strokes.length === 0) return null;
  return (
    <div>
      <span className="label">Touch-up</span>
      {isChosen && (
        <p>
          Each stroke at{' '}
          <Quantity
            label="Flow"
            value={flow * 100}
            unit="%"
            min={1}
            max={100}
            onDraft={(value) => veilHand.set({ flow: value / 100 })}
            onCommit={(value) => veilHand.set({ flow: value / 100 })}
          />
          {lettering && (
            <>
              , fenced{' '}
              <Choice
                label="Fence"
                inSentence
                value={fence}
                options={{ none: 'nowhere', inside: 'inside the letters', outside: 'outside the letters' }}
                onChoose={(next) => veilHand.set({ fence: next })}
              />
            </>
          )}
          .
        </p>
      )}
      {veil.strokes.length > 0 && (
        <button className="quiet-button" onClick={() => editing.commit('Clear the touch-up', clearStrokes(veil.id))}>
          Clear touch-up ({veil.strokes.length})
        </button>
      )}
    </div>
  );
}
