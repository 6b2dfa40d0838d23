import type { Blur } from '../../../../core/passes/focus/schema';
import type { Lettering } from '../../../../core/piece/schema';
import { standingBox } from '../../../../core/type/standing';
import { Choice } from '../../../ui/Choice';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { apply } from '../../../../core/shape/affine';
import { recedingLine } from '../../../../core/passes/focus/receding';
import { planesOf } from '../../../../core/render/planesOf';
import type { Region } from '../../../../core/pixels/region';
import { partEdit } from './edits';
import { useMatch } from './matched';

const ways: Record<Blur['as'], string> = { lens: 'as a lens does it', soft: 'softly' };
const px = { unit: 'px', digits: 2, step: 0.1, min: 0, max: 500 } as const;

/** How far out of focus letters are: all alike, along a line, or each its own. */
export function BlurSentence({ lettering }: { lettering: Lettering }) {
  const { mayChange, letters } = useBench();
  const match = useMatch();
  const { blur } = lettering.focus;
  if (!blur) return null;
  const set = partEdit(lettering, 'blur');
  const box = letters && standingBox(letters);
  const { along } = blur;
  // What the photograph tells there; where it does not, something to begin with.
  const alongTheWord = (): Pick<Blur, 'sigma' | 'along'> => {
    const middle = Math.round(box!.y + 0.75 * box!.height);
    const [from, to]: [number, number][] = [
      [Math.round(box!.x), middle],
      [Math.round(box!.x + box!.width), middle],
    ];
    return blurBetween(blur, from, to, match);
  };
  return (
    <div>
      <p className="leading-7">
        Blurred{' '}
        <Choice<Blur['as']>
          label="How letters are blurred"
          inSentence
          disabled={!mayChange}
          value={blur.as}
          options={ways}
          onChoose={(as) => editing.commit('Choose the blur', set({ as }))}
        />{' '}
        by <EditedValue {...px} label="Blur of the letters" value={blur.sigma} edit={(sigma) => set({ sigma })} />
        {along ? (
          <>
            {' '}
            at the one ring, and by{' '}
            <EditedValue
              {...px}
              label="Blur at the other ring"
              value={along.sigma}
              edit={(sigma) => set({ along: { ...along, sigma } })}
            />{' '}
            at the other,{' '}
            <button
              className="quiet-button"
              disabled={!mayChange}
              onClick={() =>
                editing.commit(
                  along.through ? 'Blur evenly between the rings' : 'In focus between the rings',
                  set({ along: { ...along, through: !along.through } }),
                )
              }
            >
              {along.through ? 'in focus between them' : 'evenly between them'}
            </button>{' '}
            <button
              className="quiet-button"
              disabled={!mayChange}
              onClick={() => editing.commit('The same blur everywhere', set({ along: null }))}
            >
              (the same everywhere)
            </button>
          </>
        ) : (
          box && (
            <>
              {' '}
              <button
                className="quiet-button"
                disabled={!mayChange}
                onClick={() => editing.commit('Blur along the words', set(alongTheWord()))}
              >
                otherwise at the other end
              </button>
            </>
          )
        )}
        .
      </p>
      <OwnLetters lettering={lettering} blur={blur} />
      {box && <AlongPlanes lettering={lettering} blur={blur} box={box} />}
    </div>
  );
}

/** What the photograph tells of two places; where it does not, something to begin with. */
function blurBetween(
  blur: Blur,
  from: [number, number],
  to: [number, number],
  match: ReturnType<typeof useMatch>,
): Pick<Blur, 'sigma' | 'along'> {
  const found = match?.blurAlong(from, to) ?? null;
  const { first, last, through } = found ?? { first: blur.sigma, last: blur.sigma * 2, through: false };
  return { sigma: first, along: { from, to, sigma: last, through } };
}

/** The ground that the letters stand on, or the plane that they lie in, tells how the blur changes. */
function AlongPlanes({ lettering, blur, box }: { lettering: Lettering; blur: Blur; box: Region }) {
  const { piece, mayChange } = useBench();
  const match = useMatch();
  const sceneOf = planesOf(piece);
  const receding = piece.planes.flatMap((plane) => {
    const scene = sceneOf(plane.id);
    const line = scene && recedingLine(scene, box);
    return line ? [{ plane, line }] : [];
  });
  if (receding.length === 0) return null;
  const set = partEdit(lettering, 'blur');
  return (
    <p className="leading-7">
      Blurred as{' '}
      {receding.map(({ plane, line: { from, to } }, i) => (
        <span key={plane.id}>
          {i > 0 && ', '}
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit(`Blur along ${plane.name}`, set(blurBetween(blur, from, to, match)))}
          >
            {plane.name} recedes
          </button>
        </span>
      ))}
      .
    </p>
  );
}

/** Letters that stand at depths of their own. */
function OwnLetters({ lettering, blur }: { lettering: Lettering; blur: Blur }) {
  const { mayChange, letters } = useBench();
  const match = useMatch();
  const set = partEdit(lettering, 'blur');
  const inked = letters?.letters.filter(({ bounds }) => bounds) ?? [];
  const own = new Map(blur.letters.map((one) => [one.at, one.sigma]));
  /** As the photograph is where a letter stands; where it does not tell, as the others. */
  const atFoot = (bounds: Region): number => {
    const foot = apply(letters!.place, [bounds.x + bounds.width / 2, bounds.y + bounds.height]);
    return match?.blurAt(foot)?.sigma ?? blur.sigma;
  };
  if (own.size === 0)
    return inked.length > 1 ? (
      <button
        className="quiet-button"
        disabled={!mayChange}
        onClick={() =>
          editing.commit(
            'Give each letter its own blur',
            set({ letters: inked.map(({ start, bounds }) => ({ at: start, sigma: atFoot(bounds!) })) }),
          )
        }
      >
        Each letter its own
      </button>
    ) : null;
  return (
    <p className="leading-7">
      {inked.map(({ start, text }) => (
        <span key={start} className="mr-3 whitespace-nowrap">
          <b>{text}</b>{' '}
          <EditedValue
            {...px}
            label={`Blur of ${text}`}
            value={own.get(start) ?? blur.sigma}
            edit={(sigma) => set({ letters: [...blur.letters.filter(({ at }) => at !== start), { at: start, sigma }] })}
          />
        </span>
      ))}
      <button
        className="quiet-button"
        disabled={!mayChange}
        onClick={() => editing.commit('All letters alike', set({ letters: [] }))}
      >
        All alike
      </button>
    </p>
  );
}
