// npm run screenshots: one current picture of each main view, from the demo data, at 1280 x 800.
import { launchBrowser, onScreen, openPage, sharp, startStudio } from './studio';
import { lookAtVeil } from './sheet';

const studio = await startStudio();
const browser = await launchBrowser();
const page = await openPage(browser, []);
const shoot = (name: string) => page.screenshot({ path: `docs/screenshots/${name}.png` });
/** Until every picture of the page has come. */
const allPictures = () => page.waitForFunction(() => [...document.images].every((image) => image.complete));
try {
  await page.goto(studio.url);
  await page.locator('img').nth(1).waitFor();
  await allPictures();
  await shoot('shelf');
  for (const [name, path] of [
    ['bench-plate', 'demo-woven/0'],
    ['bench-words', 'demo-low-sun/1'],
    ['bench-drape', 'demo-on-linen/6'],
    ['bench-veils', 'demo-woven/3'],
    ['bench-ink', 'demo-woven/4'],
    ['bench-panel', 'demo-window/4'],
    ['bench-outlines', 'demo-through-and-in-front/5'],
    ['bench-grade', 'demo-through-and-in-front/9'],
    ['bench-light', 'demo-on-the-table/7'],
    ['bench-focus', 'demo-drips/8'],
    ['bench-chalk', 'demo-tucked-in/0'],
  ] as const) {
    await page.goto(`${studio.url}/piece/${path}`);
    await sharp(page);
    if (name === 'bench-drape') await page.getByText('Proposed for this place').waitFor({ timeout: 120000 });
    if (name === 'bench-veils') await lookAtVeil(page, 'hatch');
    if (name === 'bench-words') {
      const at = await onScreen(page, 1150, 365);
      await page.mouse.click(at.x, at.y);
    }
    if (name === 'bench-ink') {
      await page.getByRole('button', { name: 'Pick from the photo' }).click();
      const at = await onScreen(page, 820, 930);
      await page.mouse.move(at.x - 3, at.y);
      await page.mouse.move(at.x, at.y);
    }
    if (name === 'bench-panel') await page.getByLabel('Shape of the panel').scrollIntoViewIfNeeded();
    if (name === 'bench-grade') {
      await page.getByText('Lost in white').waitFor({ timeout: 60000 });
      await page.getByLabel('Name of grade 2').scrollIntoViewIfNeeded();
    }
    if (name === 'bench-focus') await page.getByText('Here the photograph').waitFor({ timeout: 120000 });
    if (name === 'bench-chalk') {
      await page.keyboard.press('p');
      await page.getByRole('region', { name: 'Chalk' }).scrollIntoViewIfNeeded();
    }
    if (path.endsWith('/3')) await page.getByText('of each letter').waitFor({ timeout: 20000 });
    await sharp(page);
    await allPictures();
    await shoot(name);
  }
  await page.goto(`${studio.url}/roughs`);
  await page.getByRole('button', { name: 'Choose a photograph' }).click();
  await page.getByRole('dialog').getByRole('button', { name: /^jar/ }).click();
  await page.getByLabel('Words', { exact: true }).fill('Kiln week');
  await page.getByRole('button', { name: 'Show roughs' }).click();
  await page.waitForFunction(
    () => [...document.querySelectorAll('button')].some((one) => one.textContent === 'Show others' && !one.disabled),
    null,
    { timeout: 200000 },
  );
  await page.getByTestId('rough').filter({ hasText: 'Behind what stands out' }).first().click();
  await page.mouse.move(5, 5);
  await allPictures();
  await shoot('roughs');
  await page.goto(`${studio.url}/runs/demo-exhibitors`);
  await page.waitForFunction(
    () => /^40 rows, \d+ to look/.test(document.querySelector('[data-testid=run-counts]')?.textContent ?? ''),
    null,
    { timeout: 120000 },
  );
  await page.getByLabel('worst first').check();
  await page.getByRole('button', { name: 'Look at row 22' }).click();
  // Rows beyond those in view load no pictures.
  await page.waitForFunction(() => document.querySelector<HTMLImageElement>('aside img')?.complete);
  await shoot('run');
  await page.goto(`${studio.url}/faces`);
  await page.evaluate(() => document.fonts.ready);
  await page.getByTestId('face').nth(1).getByRole('button').first().click();
  await shoot('type-case');
  await page.goto(`${studio.url}/plates`);
  await page.getByTestId('plate').nth(5).waitFor();
  await page.waitForFunction(() => !document.querySelector('li [role=status]'), null, { timeout: 400000 });
  await allPictures();
  await shoot('plate-room');
  await page.goto(`${studio.url}/piece/demo-woven/proof`);
  await page.getByRole('button', { name: 'A mug' }).click();
  await page.waitForFunction(
    () => document.querySelector<HTMLElement>('[data-testid=proof]')?.dataset.ready === 'true',
  );
  await page.getByText('Every letter is read').waitFor({ timeout: 120000 });
  await page.getByText('Being measured').first().waitFor({ state: 'detached', timeout: 120000 });
  await shoot('proof');
  await page.goto(`${studio.url}/piece/demo-woven`);
  await sharp(page);
  await page.getByRole('button', { name: 'Versions', exact: true }).click();
  await page.locator('[data-version]').nth(2).waitFor();
  await page.getByText('Comparing').first().waitFor({ state: 'detached' });
  await allPictures();
  await shoot('versions');
  await page.goto(`${studio.url}/piece/demo-picture-letters`);
  await sharp(page);
  await page.getByRole('button', { name: 'Sizes', exact: true }).click();
  await page.getByRole('dialog').getByText('Drawing').first().waitFor({ state: 'detached' });
  await page.waitForFunction(() => document.querySelectorAll('[role=dialog] canvas').length === 6);
  await shoot('sizes');
} finally {
  await browser.close();
  await studio.stop();
}
process.exit(0);
