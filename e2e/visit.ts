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
  });
  afterAll(async () => {
    await made.browser?.close();
    await made.studio?.stop();
  });
  return problems;
}
