import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PDFDocument, PDFName, PDFRawStream } from 'pdf-lib';
import sharp from 'sharp';
import { readFacts } from '../../core/type/faceFacts';
import { saveRunReport, type ReportedRow } from './runReport';

const folder = mkdtempSync(join(tmpdir(), 'inky-report-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const faces = readdirSync('demo/faces')
  .filter((name) => name.endsWith('.ttf'))
  .map((name) => {
    const path = join('demo/faces', name);
    return { path, coverage: readFacts(readFileSync(path)).coverage };
  });
const row = (number: number, more: Partial<ReportedRow> = {}): ReportedRow => ({
  number,
  values: [`Name ${number}`, 'raku jars'],
  state: 'approved',
  says: [],
  file: null,
  picture: null,
  ...more,
});

test('every row is in it, with its picture, in whatever script; pages break between rows', async () => {
  const picture = join(folder, 'a.png');
  await sharp({ create: { width: 320, height: 200, channels: 3, background: '#804020' } })
    .png()
    .toFile(picture);
  const rows = Array.from({ length: 40 }, (_, i) => row(i + 1, { picture, says: ['The letters are small.'] }));
  rows[0].values = ['Ωρίων Παππάς', 'ليلى حداد', 'Łucja Wójcik'];
  const out = join(folder, 'report.pdf');
  const steps: number[] = [];
  const { pages } = await saveRunReport({ title: 'Cards', facts: ['40 rows'], rows, faces, out }, (done) =>
    steps.push(done),
  );
  const pdf = await PDFDocument.load(readFileSync(out));
  expect(pdf.getPageCount()).toBe(pages);
  // A picture is 52.5 pt high, with 10 pt between: at most 12 rows on a page of 842 pt.
  expect(pages).toBeGreaterThanOrEqual(4);
  expect(pages).toBeLessThanOrEqual(5);
  expect(steps.at(-1)).toBe(1);
  const objects = pdf.context.enumerateIndirectObjects().map(([, object]) => object);
  const pictures = objects.filter(
    (object) => object instanceof PDFRawStream && object.dict.get(PDFName.of('Subtype')) === PDFName.of('Image'),
  );
  expect(pictures).toHaveLength(40);
  if (!existsSync('/usr/bin/pdftotext')) return;
  const text = execFileSync('pdftotext', ['-layout', out, '-']).toString();
  for (const said of ['Row 1, approved', 'Row 40, approved', 'Παππάς', 'The letters are small.'])
    expect(text).toContain(said);
});

test('a picture that is gone, a value as long as a book and no values at all are no hindrance', async () => {
  const out = join(folder, 'odd.pdf');
  const rows = [
    row(1, { picture: join(folder, 'gone.png') }),
    row(2, { values: ['wide '.repeat(3000)] }),
    row(3, { values: ['', ''], says: [] }),
    row(4, { values: ['\u{1F3FA} \u{10FFFF}'] }),
  ];
  const { pages } = await saveRunReport({ title: 'Odd', facts: [], rows, faces: [], out }, () => undefined);
  expect((await PDFDocument.load(readFileSync(out))).getPageCount()).toBe(pages);
  expect(pages).toBeLessThan(6);
});
