import { expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PDFDocument } from 'pdf-lib';
import type { Page } from 'playwright-core';
import { unzipSync } from 'fflate';
import readPicture from 'sharp';
import { eventually, patience, saved, setValue, sharp, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
const problems = visit((made) => ({ studio, page } = made));

const counts = (): Promise<string> => page.getByTestId('run-counts').innerText();
/** Until nothing waits to be solved. */
const allSolved = (rows: string): Promise<void> =>
  eventually(async () => {
    const said = await counts();
    return said.startsWith(rows) && !said.includes('waiting');
  });
const cell = (column: string, row: number) => page.getByLabel(`${column}, row ${row}`, { exact: true });

test('from a piece to a run: a table is pasted, rows are fitted and told of, corrected, approved, made and fetched', async () => {
  await page.goto(`${studio.url}/runs`);
  await page.getByRole('button', { name: 'New run' }).click();
  await page.getByRole('button', { name: 'Series', exact: true }).click();
  await page.waitForURL(/\/runs\/[^/]+$/);
  await page.getByText('Bring a table whose first row names the columns').waitFor();
  await page.getByRole('button', { name: 'Paste one' }).click();
  await page
    .getByLabel('Table', { exact: true })
    .fill(
      'Name\tCraft\tPicture\nAda\traku\tpots-1.jpg\nMaximiliane von Hohenstein-Wolfsburg\ttiles\t\nAda 🪁\tkites\tnone.jpg',
    );
  await page.getByRole('button', { name: 'Bring these rows' }).click();
  await page.getByText('3 rows came in.').waitFor();
  const columnFor = (slot: string): Promise<string> => page.getByLabel(`Column for ${slot}`).inputValue();
  await eventually(async () => (await columnFor('Name')) === 'Name' && (await columnFor('Craft')) === 'Craft');
  await allSolved('3 rows');

  // The first one names a picture that has not been brought to this run.
  await page.getByRole('button', { name: /^Look at row 1$/ }).click();
  await page
    .getByRole('complementary', { name: 'Row 1' })
    .getByText('There is no picture "pots-1.jpg". Bring it, or correct its name.')
    .waitFor();
  await page.getByLabel('Picture files').setInputFiles('demo/series/pictures/pots-1.jpg');
  await page.getByText('1 picture came in.').waitFor();
  await eventually(async () => (await page.getByText('Clean 1', { exact: true }).count()) === 1);

  // A further table asks where its rows belong; closing the question changes nothing.
  const further = { name: 'more.csv', mimeType: 'text/csv', buffer: Buffer.from('Name,Picture\nLate,pots-1.jpg\n') };
  const count = (): Promise<number> => page.getByRole('row').count();
  const before = await count();
  await page.getByLabel('Table file').setInputFiles(further);
  await page.getByRole('dialog', { name: 'There are rows already' }).waitFor();
  await page.keyboard.press('Escape');
  await page.getByRole('dialog').waitFor({ state: 'detached' });
  expect(await count()).toBe(before);
  await page.getByLabel('Table file').setInputFiles(further);
  await page.getByRole('button', { name: 'Below them' }).click();
  await page.getByText('1 row came in.').waitFor();
  await eventually(async () => (await count()) === before + 1);
  await allSolved('4 rows');
  await cell('Name', before).focus();
  await page.getByRole('button', { name: 'Remove the row' }).click();
  await eventually(async () => (await count()) === before);

  // A long name is made smaller, and told of beside its cell; a letter that no face has stops the third one.
  await eventually(async () => (await cell('Name', 2).getAttribute('aria-invalid')) === 'true');
  await page.getByLabel('worst first').check();
  expect(await page.getByRole('row').nth(1).getByRole('button').first().innerText()).toBe('3');
  await cell('Name', 3).fill('Ada K');
  await cell('Name', 3).press('Enter');
  await cell('Picture', 3).fill('');
  await cell('Picture', 3).press('Enter');
  await allSolved('3 rows');
  await eventually(async () => (await page.getByText('Clean 2', { exact: true }).count()) === 1);

  // Taken back and done again.
  await page.getByRole('button', { name: 'Undo' }).click();
  await eventually(async () => (await cell('Picture', 3).inputValue()) === 'none.jpg');
  await page.getByRole('button', { name: 'Redo' }).click();
  await eventually(async () => (await cell('Picture', 3).inputValue()) === '');
  await allSolved('3 rows');
  await page.getByRole('button', { name: 'Approve 2 clean' }).click();
  await eventually(async () => (await counts()).endsWith('2 approved'));

  await page.getByLabel('Pattern of the file names').fill('{number} {name}');
  await page.getByLabel('Pattern of the file names').press('Enter');
  await page.getByText('1 Ada.png', { exact: true }).waitFor();
  await page.getByLabel('Longer side of the files, px').fill('300');
  await page.getByLabel('Longer side of the files, px').press('Enter');
  await page.getByRole('button', { name: 'Make 2 files' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: patience }),
    page.getByRole('link', { name: 'Save 2 as a zip' }).click(),
  ]);
  const files = unzipSync(new Uint8Array(readFileSync(await download.path())));
  expect(Object.keys(files).sort()).toEqual(['1 Ada.png', '3 Ada K.png']);
  const { data, info } = await readPicture(files['1 Ada.png'])
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  expect([info.width, info.height]).toEqual([300, 210]);
  // Cream letters with a dark edge stand in the lower left; the place is taken from the design: 84 px, 880 px of 1500.
  const near = (x: number, y: number): number[] => [...data.subarray((y * 300 + x) * 3, (y * 300 + x) * 3 + 3)];
  const cream = Array.from({ length: 60 * 30 }, (_, i) => near(15 + (i % 60), 150 + Math.floor(i / 60))).filter(
    ([r, g, b]) => Math.hypot(r - 0xf6, g - 0xec, b - 0xd6) < 20,
  );
  expect(cream.length).toBeGreaterThan(200);
});

test('the shipped run of forty is ready: most are clean, and the picture that is too small is found', async () => {
  await page.goto(`${studio.url}/runs/demo-exhibitors`);
  await allSolved('40 rows');
  await page.getByRole('button', { name: /^To look at/ }).click();
  await page
    .getByText(/The picture of "phone.jpg" has \d+ px per inch\./)
    .first()
    .waitFor();
  const clean = Number((await page.getByRole('button', { name: /^Clean/ }).innerText()).replace(/\D/g, ''));
  expect(clean).toBeGreaterThanOrEqual(30);
});

test('one row is worked at by hand on the bench: it alone is another, is marked, and can be given back', async () => {
  await page.goto(`${studio.url}/runs/demo-exhibitors`);
  await allSolved('40 rows');
  await page.getByRole('button', { name: 'Look at row 3', exact: true }).click();
  await page.getByRole('button', { name: 'Work at it by hand' }).click();
  await page.waitForURL(/\/piece\/row-demo-exhibitors-3/);
  await sharp(page);
  await page.keyboard.press('2');
  await setValue(page, 'Place from the left', '300');
  await saved(page);
  await page.getByRole('link', { name: 'Back to the run' }).click();
  await allSolved('40 rows');
  await page.getByRole('button', { name: 'Look at row 3', exact: true }).click();
  const sheet = page.getByRole('complementary', { name: 'Row 3' });
  await sheet.getByText('by hand', { exact: true }).waitFor();
  expect(await page.getByRole('row').getByText('by hand', { exact: true }).count()).toBe(1);
  await sheet.getByRole('button', { name: 'Take back what was done by hand' }).click();
  await sheet.getByText('by hand', { exact: true }).waitFor({ state: 'detached' });
  // Other ways to set this row: its own words, its own photograph, its sheet's shape.
  await sheet.getByRole('button', { name: 'Show roughs' }).click();
  await page.getByRole('heading', { name: 'Roughs' }).waitFor();
  expect(await page.getByLabel('Words').inputValue()).toBe('Siobhán O’Hara\nkite reels\nStall 3');
  expect(await page.getByLabel('Shape of the sheet').inputValue()).toBe('1500x1050');
  await page.getByText('kites-7', { exact: false }).waitFor();
  // It stands on no shelf.
  await page.goto(studio.url);
  await page.getByRole('button', { name: 'Open Series' }).waitFor();
  expect(await page.getByRole('button', { name: /Exhibitors, row/ }).count()).toBe(0);
});

test('ten thousand rows: only those in view are there, and a value is changed by keyboard', async () => {
  const made = (await (
    await page.request.post(`${studio.url}/api/runs`, {
      data: { piece: 'demo-series' },
      headers: { origin: studio.url },
    })
  ).json()) as { id: string };
  const text = ['Code', ...Array.from({ length: 10_000 }, (_, i) => `row ${i + 1}`)].join('\n');
  await page.request.post(`${studio.url}/api/runs/${made.id}/text`, {
    data: { text },
    headers: { origin: studio.url },
  });
  await page.request.delete(`${studio.url}/api/runs/${made.id}/work`, { headers: { origin: studio.url } });
  await page.goto(`${studio.url}/runs/${made.id}`);
  await page.getByTestId('rows').evaluate((element) => element.scrollTo(0, 52 * 7000));
  await cell('Code', 7001).waitFor();
  expect(await page.getByRole('row').count()).toBeLessThan(60);
  await cell('Code', 7001).fill('changed');
  await cell('Code', 7001).press('Enter');
  await eventually(
    async () => (await page.evaluate(() => document.activeElement?.getAttribute('aria-label'))) === 'Code, row 7002',
  );
  await page
    .getByRole('button', { name: 'Cancel' })
    .click()
    .catch(() => undefined);
  const stored = async (): Promise<string> =>
    (
      (await (await page.request.get(`${studio.url}/api/runs/${made.id}/rows/7001`)).json()) as {
        cells: { Code: string };
      }
    ).cells.Code;
  await eventually(async () => (await stored()) === 'changed');
});

test('pointing at a picture says what must be seen of it; a report of every row is written', async () => {
  await page.goto(`${studio.url}/runs/demo-exhibitors?row=3`);
  await allSolved('40 rows');
  const sheet = page.getByRole('complementary', { name: 'Row 3' });
  const picture = async (): Promise<Buffer> => {
    const address = (await sheet.getByRole('img', { name: 'Row 3 as it will be' }).getAttribute('src'))!;
    return readPicture(await (await page.request.get(`${studio.url}${address}`)).body())
      .removeAlpha()
      .raw()
      .toBuffer();
  };
  const before = await picture();
  const far = (one: Buffer, other: Buffer): number =>
    one.reduce((count, value, i) => count + Number(Math.abs(value - other[i]) > 24), 0) / one.length;
  const point = sheet.getByRole('button', { name: 'Point at what must be seen of kites-7.jpg' });
  const box = (await point.boundingBox())!;
  // It is a little higher than the card: what lies at its upper edge comes into sight.
  await point.click({ position: { x: box.width / 2, y: 2 } });
  await sheet.getByText('Seen is what lies').waitFor();
  await eventually(async () => far(before, await picture()) > 0.01);
  await allSolved('40 rows');
  await sheet.getByRole('button', { name: 'Look for it instead' }).click();
  await sheet.getByText('What stands out is looked for.').waitFor();
  await eventually(async () => far(before, await picture()) === 0);
  await page.getByRole('button', { name: 'Report', exact: true }).click();
  await page.getByRole('button', { name: 'Write a PDF with pictures' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: patience }),
    page.getByRole('link', { name: 'Save Exhibitors report.pdf' }).click({ timeout: patience }),
  ]);
  const pdf = await PDFDocument.load(readFileSync(await download.path()));
  expect(pdf.getPageCount()).toBeGreaterThan(2);
  await page.keyboard.press('Escape');
});

test('orders of a shop come in, what is clean goes to the printer by itself, the others wait for a person', async () => {
  await page.goto(`${studio.url}/runs/demo-exhibitors`);
  await allSolved('40 rows');
  await page.getByLabel('takes orders of a shop').check();
  await page.getByRole('button', { name: '10 made-up orders' }).click();
  await allSolved('50 rows');
  const said = (): Promise<string> => page.getByTestId('order-counts').innerText();
  await eventually(async () => /^10 orders: /.test(await said()) && !/being/.test(await said()));
  const accepted = Number(/(\d+) with the printer/.exec(await said())?.[1]);
  expect(accepted).toBeGreaterThanOrEqual(3);
  expect(readdirSync(join(studio.data, 'runs/demo-exhibitors/print/accepted'))).toHaveLength(accepted);
  await page.getByRole('button', { name: 'All orders' }).click();
  const list = page.getByRole('dialog', { name: 'Orders' });
  expect(await list.getByRole('listitem').count()).toBe(10);
  const [first] = await list.getByRole('listitem').all();
  // The one that wants a person stands first, and leads to its row, which is corrected there.
  await first.getByRole('button').click();
  const sheet = page.getByRole('complementary', { name: /^Row \d+$/ });
  await sheet.waitFor();
  expect(await sheet.getByRole('listitem').count()).toBeGreaterThan(0);
  await sheet.getByRole('button', { name: 'Approve' }).click();
  await eventually(async () => (await said()).includes(`${accepted + 1} with the printer`));
});

test('a change that is made while the server is away is kept, told, and sent when it is there again', async () => {
  await page.goto(`${studio.url}/runs/demo-exhibitors`);
  await allSolved('50 rows');
  const before = problems.length;
  const ended = new Promise((resolve) => studio.process.once('exit', resolve));
  studio.process.kill('SIGKILL');
  await ended;
  await cell('Name', 2).fill('Zoë Åberg');
  await cell('Name', 2).press('Enter');
  await page.getByText('What was changed is kept here and sent again.').waitFor();
  await studio.again();
  await page.getByText('What was changed is kept here and sent again.').waitFor({ state: 'hidden' });
  await allSolved('50 rows');
  const { cells } = (await (await page.request.get(`${studio.url}/api/runs/demo-exhibitors/rows/2`)).json()) as {
    cells: { Name: string };
  };
  expect(cells.Name).toBe('Zoë Åberg');
  // That nothing was there to answer is no error of the page.
  problems.splice(before);
});

test('the page has raised no errors', () => expect(problems).toEqual([]));
