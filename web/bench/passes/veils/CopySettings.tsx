import type { Veil } from '../../../../core/passes/veils/schema';
import { useBench } from '../../benchContext';
import { copyVeil, isCopied, otherPlates } from './copying';

/** Takes a cut along to another photograph of the same scene. */
export function CopySettings({ veil }: { veil: Veil }) {
  const { piece, mayChange } = useBench();
  const others = otherPlates(piece, veil);
  if (others.length === 0 || !isCopied(veil)) return null;
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
      <span>The same thing on</span>
      {others.map((plate) => (
        <button key={plate.id} className="plain-button" disabled={!mayChange} onClick={() => copyVeil(veil, plate)}>
          {plate.name}
        </button>
      ))}
      <p className="w-full text-faint">
        What was drawn is laid where both photographs show the same, and solved there again.
      </p>
    </div>
  );
}
