import { zipSync } from 'fflate';

/** A cell that holds text. @param at its address, as `A1` */
export const textCell = (at: string, text: string): string => `<c r="${at}" t="inlineStr"><is><t>${text}</t></is></c>`;

/** The smallest spreadsheet with one sheet (ECMA-376). @param rows of it, as XML. For tests */
export function spreadsheet(rows: string): Uint8Array {
  const open = '<?xml version="1.0" encoding="UTF-8"?>';
  const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
  const office = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
  const packages = 'http://schemas.openxmlformats.org/package/2006';
  const file = (text: string): Uint8Array => new TextEncoder().encode(`${open}${text}`);
  return zipSync({
    '[Content_Types].xml': file(
      `<Types xmlns="${packages}/content-types"><Default Extension="xml" ContentType="application/xml"/><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/><Override PartName="/xl/worksheets/sheet1.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/></Types>`,
    ),
    '_rels/.rels': file(
      `<Relationships xmlns="${packages}/relationships"><Relationship Id="r1" Type="${office}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    ),
    'xl/workbook.xml': file(
      `<workbook xmlns="${main}" xmlns:r="${office}"><sheets><sheet name="Names" sheetId="1" r:id="r1"/></sheets></workbook>`,
    ),
    'xl/_rels/workbook.xml.rels': file(
      `<Relationships xmlns="${packages}/relationships"><Relationship Id="r1" Type="${office}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
    ),
    'xl/worksheets/sheet1.xml': file(`<worksheet xmlns="${main}"><sheetData>${rows}</sheetData></worksheet>`),
  });
}
