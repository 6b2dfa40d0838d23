import { leftLimit, sliverLimit } from '../../../../core/passes/veils/gauge';
import { marginLimit } from '../../../../core/passes/veils/misread';
import type { Point } from '../../../../core/shape/affine';
import { useAppDispatch } from '../../../store';
import { useBench } from '../../benchContext';
import { looked } from '../../benchState';
import { Measured } from '../../gauges/Measured';
import { NothingYet } from '../../gauges/NothingYet';
import { Scale } from '../../gauges/Scale';
import { EdgeGauge } from './EdgeGauge';

export function Gauge() {
  const { measures, piece, veil } = useBench();
  return (
    <div>
      {!measures || measures.veils.left.length === 0 ? (
        <NothingYet hasWords={piece.letterings.length > 0} />
      ) : (
        <Measured>
          <h3 className="mb-1 label">What is left of each letter</h3>
          {piece.letterings.map((lettering) => {
            const own = measures.veils.left.filter((letter) => letter.lettering === lettering.id);
            return own.map((letter) => (
              <Scale
                key={`${lettering.id}-${letter.start}`}
                label={letter.text}
                value={letter.left}
                shown={`${Math.round(letter.left * 100)} %`}
                full={1}
                limits={[{ at: leftLimit, name: 'Below this a letter is hard to read' }]}
                good={letter.left >= leftLimit}
              />
            ));
          })}
          <p className="mt-2 text-faint">Below {leftLimit * 100} % a letter is hard to read.</p>
          <Misreadings />
          <Oddities />
        </Measured>
      )}
      {veil && <EdgeGauge key={veil.id} veil={veil} />}
    </div>
  );
}

/** What letters behind veils could be taken for, the nearest first. */
function Misreadings() {
  const { measures } = useBench();
  const nearest = [...(measures?.veils.misread ?? [])].sort((a, b) => a.margin - b.margin).slice(0, 6);
  if (nearest.length === 0) return null;
  return (
    <div className="mt-3 border-t border-rule pt-2">
      <h3 className="mb-1 label">Could be read as</h3>
      {nearest.map(({ lettering, start, text, as, margin }) => (
        <Scale
          key={`${lettering}-${start}`}
          label={`${text} as ${as}`}
          value={margin}
          shown={`${Math.round(margin * 100)} % apart`}
          full={0.6}
          limits={[{ at: marginLimit, name: 'Nearer than this it can be taken for the other' }]}
          good={margin >= marginLimit}
        />
      ))}
      <p className="text-faint">Measured on what is seen; below {marginLimit * 100} % it can be taken for the other.</p>
    </div>
  );
}

/** Slivers, and veils that grow out of nothing: each can be gone to. */
function Oddities() {
  const { measures, piece } = useBench();
  const dispatch = useAppDispatch();
  if (!measures) return null;
  const nameOf = (id: string): string => piece.veils.find((veil) => veil.id === id)?.name ?? '';
  const odd: { text: string; place: Point }[] = [
    ...measures.veils.crossings
      .filter(({ share }) => share < sliverLimit)
      .map(({ veil, text, place, share }) => ({
        text: `${nameOf(veil)} meets ${text} only by a sliver (${(share * 100).toFixed(1)} %)`,
        place,
      })),
    ...measures.veils.rootless.map(({ veil, text, place }) => ({
      text: `${nameOf(veil)} floats inside ${text}: nothing it could grow from`,
      place,
    })),
  ];
  if (odd.length === 0) return null;
  return (
    <div className="mt-3 border-t border-rule pt-2">
      <h3 className="mb-1 label">Looks unmeant</h3>
      <ul className="flex flex-col gap-1">
        {odd.slice(0, 8).map(({ text, place }, i) => (
          <li key={i}>
            <button
              className="text-left text-ochre underline decoration-dotted underline-offset-2"
              title="Show it on the sheet"
              onClick={() => dispatch(looked({ goTo: { place: [place[0], place[1]] } }))}
            >
              {text}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
