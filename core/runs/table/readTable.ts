import Papa from 'papaparse';
import { wellFormed } from '../../type/wellFormed';
import { distinctNames } from '../../piece/fileNames';
import { decodeText } from './decode';

/** A table as it came: its columns' names, and rows as wide as they. */
export interface Table {
  columns: string[];
  rows: string[][];
  /** What was made of it that a person should know, as sentences. */
  notes: string[];
}

/** Refused, with the reason for a person. */
export class TableError extends Error {}

export const tableLimits = { columns: 200, rows: 50_000, cell: 5000, bytes: 100 * 1024 * 1024 };

const delimiters = [',', ';', '\t', '|'];

/**
 * Reads a table of values parted by commas, semicolons, tabs or upright strokes.
 * @throws TableError for what is no such table, or is larger than may be
 */
export function readDelimited(bytes: Uint8Array): Table {
  const { text, encoding } = decodeText(bytes);
  if (/\0/.test(text)) throw new TableError('This file is not a table: it holds bytes that no text has.');
  const table = readText(text);
  const names = { 'utf-16le': 'UTF-16', 'utf-16be': 'UTF-16', 'windows-1252': 'Windows-1252', 'utf-8': null };
  const name = names[encoding];
  return name ? { ...table, notes: [`Read as ${name}.`, ...table.notes] } : table;
}

/** The same, of a text that was pasted. @throws TableError */
export function readText(text: string): Table {
  const { data, errors, meta } = Papa.parse<string[]>(text, {
    delimiter: delimiterOf(text),
    skipEmptyLines: 'greedy',
    // One more than may be: then it is known that there are more.
    preview: tableLimits.rows + 2,
  });
  const notes: string[] = [];
  const quote = errors.find(({ type }) => type === 'Quotes');
  if (quote)
    notes.push(
      `A quotation mark is not closed, or stands inside a value${quote.row === undefined ? '' : ` (row ${quote.row})`}. Look there whether values have run together.`,
    );
  if (meta.delimiter === ';') notes.push('Values are parted by semicolons.');
  return asTable(data, notes);
}

/** The delimiter that parts the first lines most evenly; a comma where none does. */
function delimiterOf(text: string): string {
  const head = text.slice(0, 20_000);
  let best = { delimiter: ',', score: 0 };
  for (const delimiter of delimiters) {
    const { data } = Papa.parse<string[]>(head, { delimiter, skipEmptyLines: 'greedy', preview: 20 });
    const widths = (data.length > 2 && head.length < text.length ? data.slice(0, -1) : data).map((row) => row.length);
    const most = Math.max(...widths, 1);
    const even = widths.filter((width) => width === widths[0]).length / Math.max(1, widths.length);
    const score = widths[0] > 1 ? even * 100 + Math.min(most, 50) : 0;
    if (score > best.score) best = { delimiter, score };
  }
  return best.delimiter;
}

/**
 * Cells as a table: the first row names the columns.
 * @throws TableError where there are too many, or none
 */
export function asTable(cells: readonly (readonly unknown[])[], notes: string[] = []): Table {
  const [head, ...body] = cells;
  if (!head || head.every((cell) => textOf(cell) === ''))
    throw new TableError('This table is empty. Its first row must name the columns.');
  const width = head.length;
  if (width > tableLimits.columns)
    throw new TableError(`This table has ${width} columns; ${tableLimits.columns} are the most.`);
  if (body.length > tableLimits.rows)
    throw new TableError(
      `This table has more than ${tableLimits.rows.toLocaleString('en')} rows. Part it into several.`,
    );
  const columns = distinctNames(head.map((cell, i) => textOf(cell).slice(0, 80) || `Column ${i + 1}`));
  let longer = 0;
  let cut = 0;
  const rows = body
    .filter((row) => row.some((cell) => textOf(cell) !== ''))
    .map((row) => {
      if (row.slice(width).some((cell) => textOf(cell) !== '')) longer++;
      return columns.map((_, i) => {
        const cell = textOf(row[i]);
        if (cell.length <= tableLimits.cell) return cell;
        cut++;
        return wellFormed(cell.slice(0, tableLimits.cell));
      });
    });
  const said = [...notes];
  if (longer > 0)
    said.push(
      `${longer} ${longer === 1 ? 'row has' : 'rows have'} more values than there are columns; they were left out.`,
    );
  if (cut > 0)
    said.push(
      `${cut} ${cut === 1 ? 'value was' : 'values were'} longer than ${tableLimits.cell} characters and cut off.`,
    );
  return { columns, rows, notes: said };
}

/** What a cell says. Formulas are text: nothing is ever worked out. */
function textOf(cell: unknown): string {
  if (cell === null || cell === undefined) return '';
  if (cell instanceof Date) return cell.toISOString().slice(0, 10);
  return wellFormed(String(cell as string | number | boolean)).trim();
}

/** Cells that a spreadsheet would take for formulas are written as text (OWASP, CSV injection). */
const asText = (cell: string): string => (/^[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell);

/** A table as a text of values parted by commas (RFC 4180), with a byte order mark so that spreadsheets read it right. */
export function writeDelimited(columns: readonly string[], rows: readonly (readonly string[])[]): string {
  const body = rows.map((row) => row.map(asText));
  return `\ufeff${Papa.unparse({ fields: columns.map(asText), data: body }, { newline: '\r\n' })}\r\n`;
}
