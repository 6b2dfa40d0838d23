import type { Piece } from '../../../core/piece/schema';
import type { PieceSize } from '../../../core/piece/sizeSchema';
import { Choice } from '../../ui/Choice';

interface SheetChoiceProps {
  label: string;
  /** The piece with all its sizes. */
  whole: Piece;
  /** The one that is chosen; null for the first sheet. */
  size: PieceSize | null;
  /** @param size its id, or null for the first sheet */
  onChoose(size: string | null): void;
}

/** One of the sheets of a piece; nothing where there is only the first. */
export function SheetChoice({ label, whole, size, onChoose }: SheetChoiceProps) {
  if (whole.sizes.length === 0) return null;
  const names = Object.fromEntries([
    ['first', 'First sheet'],
    ...whole.sizes.map(({ id, name }) => [id, name]),
  ]) as Record<string, string>;
  return (
    <Choice
      label={label}
      value={size?.id ?? 'first'}
      options={names}
      onChoose={(id) => onChoose(id === 'first' ? null : id)}
    />
  );
}
