import type { Touch } from '../../../core/light/touch';
import type { Edit } from '../../../core/piece/edits/edit';
import { useBench } from '../benchContext';
import { editing } from '../editing';
import { Brush } from '../view/Brush';
import { BrushOptions } from '../view/BrushOptions';
import { touchHand, type TouchHand } from './hand';

interface Touched {
  /** As the hand names it. */
  on: string;
  /** What it is called in a sentence, such as `the shadows`. */
  name: string;
  touch: Touch;
  edit(touch: Touch): Edit;
}

const mostStrokes = 500;

/** Takes the brush, and takes strokes back. */
export function TouchSettings({ on, name, touch, edit }: Touched) {
  const { mayChange } = useBench();
  const { on: held, to } = touchHand.use('on', 'to');
  const takes = (wanted: TouchHand['to']): void =>
    touchHand.set({ on: held === on && to === wanted ? null : on, to: wanted });
  return (
    <div className="flex flex-wrap items-center gap-1" role="group" aria-label={`Touch up ${name}`}>
      <button
        className="plain-button"
        disabled={!mayChange || touch.length >= mostStrokes}
        aria-pressed={held === on && to === 'less'}
        onClick={() => takes('less')}
      >
        Brush {name} away
      </button>
      {touch.length > 0 && (
        <>
          <button
            className="plain-button"
            disabled={!mayChange || touch.length >= mostStrokes}
            aria-pressed={held === on && to === 'back'}
            onClick={() => takes('back')}
          >
            Brush back
          </button>
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit(`Bring back all of ${name}`, edit([]))}
          >
            Bring all back ({touch.length === 1 ? 'one stroke' : `${touch.length} strokes`})
          </button>
        </>
      )}
    </div>
  );
}

/** The brush over the sheet, while it works on this. */
export function TouchBrush({ on, name, touch, edit }: Touched) {
  const { on: held, to, ...brush } = touchHand.use('on', 'to', 'radius', 'softness', 'strength');
  if (held !== on || touch.length >= mostStrokes) return null;
  const withStroke = (points: [number, number][]): Edit => edit([...touch, { to, points, ...brush }]);
  return (
    <Brush
      testId="touch-brush"
      radius={brush.radius}
      onDraw={(points) => editing.draft(withStroke(points))}
      onStroke={(points) =>
        editing.commit(to === 'less' ? `Brush ${name} away` : `Brush ${name} back`, withStroke(points))
      }
      onCancel={() => editing.cancelDraft()}
    />
  );
}

/** Settings of the brush, while it is in the hand. */
export function TouchOptions() {
  const { on, ...brush } = touchHand.use('on', 'radius', 'softness', 'strength');
  return on === null ? null : <BrushOptions {...brush} set={(change) => touchHand.set(change)} />;
}
