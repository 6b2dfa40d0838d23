import { useMemo, useState } from 'react';
import { PointsChart } from '../ui/PointsChart';
import { plateMeasures, type SurveyedPlate } from './measures';
import { PlateSight } from './PlateSight';

interface PlateComparisonProps {
  plates: readonly SurveyedPlate[];
  compared: readonly string[];
  words: string;
  onChoose(sha256: string): void;
}

/** All plates by two measures, and those chosen side by side. */
export function PlateComparison({ plates, compared, words, onChoose }: PlateComparisonProps) {
  const [across, setAcross] = useState(2);
  const [up, setUp] = useState(0);
  const points = useMemo(
    () =>
      plates.flatMap(({ plate, survey }) => {
        const value = [across, up].map((number) => plateMeasures[number].of(survey, plate));
        return value.some((one) => one === null)
          ? []
          : [{ id: plate.sha256, name: plate.name, value: value as [number, number] }];
      }),
    [plates, across, up],
  );
  const chosen = plates.filter(({ plate }) => compared.includes(plate.sha256));
  const choice = (label: string, value: number, onChange: (value: number) => void) => (
    <label className="flex items-center gap-2">
      {label}
      <select className="field" value={value} onChange={(event) => onChange(Number(event.target.value))}>
        {plateMeasures.map(({ title }, i) => (
          <option key={title} value={i}>
            {title}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <aside
      className="w-[400px] shrink-0 overflow-y-auto border-l border-rule bg-card p-4 max-lg:hidden"
      aria-label="Comparison"
    >
      <div className="mb-2 flex flex-wrap items-center gap-2">
        {choice('By', up, setUp)}
        {choice('and', across, setAcross)}
      </div>
      {points.length > 0 ? (
        <PointsChart
          what="The plates"
          points={points}
          across={plateMeasures[across]}
          up={plateMeasures[up]}
          chosen={compared[compared.length - 1] ?? null}
          onChoose={onChoose}
        />
      ) : (
        <p className="text-faint">Nothing is measured yet.</p>
      )}
      <h2 className="mb-1 mt-3 font-semibold">Side by side</h2>
      {chosen.length === 0 ? (
        <p className="text-faint">Choose “Compare” beside up to three photographs.</p>
      ) : (
        <table className="w-full table-fixed">
          <thead>
            <tr>
              <th className="w-24" />
              {chosen.map(({ plate, survey }) => (
                <th key={plate.sha256} className="p-1 align-bottom font-normal">
                  <PlateSight plate={plate} survey={survey} words={words} />
                  <span className="block truncate">{plate.name}</span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {plateMeasures.map(({ key, title, of, written }) => (
              <tr key={key} className="border-t border-rule">
                <th className="py-1 text-left font-normal text-faint" scope="row">
                  {title}
                </th>
                {chosen.map(({ plate, survey }) => {
                  const value = of(survey, plate);
                  return (
                    <td key={plate.sha256} className="px-1 tabular-nums">
                      {value === null ? '–' : written(value)}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </aside>
  );
}
