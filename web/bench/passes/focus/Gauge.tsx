import { useBench } from '../../benchContext';
import { Scale } from '../../gauges/Scale';
import { EdgeCurves } from './EdgeCurves';
import { measuredFocus, useMatch } from './matched';
import { grainLimits } from './warning';

/** Softness and grain of the letters beside those of the photograph. */
export function Gauge() {
  const bench = useBench();
  const { lettering } = bench;
  const match = useMatch();
  const measured = measuredFocus(bench);
  if (!lettering) return <p className="text-faint">Measured once there are words on the sheet.</p>;
  if (!measured) return <p className="text-faint">The place where the words stand is being measured.</p>;
  const { around, inside, photoEdges, letterEdges } = measured;
  const { blur } = lettering.focus;
  const own = blur?.shown ? blur.sigma : 0;
  const sigma = match?.sigma ?? null;
  const full = Math.max(2, 1.6 * Math.max(own, sigma ?? 0));
  const most = 1.4 * Math.max(0.5, around?.fine ?? 0, inside?.fine ?? 0);
  const isLike =
    !around || !inside || (inside.fine >= around.fine * grainLimits[0] && inside.fine <= around.fine * grainLimits[1]);
  return (
    <div className="flex flex-col gap-3">
      <div>
        <h3 className="mb-1 label">Edges, sigma in px</h3>
        {sigma === null ? (
          <p className="text-faint">No hard edge near the words tells how sharp the photograph is there.</p>
        ) : (
          <Scale label="The photograph’s" value={sigma} shown={`${sigma.toFixed(1)} px`} full={full} />
        )}
        <Scale
          label="The letters’"
          value={own}
          shown={`${own.toFixed(1)} px`}
          full={full}
          good={sigma === null || Math.abs(own - sigma) < 0.4 + 0.3 * sigma}
        />
      </div>
      <EdgeCurves photo={photoEdges} letters={letterEdges} />
      <div>
        <h3 className="mb-1 label">Grain, of 255 steps</h3>
        {around ? (
          <>
            <Scale label="Around the letters" value={around.fine} shown={around.fine.toFixed(2)} full={most} />
            {inside && (
              <Scale
                label="In the letters"
                value={inside.fine}
                shown={inside.fine.toFixed(2)}
                full={most}
                good={isLike}
              />
            )}
            <Scale label="Around, in pairs of px" value={around.coarse} shown={around.coarse.toFixed(2)} full={most} />
            {inside && (
              <Scale
                label="In them, in pairs of px"
                value={inside.coarse}
                shown={inside.coarse.toFixed(2)}
                full={most}
              />
            )}
          </>
        ) : (
          <p className="text-faint">No calm place near the words tells how grainy the photograph is.</p>
        )}
      </div>
    </div>
  );
}
