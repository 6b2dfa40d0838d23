import { changePart } from '../../../../core/piece/edits/items';
import type { Shape } from '../../../../core/shape/shapes';
import { Choice } from '../../../ui/Choice';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { EditedValue } from '../../EditedValue';

type Drawn = Exclude<Shape['kind'], 'path'>;

const titles: Record<Drawn, string> = { ellipse: 'Circle or ellipse', box: 'Box', polygon: 'Polygon', star: 'Star' };
const starts: Record<Drawn, Shape> = {
  ellipse: { kind: 'ellipse', height: 1 },
  box: { kind: 'box', height: 0.6, rounding: 0.2 },
  polygon: { kind: 'polygon', corners: 6 },
  star: { kind: 'star', points: 5, inner: 0.5 },
};

export const firstShape: Shape = starts.ellipse;

/** A shape that stands in place of words. */
export function ShapeSettings() {
  const { lettering, mayChange } = useBench();
  const { id, words } = lettering!;
  const shape = words.shape!;
  const set = (next: Shape) => changePart(id, 'words', { shape: next });
  const share = (label: string, value: number, edit: (value: number) => Shape, limits: [number, number]) => (
    <EditedValue
      label={label}
      value={value}
      factor={100}
      unit="%"
      min={limits[0]}
      max={limits[1]}
      edit={(next) => set(edit(next))}
    />
  );
  return (
    <p className="leading-7">
      <Choice
        label="Shape"
        disabled={!mayChange}
        value={shape.kind}
        options={shape.kind === 'path' ? { ...titles, path: 'Outline from a file' } : titles}
        onChoose={(kind) => {
          if (kind !== 'path') editing.commit(`Shape: ${titles[kind].toLowerCase()}`, set(starts[kind]));
        }}
      />
      {shape.kind === 'ellipse' && (
        <>
          , its height {share('Height of the shape', shape.height, (height) => ({ ...shape, height }), [1, 10000])} of
          that
        </>
      )}
      {shape.kind === 'box' && (
        <>
          , its height {share('Height of the shape', shape.height, (height) => ({ ...shape, height }), [1, 10000])} of
          that, corners rounded by {share('Rounding', shape.rounding, (rounding) => ({ ...shape, rounding }), [0, 100])}
        </>
      )}
      {shape.kind === 'polygon' && (
        <>
          {' '}
          with{' '}
          <EditedValue
            label="Corners"
            value={shape.corners}
            min={3}
            max={60}
            edit={(corners) => set({ ...shape, corners: Math.round(corners) })}
          />{' '}
          corners
        </>
      )}
      {shape.kind === 'star' && (
        <>
          {' '}
          with{' '}
          <EditedValue
            label="Points"
            value={shape.points}
            min={3}
            max={60}
            edit={(points) => set({ ...shape, points: Math.round(points) })}
          />{' '}
          points, {share('Inner radius', shape.inner, (inner) => ({ ...shape, inner }), [5, 98])} deep
        </>
      )}
      .
    </p>
  );
}
