import type { Shape } from '../../../../core/passes/words/shapes/shapes';
import { setWords } from '../../../../core/piece/edits/things';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { EditedValue } from '../../EditedValue';

const kinds: Record<Exclude<Shape['kind'], 'path'>, { title: string; start: Shape }> = {
  ellipse: { title: 'Circle or ellipse', start: { kind: 'ellipse', height: 1 } },
  box: { title: 'Box', start: { kind: 'box', height: 0.6, rounding: 0.2 } },
  polygon: { title: 'Polygon', start: { kind: 'polygon', corners: 6 } },
  star: { title: 'Star', start: { kind: 'star', points: 5, inner: 0.5 } },
};

export const firstShape: Shape = kinds.ellipse.start;

/** A shape that stands in place of words. */
export function ShapeSettings() {
  const { lettering, mayChange } = useBench();
  const { id, words } = lettering!;
  const shape = words.shape!;
  const set = (next: Shape) => setWords(id, { shape: next });
  const share = (label: string, value: number, edit: (value: number) => Shape, limits: [number, number]) => <EditedValue label={label} value={value} factor={100} unit="%" min={limits[0]} max={limits[1]} edit={(next) => set(edit(next))} />;
  return (
    <p className="leading-7">
      <select
        className="field py-0.5"
        aria-label="Shape"
        disabled={!mayChange}
        value={shape.kind}
        onChange={(event) => {
          const kind = event.target.value as keyof typeof kinds;
          editing.commit(`Shape: ${kinds[kind].title.toLowerCase()}`, set(kinds[kind].start));
        }}
      >
        {Object.entries(kinds).map(([kind, { title }]) => (
          <option key={kind} value={kind}>
            {title}
          </option>
        ))}
        {shape.kind === 'path' && <option value="path">Outline from a file</option>}
      </select>
      {shape.kind === 'ellipse' && <>, its height {share('Height of the shape', shape.height, (height) => ({ ...shape, height }), [1, 10000])} of that</>}
      {shape.kind === 'box' && (
        <>
          , its height {share('Height of the shape', shape.height, (height) => ({ ...shape, height }), [1, 10000])} of that, corners rounded by {share('Rounding', shape.rounding, (rounding) => ({ ...shape, rounding }), [0, 100])}
        </>
      )}
      {shape.kind === 'polygon' && (
        <>
          {' '}
          with <EditedValue label="Corners" value={shape.corners} min={3} max={60} edit={(corners) => set({ ...shape, corners: Math.round(corners) })} /> corners
        </>
      )}
      {shape.kind === 'star' && (
        <>
          {' '}
          with <EditedValue label="Points" value={shape.points} min={3} max={60} edit={(points) => set({ ...shape, points: Math.round(points) })} /> points, {share('Inner radius', shape.inner, (inner) => ({ ...shape, inner }), [5, 98])} deep
        </>
      )}
      .
    </p>
  );
}
