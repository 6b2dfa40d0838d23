import { folded } from '../../type/folded';
import type { Slot } from '../slots';

/** Which column fills each slot, by the slot's id. */
export type Columns = Readonly<Record<string, string>>;

const bare = (text: string): string => folded(text).replace(/[^\p{L}\p{N}]+/gu, '');

/** What columns are called that fill slots of a kind, where none has the slot's own name. */
const usual: Readonly<Partial<Record<Slot['kind'], readonly string[]>>> = {
  words: ['name', 'text', 'words', 'title'],
  plate: ['picture', 'photo', 'photograph', 'image', 'file'],
  fill: ['picture', 'photo', 'photograph', 'image', 'file'],
  colour: ['colour', 'color'],
  face: ['face', 'font', 'typeface'],
  recipe: ['recipe', 'style'],
  size: ['size', 'format'],
};

/**
 * Columns for slots: the one of the same name, whatever its case, accents and blanks; one that holds the name or is
 * held in it; then one that is called as such columns usually are. No column fills two slots.
 */
export function matchColumns(slots: readonly Slot[], columns: readonly string[]): Columns {
  const matched: Record<string, string> = {};
  const free = new Set(columns);
  const take = (fits: (slot: Slot, column: string) => boolean): void => {
    for (const slot of slots) {
      if (matched[slot.id] !== undefined) continue;
      const column = [...free].find((one) => fits(slot, one));
      if (column === undefined) continue;
      matched[slot.id] = column;
      free.delete(column);
    }
  };
  take(({ name }, column) => bare(name) !== '' && bare(name) === bare(column));
  take(({ name }, column) => {
    const [a, b] = [bare(name), bare(column)];
    return Math.min(a.length, b.length) >= 3 && (a.includes(b) || b.includes(a));
  });
  take(({ kind }, column) => usual[kind]?.some((one) => bare(column).includes(one)) === true);
  return matched;
}

/** A row's values for slots. @param cells by column */
export const valuesFor = (
  slots: readonly Slot[],
  columns: Columns,
  cells: Readonly<Record<string, string>>,
): Record<string, string> =>
  Object.fromEntries(slots.map(({ id }) => [id, columns[id] === undefined ? '' : (cells[columns[id]] ?? '')]));

/** How a picture's file name is compared: without folders and ending, whatever its case and accents. */
export const pictureKey = (name: string): string =>
  bare((name.split(/[\\/]/).at(-1) ?? '').replace(/\.[a-z0-9]{2,5}$/i, ''));
