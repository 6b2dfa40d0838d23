import { ppiLimits } from '../../../../core/piece/print';
import type { MeasuredPicture } from '../../../../core/passes/ink/measure';
import { useAppDispatch } from '../../../store';
import { useBench } from '../../benchContext';
import { looked } from '../../benchState';
import { ContrastGauge } from '../../gauges/ContrastGauge';
import { Measured } from '../../gauges/Measured';
import { Scale } from '../../gauges/Scale';
import { ppiScale } from '../../gauges/ppi';

export function Gauge() {
  const { measures, lettering } = useBench();
  const pictures = (measures?.ink.pictures ?? []).filter((one) => one.lettering === lettering?.id);
  return (
    <div className="flex flex-col gap-4">
      {pictures.length > 0 && (
        <Measured>
          {pictures.map((picture) => (
            <PictureGauge key={picture.coat} picture={picture} />
          ))}
        </Measured>
      )}
      <ContrastGauge />
    </div>
  );
}

/** Whether a picture covers its letters, cuts off what must be seen, and is fine enough for print. */
function PictureGauge({ picture: { coat, uncovered, gap, ppi, cut, kept } }: { picture: MeasuredPicture }) {
  const dispatch = useAppDispatch();
  const share = uncovered * 100;
  return (
    <div>
      <h3 className="mb-1 label">Picture in the letters (coat {coat + 1})</h3>
      <Scale
        label="Left uncovered"
        value={Math.min(10, share)}
        shown={share === 0 ? 'nothing' : `${share < 0.1 ? '< 0.1' : share.toFixed(1)} %`}
        full={10}
        limits={[]}
        good={share === 0}
      />
      {gap && (
        <button className="quiet-button" onClick={() => dispatch(looked({ goTo: { place: gap } }))}>
          Show where
        </button>
      )}
      {kept > 0 && (
        <Scale
          label="Keep points cut"
          value={cut.length}
          shown={`${cut.length} of ${kept}`}
          full={kept}
          limits={[]}
          good={cut.length === 0}
        />
      )}
      {ppi !== null && <Scale {...ppiScale(ppi)} label="Real pixels per inch" />}
      {ppi !== null && ppi < ppiLimits.accepted && (
        <p className="text-ochre">
          {ppi < ppiLimits.floor ? 'Too few pixels for print at this size.' : 'Just above the floor for print.'}
        </p>
      )}
    </div>
  );
}
