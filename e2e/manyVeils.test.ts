import { expect, test } from '@jest/globals';
import type { Page } from 'playwright-core';
import { saved, sharp, type RunningStudio } from './studio';
import { visit } from './visit';

let studio: RunningStudio;
let page: Page;
const problems = visit((made) => ({ studio, page } = made));

test('twelve veils: the sentence counts them, the depth line closes up and fades where it goes on', async () => {
  const { piece } = (await (await page.request.get(`${studio.url}/api/pieces/demo-woven`)).json()) as {
    piece: { veils: { id: string; name: string }[]; depth: string[] };
  };
  const [first] = piece.veils;
  const veils = Array.from({ length: 12 }, (_, i) => ({ ...first, id: `v${i}`, name: `stalk ${i + 1}` }));
  const many = {
    ...piece,
    veils,
    weave: [],
    grades: [],
    depth: [...piece.depth.filter((id) => !piece.veils.some((one) => one.id === id)), ...veils.map(({ id }) => id)],
  };
  const made = await page.request.post(`${studio.url}/api/pieces/copy`, {
    data: { piece: many },
    headers: { origin: studio.url },
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`${studio.url}/piece/${id}/3`);
  await sharp(page);
  await page.getByText('12 veils: stalk 1, stalk 2, stalk 3 and 9 more').waitFor();
  const line = page.getByRole('region', { name: 'Depth line' });
  // All cards can be reached: the last one by scrolling with an upright wheel.
  const last = page.locator('[data-depth=v11]');
  await line.hover();
  await page.mouse.wheel(0, 2000);
  await page.waitForFunction(() => {
    const box = document.querySelector('[data-depth=v11]')!.getBoundingClientRect();
    return box.left >= 0 && box.right <= window.innerWidth;
  });
  // A card that is reached by keyboard stands free.
  await last.focus();
  await last.press('Enter');
  await saved(page);
  await page.setViewportSize({ width: 700, height: 768 });
  await page.waitForFunction(
    () => (document.querySelector<HTMLElement>('[aria-label="Depth line"]')?.dataset.more ?? '') !== '',
  );
  expect(problems).toEqual([]);
});
