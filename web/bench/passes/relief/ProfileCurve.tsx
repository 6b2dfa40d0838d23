import { useState } from 'react';
import type { Edit } from '../../../../core/piece/edits/edit';
import { curveThrough, type CurvePoints } from '../../../../core/shape/curve';
import { useBench } from '../../benchContext';
import { CurveHandles } from '../../charts/CurveHandles';
import { mostPoints, moved, withPoint } from '../../charts/curvePoints';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';

const [width, height] = [264, 96];
const percent = { factor: 100, unit: '%', min: 0, max: 100 } as const;

/** How an edge rises, drawn as a section: from its outer end at the left to the face at the right. */
export function ProfileCurve({ curve, edit }: { curve: CurvePoints; edit(curve: CurvePoints): Edit }) {
  const { mayChange } = useBench();
  const [wanted, choose] = useState(0);
  const chosen = Math.min(wanted, curve.length - 1);
  const [x, y] = curve[chosen];
  const remove = (place: number): void => {
    if (curve.length > 2)
      void editing.commit('Remove a point of the profile', edit(curve.filter((_, i) => i !== place)));
  };
  return (
    <div>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="w-full touch-none overflow-visible border border-rule bg-card"
        role="group"
        aria-label={`Section of the edge, ${curve.length} points`}
      >
        <path d={sectionOf(curve)} fill="#E6E6E2" stroke="#9C3B22" strokeWidth={1.75} pointerEvents="none" />
        <CurveHandles
          points={curve}
          width={width}
          height={height}
          of="of the profile"
          says={(px, py) => `At ${Math.round(px * 100)} % of the width risen by ${Math.round(py * 100)} %`}
          undoLabel="Move a point of the profile"
          chosen={chosen}
          edit={edit}
          onChoose={choose}
          onRemove={remove}
        />
      </svg>
      <p className="leading-7">
        At{' '}
        <EditedValue
          {...percent}
          label="Place of the chosen point"
          value={x}
          edit={(value) => edit(moved(curve, chosen, value, y))}
        />{' '}
        of the width it has risen by{' '}
        <EditedValue
          {...percent}
          label="Height of the chosen point"
          value={y}
          edit={(value) => edit(moved(curve, chosen, x, value))}
        />
        .{' '}
        <button
          className="quiet-button"
          disabled={!mayChange || curve.length >= mostPoints}
          onClick={() => editing.commit('Add a point to the profile', edit(withPoint(curve)))}
        >
          Another point
        </button>{' '}
        {curve.length > 2 && (
          <button className="quiet-button" disabled={!mayChange} onClick={() => remove(chosen)}>
            Remove this one
          </button>
        )}
      </p>
    </div>
  );
}

/** The edge cut open: the curve, and what lies under it. */
function sectionOf(curve: CurvePoints): string {
  const through = curveThrough(curve);
  const along = Array.from({ length: 89 }, (_, i) => {
    const at = i / 88;
    return `L${(at * width).toFixed(1)} ${((1 - through(at)) * height).toFixed(1)}`;
  });
  return `M0 ${height}${along.join('')}L${width} ${height}Z`;
}
