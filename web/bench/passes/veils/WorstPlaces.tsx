import { useEffect, useState } from 'react';
import { mismatch, worstPlaces, type EdgePlace } from '../../../../core/passes/veils/softness/compareEdge';
import type { Veil } from '../../../../core/passes/veils/schema';
import { apply } from '../../../../core/shape/affine';
import { useAppDispatch } from '../../../store';
import { useBench } from '../../benchContext';
import { looked } from '../../benchState';
import { editing } from '../../editing';
import { useKeys } from '../../keys/useKeys';
import type { CutPlate } from './cutting';
import { veilKeys } from './keys';
import { mendOf } from './mend';

/** So many places are gone through. */
const mostPlaces = 3;

/** The worst places of a border, one after the other, each with what would mend it. */
export function WorstPlaces({ veil, places, plate }: { veil: Veil; places: readonly EdgePlace[]; plate: CutPlate }) {
  const { mayChange } = useBench();
  const dispatch = useAppDispatch();
  const [index, setIndex] = useState<number | null>(null);
  const worst = worstPlaces(places, mostPlaces);
  const place = index === null ? null : (worst[index] ?? null);
  const [x, y] = place?.place ?? [0, 0];
  useEffect(() => {
    if (index !== null) dispatch(looked({ goTo: { place: apply(plate.place, [x, y]) } }));
  }, [index]); // eslint-disable-line react-hooks/exhaustive-deps
  const go = (): void => setIndex(index === null || index + 1 >= worst.length ? null : index + 1);
  const mend = place && mendOf(veil, place);
  const take = (): void => {
    if (mend && mayChange) editing.commit(mend.name, mend.edit);
    go();
  };
  useKeys([
    [veilKeys.take, { down: () => (place ? take() : false) }],
    [veilKeys.pass, { down: () => (place ? go() : false) }],
  ]);
  if (worst.length === 0) return null;
  if (!place || !mend)
    return (
      <button className="plain-button" onClick={() => setIndex(0)}>
        Go through the worst
      </button>
    );
  return (
    <div className="flex w-full flex-col gap-1" role="group" aria-label="The worst places of the edge">
      <p aria-live="polite">
        {index! + 1} of {worst.length}: the matte is {mismatch(place) > 0 ? 'softer' : 'crisper'} than the photo here,{' '}
        {place.matte.toFixed(1)} px against {place.photo!.toFixed(1)} px.
      </p>
      <div className="flex flex-wrap gap-1">
        <button className="plain-button" disabled={!mayChange} title="Y" onClick={take}>
          {mend.name}
        </button>
        <button className="plain-button" title="X" onClick={go}>
          Leave it
        </button>
        <button className="quiet-button" onClick={() => setIndex(null)}>
          Stop
        </button>
      </div>
    </div>
  );
}
