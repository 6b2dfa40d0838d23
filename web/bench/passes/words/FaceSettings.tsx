import { changePart } from '../../../../core/piece/edits/items';
import { featureName, onByItself } from '../../../../core/type/featureNames';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { EditedValue } from '../../EditedValue';
import { helpFor } from '../../../../core/type/fallback';
import { faceOf } from './wordsEdit';

/** What the face can do besides standing there: axes, features, and the faces that help it out. */
export function FaceSettings() {
  const { lettering, piece, faces, mayChange } = useBench();
  const { id, words } = lettering!;
  const face = faceOf(words, piece, faces);
  if (!face) return null;
  const { axes, features } = face.facts;
  const { nowhere } = helpFor(words, face, faces);
  return (
    <div className="flex flex-col gap-1">
      {axes.length > 0 && (
        <p>
          {axes.map((axis, i) => (
            <span key={axis.tag}>
              {i > 0 && ', '}
              {axis.name}{' '}
              <EditedValue
                label={axis.name}
                value={words.axes[axis.tag] ?? axis.standard}
                min={axis.min}
                max={axis.max}
                step={Math.max(0.1, (axis.max - axis.min) / 200)}
                digits={axis.max - axis.min > 20 ? 0 : 1}
                edit={(value) => changePart(id, 'words', { axes: { ...words.axes, [axis.tag]: value } })}
              />
            </span>
          ))}
          .
        </p>
      )}
      {words.fallbacks.length > 0 && (
        <p className="text-ochre">
          Letters missing from this face are set in {words.fallbacks.map((key) => piece.assets[key]?.name).join(', ')}.
        </p>
      )}
      {nowhere.length > 0 && (
        <p className="font-semibold text-ochre" role="status">
          No face here has {nowhere.slice(0, 12).join(' ')}. {nowhere.length === 1 ? 'It shows' : 'They show'} as an
          empty box; bring a face into the type case that has {nowhere.length === 1 ? 'it' : 'them'}.
        </p>
      )}
      {features.length > 0 && (
        <details>
          <summary className="cursor-pointer text-faint">Features of the face</summary>
          <div className="mt-1 grid grid-cols-2 gap-x-3">
            {features.map((tag) => (
              <label key={tag} className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  disabled={!mayChange}
                  checked={(words.features[tag] ?? Number(onByItself.has(tag))) > 0}
                  onChange={(event) => {
                    const others = Object.fromEntries(
                      Object.entries(words.features).filter(([other]) => other !== tag),
                    );
                    const on = event.target.checked;
                    editing.commit(
                      `${on ? 'Use' : 'Leave out'} ${featureName(tag)}`,
                      changePart(id, 'words', {
                        features: on === onByItself.has(tag) ? others : { ...others, [tag]: Number(on) },
                      }),
                    );
                  }}
                />
                <span className="truncate">{featureName(tag)}</span>
              </label>
            ))}
          </div>
        </details>
      )}
    </div>
  );
}
