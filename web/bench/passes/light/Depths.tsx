import { luminanceOfOklab } from '../../../../core/pixels/colour';
import { deepestLeft } from '../../../../core/light/casting/depth';
import { deepestShadow } from '../../../../core/survey/shadows/deepest';
import { useSurvey } from '../../../api/surveys';
import { useBench } from '../../benchContext';
import { useFarthestPlate } from '../../farthestPlate';

const percent = (share: number): string => `${(100 * share).toFixed(share < 0.1 ? 1 : 0)} %`;

/** A shadow may be so much deeper than the photograph's deepest before it is told. */
const margin = 0.9;
/** More of the picture lost in white than this beside the photograph's own is told. */
const moreLost = 0.01;

/** How deep the shadows of letters are beside the photograph's own, and what of the highlights is lost. */
export function Depths() {
  const { piece, measures } = useBench();
  const plate = useFarthestPlate();
  const { survey } = useSurvey(plate?.sha256 ?? null);
  const found = survey.shadows && survey.shadows.confidence > 0 ? survey.shadows : null;
  const deepest = found && deepestShadow(found);
  // A shadow's own colour and how deep it is tell what is beside it.
  const lit = found && found.depth > 0 ? luminanceOfOklab(...found.tint) / found.depth : null;
  const own = piece.letterings.flatMap(({ id, name, casts }) => {
    const left = deepestLeft(casts, { lamp: piece.lamp, lit });
    return left === null ? [] : [{ id, name, left }];
  });
  const lost = measures?.grade.after?.clippedLight;
  const white = survey.clipped?.light;
  return (
    <div>
      <h3 className="mb-1 label">Light left in shadows</h3>
      <dl>
        {found && <Line name="Photograph" value={percent(found.depth)} />}
        {deepest !== null && <Line name="its darkest" value={percent(deepest)} />}
        {own.map(({ id, name, left }) => {
          const isDeeper = deepest !== null && left < deepest * margin;
          return (
            <Line
              key={id}
              name={name}
              value={percent(left)}
              isTold={isDeeper}
              title={isDeeper ? 'Darker than any shadow of the photograph' : undefined}
            />
          );
        })}
        {!found && own.length === 0 && <p className="text-faint">Nothing throws a shadow yet.</p>}
        {lost !== undefined && (
          <Line
            name="Highlights lost"
            value={percent(lost)}
            isTold={white !== undefined && lost > white + moreLost}
            title={white === undefined ? undefined : `In the photograph: ${percent(white)}`}
          />
        )}
      </dl>
    </div>
  );
}

function Line(props: { name: string; value: string; isTold?: boolean; title?: string }) {
  return (
    <div className="flex justify-between gap-2" title={props.title}>
      <dt className="truncate">{props.name}</dt>
      <dd className={`whitespace-nowrap font-semibold tabular-nums ${props.isTold ? 'text-ochre' : ''}`}>
        {props.value}
      </dd>
    </div>
  );
}
