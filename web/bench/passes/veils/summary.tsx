import { changeItem } from '../../../../core/piece/edits/items';
import { setSoftness } from '../../../../core/piece/edits/veils';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';

/** So many veils are named one by one. */
const namedVeils = 4;

export function Summary() {
  const { veil, piece } = useBench();
  if (!veil)
    return (
      <span className="text-faint">
        Nothing stands in front of the words yet. Cut a veil: along an edge, by rough strokes or by colour.
      </span>
    );
  const names = piece.veils.map(({ name }) => name);
  const behind =
    names.length <= namedVeils
      ? names.join(', ')
      : `${names.length} veils: ${names.slice(0, namedVeils - 1).join(', ')} and ${names.length - namedVeils + 1} more`;
  const sigmas =
    veil.softness?.profile.map(([, , sigma]) => sigma * veil.softness!.factor * plateScale(piece.plates, veil.plate)) ??
    [];
  return (
    <span>
      Words behind <b>{behind}</b>; the edge of {veil.name}{' '}
      {sigmas.length > 0 ? (
        <>
          is as soft as the photo,{' '}
          <b>
            {Math.min(...sigmas).toFixed(1)}-{Math.max(...sigmas).toFixed(1)} px
          </b>
          , at{' '}
          <EditedValue
            label="Softness factor"
            undoLabel="Set the softness"
            value={veil.softness!.factor}
            step={0.05}
            digits={2}
            min={0}
            max={5}
            edit={(factor) => setSoftness(veil.id, { ...veil.softness!, factor })}
          />{' '}
          × the measured softness
          {veil.feather > 0 && ', and '}
        </>
      ) : (
        'is '
      )}
      {(sigmas.length === 0 || veil.feather > 0) && (
        <>
          <EditedValue
            label="Feather"
            value={veil.feather}
            unit="px"
            digits={1}
            step={0.1}
            min={0}
            max={200}
            edit={(feather) => changeItem('veils', veil.id, { feather })}
          />{' '}
          soft
        </>
      )}
      {veil.fine && (veil.fine.matte ? '; fine edge solved' : '; fine edge painted')}.
    </span>
  );
}

const plateScale = (plates: readonly { id: string; scale: number }[], id: string): number =>
  plates.find((plate) => plate.id === id)?.scale ?? 1;
