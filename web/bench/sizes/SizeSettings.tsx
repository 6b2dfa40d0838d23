import { quotedName } from '../../../core/piece/names';
import type { PieceSize } from '../../../core/piece/sizeSchema';
import { changeSize, leaveOut } from '../../../core/sizes/edits';
import { Quantity } from '../../ui/Quantity';
import { useBench } from '../benchContext';
import { editing } from '../editing';

/** What a size has as a sheet: its safe part, its crop of the design, and what is left out of it. */
export function SizeSettings() {
  const { size, whole } = useBench();
  if (whole.sizes.length === 0) return null;
  return (
    <section aria-label="Size" className="flex flex-col gap-2 border-t border-rule pt-3">
      {size && (
        <>
          <Crop size={size} />
          <Safe size={size} />
        </>
      )}
      <LeftOut />
    </section>
  );
}

function Crop({ size }: { size: PieceSize }) {
  const { mayChange } = useBench();
  const { crop, width, height } = size;
  const set = (change: Partial<PieceSize['crop']>) => changeSize(size.id, { crop: { ...crop, ...change } });
  const quantity = (
    label: string,
    value: number,
    digits: number,
    change: (next: number) => Partial<PieceSize['crop']>,
  ) => (
    <Quantity
      label={label}
      value={value}
      unit={label === 'Scale of the design' ? '%' : 'px'}
      digits={digits}
      disabled={!mayChange}
      min={label === 'Scale of the design' ? 0.1 : -1e6}
      max={1e6}
      onDraft={(next) => editing.draft(set(change(next)))}
      onCommit={(next) => editing.commit(`Crop ${size.name}`, set(change(next)))}
      onStep={(next) => editing.soon(`Crop ${size.name}`, `crop-${size.id}`, 'crop', set(change(next)))}
    />
  );
  /** Scaled about the middle of the sheet. */
  const scaled = (scale: number): PieceSize['crop'] => ({
    scale,
    x: width / 2 - ((width / 2 - crop.x) * scale) / crop.scale,
    y: height / 2 - ((height / 2 - crop.y) * scale) / crop.scale,
  });
  return (
    <p>
      The design is seen at {quantity('Scale of the design', crop.scale * 100, 1, (next) => scaled(next / 100))} of the
      first sheet, moved by {quantity('Moved to the right', crop.x, 0, (x) => ({ x }))} to the right and{' '}
      {quantity('Moved down', crop.y, 0, (y) => ({ y }))} down. What is this size’s own stays.
    </p>
  );
}

const sides = ['top', 'right', 'bottom', 'left'] as const;

function Safe({ size }: { size: PieceSize }) {
  const { mayChange } = useBench();
  return (
    <p>
      Not safe along the edges:{' '}
      {sides.map((side, i) => {
        const set = (value: number) =>
          changeSize(size.id, { safe: size.safe.map((one, k) => (k === i ? value : one)) as PieceSize['safe'] });
        const most = (i % 2 === 0 ? size.height : size.width) / 2 - 1;
        return (
          <span key={side}>
            {i > 0 && ', '}
            <Quantity
              label={`Not safe along the ${side}`}
              value={size.safe[i]}
              unit="px"
              min={0}
              max={Math.max(0, most)}
              disabled={!mayChange}
              onCommit={(value) => editing.commit('Set the safe area', set(value))}
              onStep={(value) => editing.soon('Set the safe area', `safe-${size.id}`, 'safe', set(value))}
            />{' '}
            {side}
          </span>
        );
      })}
      .
    </p>
  );
}

/** What is seen in this size, and what is not. */
function LeftOut() {
  const { piece, size, mayChange } = useBench();
  const items = [
    ...piece.letterings.map((one) => ({ id: one.id, name: quotedName(one) })),
    ...piece.veils.map(({ id, name }) => ({ id, name: `veil ${name}` })),
    ...piece.glows.map(({ id, name }) => ({ id, name })),
  ];
  if (items.length === 0) return null;
  const where = size?.name ?? 'the first sheet';
  return (
    <fieldset className="flex flex-col gap-1">
      <legend className="label mb-1">Seen in {where}</legend>
      {items.map(({ id, name }) => (
        <label key={id} className="flex items-center gap-2">
          <input
            type="checkbox"
            className="accent-iron"
            checked={!piece.out.includes(id)}
            disabled={!mayChange}
            onChange={({ target }) =>
              editing.commit(
                target.checked ? `Show ${name} in ${where}` : `Leave ${name} out of ${where}`,
                leaveOut(size?.id ?? null, id, !target.checked),
              )
            }
          />
          {name}
        </label>
      ))}
    </fieldset>
  );
}
