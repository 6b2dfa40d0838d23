import { useState } from 'react';
import { mismatch, mismatchLimit, type EdgePlace } from '../../../../core/passes/veils/softness/compareEdge';
import { solvedOf, type Veil } from '../../../../core/passes/veils/schema';
import { api, ask } from '../../../api/client';
import { useAppDispatch } from '../../../store';
import { useBench } from '../../benchContext';
import { looked } from '../../benchState';
import { cutPlate } from './cutting';
import { EdgeChart } from './EdgeChart';
import { WorstPlaces } from './WorstPlaces';

/** A border that is rougher than this shows steps, plate px. */
const roughLimit = 0.5;
/** A rim that differs by more than this is seen, Oklab times 100; true mattes of rendered plates have 0.4 to 4.1. */
const haloLimit = 5;

interface Measured {
  veil: Veil;
  places: EdgePlace[];
  roughness: number | null;
  halo: number | null;
}

/** The softness of the photo's edge against that of the matte, along the border. */
export function EdgeGauge({ veil }: { veil: Veil }) {
  const { piece } = useBench();
  const dispatch = useAppDispatch();
  const [measured, setMeasured] = useState<Measured | null>(null);
  const [busy, setBusy] = useState(false);
  const plate = cutPlate(piece, veil)!;
  const measure = async (): Promise<void> => {
    setBusy(true);
    try {
      const mattes = Object.fromEntries(solvedOf(veil).map(({ key }) => [key, piece.assets[key].sha256!]));
      const answer = await ask(
        api.cuts.edge.$post({ json: { plate: piece.assets[plate.asset].sha256!, veil, mattes } }),
      );
      setMeasured({ veil, ...answer });
    } catch (error) {
      dispatch(looked({ problem: error instanceof Error ? error.message : 'The edge could not be measured.' }));
    } finally {
      setBusy(false);
    }
  };
  const places = measured?.veil.id === veil.id ? measured.places : [];
  const compared = places.filter(({ photo }) => photo !== null);
  const bad = compared.filter((one) => Math.abs(mismatch(one)) >= mismatchLimit).length;
  return (
    <div className="mt-3 border-t border-rule pt-2">
      <h3 className="mb-1 label">Edge of the photo and of the matte</h3>
      {places.length > 0 && <EdgeChart places={places} />}
      {measured?.veil.id === veil.id && measured.veil !== veil && (
        <p className="text-ochre">Measured before the last change.</p>
      )}
      {compared.length > 0 && (
        <p className={bad > 0 ? 'text-ochre' : 'text-faint'}>
          {bad === 0
            ? `At all ${compared.length} places as soft as the photo, or nearly.`
            : `${Math.round((bad / compared.length) * 100)} % of ${compared.length} places are twice as soft or as crisp as the photo.`}
        </p>
      )}
      {measured?.veil.id === veil.id && <BorderTold measured={measured} />}
      {measured?.veil === veil && compared.length === 0 && (
        <p className="text-faint">No clear edge found along this border.</p>
      )}
      <div className="mt-1 flex flex-wrap gap-1">
        <button className="plain-button" disabled={busy || veil.cuts.length === 0} onClick={() => void measure()}>
          {busy ? 'Measuring' : 'Measure the edge'}
        </button>
        <WorstPlaces key={places.length} veil={veil} places={places} plate={plate} />
      </div>
    </div>
  );
}

/** How rough the border is, and what shows beside it of what lies behind. */
function BorderTold({ measured: { roughness, halo } }: { measured: Measured }) {
  return (
    <>
      {roughness !== null && (
        <p
          className={roughness > roughLimit ? 'text-ochre' : 'text-faint'}
          title="Root mean square of the border’s distance from its own mean over 15 px; hair and leaves are rough by nature"
        >
          The border is rough by {roughness.toFixed(2)} px.
        </p>
      )}
      {halo !== null && (
        <p
          className={halo > haloLimit ? 'text-ochre' : 'text-faint'}
          title="How far the matte differs along the border from what the photograph shows there, seen on white and on black; Oklab times 100, the median of its places. Textures alone make up to 4."
        >
          {halo > haloLimit ? 'A rim shows' : 'No rim shows'}: it differs by {halo.toFixed(1)} from the photograph.
        </p>
      )}
    </>
  );
}
