import fc from 'fast-check';
import { slotSchema, type Slot } from '../slots';
import { decodeText } from './decode';
import { matchColumns, pictureKey, valuesFor } from './matchColumns';
import { asTable, readDelimited, readText, TableError, tableLimits, writeDelimited } from './readTable';

const bytes = (text: string, encoding: BufferEncoding = 'utf8'): Uint8Array =>
  new Uint8Array(Buffer.from(text, encoding));
const swapped = (text: string): Uint8Array => new Uint8Array(Buffer.from(text, 'utf16le').swap16());

describe('how a file is written', () => {
  const said = 'Name,Stall\nZoë Ångström,7\n';
  test.each([
    ['utf-8', bytes(said)],
    ['utf-8', bytes(`\ufeff${said}`)],
    ['utf-16le', bytes(`\ufeff${said}`, 'utf16le')],
    ['utf-16le', bytes(said, 'utf16le')],
    ['utf-16be', swapped(`\ufeff${said}`)],
    ['utf-16be', swapped(said)],
    ['windows-1252', bytes(said, 'latin1')],
  ])('%s is found out, and the text is the same', (encoding, file) => {
    expect(decodeText(file)).toEqual({ encoding, text: said });
    expect(readDelimited(file).rows).toEqual([['Zoë Ångström', '7']]);
  });
});

describe('values parted by something', () => {
  test.each([',', ';', '\t', '|'])('%j is found out', (delimiter) => {
    const table = readText(
      ['Name', 'Craft'].join(delimiter) +
        '\n' +
        ['Ada', 'kites, pots; more | all'].map((one) => `"${one}"`).join(delimiter),
    );
    expect(table).toMatchObject({ columns: ['Name', 'Craft'], rows: [['Ada', 'kites, pots; more | all']] });
  });

  test('quotes hold delimiters, quotes and line ends', () => {
    expect(readText('A,B\r\n"x, ""y""","two\nlines"\r\n').rows).toEqual([['x, "y"', 'two\nlines']]);
  });

  test('a quote that is never closed is told, and what came before it is there', () => {
    const { rows, notes } = readText('A,B\n1,2\n"3,4\n5,6\n');
    expect(rows[0]).toEqual(['1', '2']);
    expect(notes.join()).toMatch(/quotation mark/);
  });

  test('short rows are filled, long ones are told, empty ones are left out', () => {
    const { rows, notes } = readText('A,B\n1\n\n , \n1,2,3\n');
    expect(rows).toEqual([
      ['1', ''],
      ['1', '2'],
    ]);
    expect(notes).toEqual(['1 row has more values than there are columns; they were left out.']);
  });

  test('columns without a name, or with the name of another, get one', () => {
    expect(readText('Name,,name\n1,2,3').columns).toEqual(['Name', 'Column 2', 'name 2']);
  });

  test('what is no table, or too large, is refused with the reason', () => {
    expect(() => readText('')).toThrow(TableError);
    expect(() => readText('\n\n')).toThrow(/empty/);
    expect(() => readDelimited(new Uint8Array([1, 0, 2, 0, 0, 0, 7, 9]))).toThrow(/not a table/);
    expect(() => readText(Array.from({ length: 10_000 }, (_, i) => `c${i}`).join())).toThrow('10000 columns');
    expect(() => asTable([['A'], ...Array.from({ length: tableLimits.rows + 1 }, () => ['1'])])).toThrow(/rows/);
  });

  test('a value that is far too long is cut off and told', () => {
    const { rows, notes } = readText(`A\n${'x'.repeat(tableLimits.cell + 9)}`);
    expect(rows[0][0]).toHaveLength(tableLimits.cell);
    expect(notes.join()).toMatch(/cut off/);
  });

  test('formulas are text, and are written so that no spreadsheet works them out', () => {
    const { rows } = readText('A\n=cmd|calc\n');
    expect(rows).toEqual([['=cmd|calc']]);
    expect(writeDelimited(['A'], rows)).toBe("\ufeffA\r\n'=cmd|calc\r\n");
  });

  test('what is written is read back, whatever it says', () => {
    const cell = fc
      .string({ unit: 'grapheme', maxLength: 12 })
      .map((text) => text.normalize('NFC').trim())
      .filter((text) => !/^[=+\-@]/.test(text) && !/[\r\0]/.test(text));
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell, cell), { minLength: 1, maxLength: 8 }), (rows) => {
        const kept = rows.filter((row) => row.some((one) => one !== ''));
        fc.pre(kept.length > 0);
        expect(readDelimited(bytes(writeDelimited(['A', 'B', 'C'], kept))).rows).toEqual(kept);
      }),
      { numRuns: 200, seed: 21 },
    );
  });
});

describe('columns for slots', () => {
  const slot = (kind: Slot['kind'], id: string, name: string): Slot =>
    slotSchema.parse({
      kind,
      id,
      name,
      ...(kind === 'plate' ? { plate: 'p' } : { lettering: 'l' }),
      ...(kind === 'fill' && { coat: 0 }),
      ...(kind === 'size' && { lettering: undefined }),
    });

  test('are matched by name, whatever case and accents; then by what such columns are called; each once', () => {
    const slots = [
      slot('words', 'a', 'Künstler'),
      slot('words', 'b', 'KILN & KITE'),
      slot('fill', 'c', 'Letters: picture'),
    ];
    expect(matchColumns(slots, ['Photo', 'stall', 'Full name', 'kunstler'])).toEqual({
      a: 'kunstler',
      b: 'Full name',
      c: 'Photo',
    });
    expect(matchColumns(slots, ['x'])).toEqual({});
  });

  test('give each slot its value, and nothing where there is none', () => {
    const slots = [slot('words', 'a', 'A'), slot('words', 'b', 'B')];
    expect(valuesFor(slots, { a: 'Name' }, { Name: 'Ada' })).toEqual({ a: 'Ada', b: '' });
  });

  test('pictures are named without folders and ending', () => {
    for (const name of ['Ada Lovelace.JPG', 'C:\\photos\\ada_lovelace.png', 'x/Ada-Lovelace.jpeg', 'áda lovelace'])
      expect(pictureKey(name)).toBe('adalovelace');
    expect(pictureKey('Ωρίων.png')).not.toBe('');
  });
});
