import { afterAll, beforeAll } from '@jest/globals';
import type { Browser, Page } from 'playwright-core';
import { launchBrowser, openPage, startStudio, type RunningStudio } from './studio';

/** What the tests of a file work with: a server of their own, a browser, and one page that stands on the Shelf. */
export interface Visit {
  studio: RunningStudio;
  browser: Browser;
  page: Page;
}

/**
 * Sets up a visit before the tests of a file, and takes it down after them.
 * @param begin is handed the visit before the first test
 * @returns what goes wrong in the page, as it happens
 */
export function visit(begin: (made: Visit) => void): string[] {
  const problems: string[] = [];
  let made: Partial<Visit> = {};
  beforeAll(async () => {
    made = { studio: await startStudio() };
    made.browser = await launchBrowser();
    made.page = await openPage(made.browser, problems);
    await made.page.goto(made.studio!.url);
    begin(made as Visit);
    Object.assign(globalThis, { atFailure: () => sayWhatIsSeen(made as Visit, problems) });
  });
  afterAll(async () => {
    await made.browser?.close();
    await made.studio?.stop();
  });
  return problems;
}

/** Prints what a page shows and what went wrong in it, for whoever reads of a failed test. */
async function sayWhatIsSeen({ page }: Visit, problems: string[]): Promise<void> {
  const seen = await page
    .evaluate(() => {
      const { revision, solving } = document.documentElement.dataset;
      const mat = document.querySelector<HTMLElement>('[data-testid=mat]')?.dataset;
      const focused = document.activeElement;
      const name = focused && (focused.getAttribute('aria-label') ?? focused.textContent?.slice(0, 40));
      return [
        `${location.pathname}${location.search}`,
        `revision ${revision}, sharp ${mat?.sharpRevision}, view ${mat?.view}, solving ${solving}`,
        `focus: ${focused?.tagName} ${name}`,
        document.body.innerText.replace(/\s*\n\s*/g, ' | ').slice(0, 3000),
      ];
    })
    .catch((error: unknown) => [`The page does not answer: ${String(error)}`]);
  process.stdout.write(['  the page when it failed:', ...seen, ...problems].join('\n    ') + '\n');
}
