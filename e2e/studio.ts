import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Piece } from '../core/piece/schema';
import { chromium, type Browser, type Page } from 'playwright-core';
import { freePort } from '../server/testing/freePort';

/** A running server with a data folder of its own. */
export interface RunningStudio {
  url: string;
  port: number;
  data: string;
  process: ChildProcess;
  /** Starts the server again, after it was killed, on the same data and port. */
  again(): Promise<void>;
  stop(): Promise<void>;
}

/** Starts the built server on a data folder of its own and waits until it says that it is ready. */
export async function startStudio(): Promise<RunningStudio> {
  const data = mkdtempSync(join(tmpdir(), 'inky-veil-test-'));
  // The demo plates and pieces have been prepared once for all test files.
  const prepared = process.env.INKY_PREPARED;
  if (prepared) cpSync(prepared, data, { recursive: true });
  const port = await freePort();
  const studio: RunningStudio = {
    url: `http://127.0.0.1:${port}`,
    port,
    data,
    process: await startServer(data, port),
    async again() {
      studio.process = await startServer(data, port);
    },
    async stop() {
      const ended = new Promise<void>((resolve) => studio.process.on('exit', () => resolve()));
      studio.process.kill('SIGTERM');
      await ended;
      rmSync(data, { recursive: true, force: true });
    },
  };
  return studio;
}

async function startServer(data: string, port: number): Promise<ChildProcess> {
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    env: { ...process.env, NODE_OPTIONS: '', PORT: String(port), INKY_DATA: data },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((resolve, reject) => {
    child.stdout!.on('data', (chunk: Buffer) => chunk.toString().includes('is ready') && resolve());
    child.on('exit', (code) => reject(new Error(`The server ended with ${code}.`)));
  });
  return child;
}

const programs = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

export function launchBrowser(): Promise<Browser> {
  return chromium.launch({
    executablePath: process.env.CHROMIUM ?? programs.find((path) => existsSync(path)),
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--no-first-run',
    ],
  });
}

/**
 * How long is waited for what must come, ms: the machines are shared, and two photographs may be measured meanwhile. What
 * comes earlier is taken earlier.
 */
export const patience = 180_000;

/** A page that fails the test on errors of the page itself. */
export async function openPage(browser: Browser, problems: string[]): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    reducedMotion: 'reduce',
  });
  const page = await context.newPage();
  // What is asked of the server directly waits as long.
  context.setDefaultTimeout(patience);
  page.on('pageerror', (error) => problems.push(error.message));
  page.on('console', (message) => message.type() === 'error' && problems.push(message.text()));
  return page;
}

/** Waits until something is so that the page itself does not tell. @throws Error when it never is */
export async function eventually(check: () => Promise<boolean>): Promise<void> {
  const end = Date.now() + patience;
  while (!(await check())) {
    if (Date.now() > end) throw new Error('What was waited for never came.');
    await new Promise((again) => setTimeout(again, 150));
  }
}

/** A piece as it is in the store. */
export const storedPiece = async (page: Page, { url }: Pick<RunningStudio, 'url'>, id: string): Promise<Piece> =>
  ((await (await page.request.get(`${url}/api/pieces/${id}`)).json()) as { piece: Piece }).piece;

/** Waits until the sheet shows the newest picture, sharp. */
export async function sharp(page: Page): Promise<void> {
  await page.waitForFunction(
    () => {
      const mat = document.querySelector<HTMLElement>('[data-testid=mat]');
      // Before the page's own program runs there is neither.
      return mat !== null && mat.dataset.sharpRevision === document.documentElement.dataset.revision;
    },
    null,
    { timeout: patience },
  );
  // What has come is drawn in the next frame.
  await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
}

/**
 * Presses a key while something is dragged by keyboard, and waits until the page has announced what came of it. As a
 * person does, it presses again when nothing came: a drag listens a moment after it has begun, and measures places anew
 * after each move.
 */
export async function announced(page: Page, key: string): Promise<void> {
  const text = (): Promise<string> =>
    page
      .locator('[id^=DndLiveRegion]')
      .allTextContents()
      .then((all) => all.join());
  const before = await text();
  for (let pressed = 1; ; pressed++) {
    await page.keyboard.press(key);
    const came = page.waitForFunction(
      (old) => [...document.querySelectorAll('[id^=DndLiveRegion]')].map((one) => one.textContent).join() !== old,
      before,
      { timeout: 6000 },
    );
    try {
      await came;
      return;
    } catch (problem) {
      if (pressed === 5) throw problem;
    }
  }
}

/** Does something that changes what is seen, and waits until it has. */
export async function changing(page: Page, act: () => Promise<unknown>): Promise<void> {
  const before = await page.evaluate(() => document.documentElement.dataset.revision);
  await act();
  await page.waitForFunction((old) => document.documentElement.dataset.revision !== old, before, { timeout: patience });
  await sharp(page);
}

/** Does something that moves the view, and waits until it has. */
export async function moving(page: Page, act: () => Promise<unknown>): Promise<void> {
  const view = (): Promise<string | null> => page.getByTestId('mat').getAttribute('data-view');
  const before = await view();
  await act();
  await page.waitForFunction(
    (old) => document.querySelector('[data-testid=mat]')?.getAttribute('data-view') !== old,
    before,
    { timeout: patience },
  );
  await sharp(page);
}

/**
 * Where a point of the sheet is on the screen. The mat moves when a row of tools opens above it, and its view follows a
 * frame later: both are read at once, when they have stood still for three frames.
 */
export async function onScreen(page: Page, x: number, y: number): Promise<{ x: number; y: number }> {
  await page.getByTestId('mat').waitFor();
  const [zoom, left, top] = await page.evaluate(async () => {
    const read = (): number[] => {
      const mat = document.querySelector<HTMLElement>('[data-testid=mat]')!;
      const [scale, viewX, viewY] = mat.dataset.view!.split(' ').map(Number);
      const box = mat.getBoundingClientRect();
      return [scale, box.x + viewX, box.y + viewY, box.width, box.height];
    };
    let seen = read();
    for (let still = 0; still < 3;) {
      await new Promise(requestAnimationFrame);
      const now = read();
      still = String(now) === String(seen) ? still + 1 : 0;
      seen = now;
    }
    return seen;
  });
  return { x: left + x * zoom, y: top + y * zoom };
}

/** Clicks at a point of the sheet. */
export async function clickSheet(page: Page, x: number, y: number): Promise<void> {
  const at = await onScreen(page, x, y);
  await page.mouse.click(at.x, at.y);
}

/** Types a value into a field of a sentence. */
export async function setValue(page: Page, label: string, value: string): Promise<void> {
  await page.getByRole('spinbutton', { name: label, exact: true }).first().click();
  await page.getByRole('textbox', { name: label, exact: true }).fill(value);
  await page.keyboard.press('Enter');
}

/** Picks a colour by typing it into a picker. */
export async function pickColour(page: Page, label: string, colour: string): Promise<void> {
  await page.getByRole('button', { name: label, exact: true }).click();
  const typed = page.getByLabel(`${label}, typed`);
  await typed.fill(colour);
  await page.keyboard.press('Enter');
  await typed.waitFor({ state: 'detached' });
}

/** Waits until everything is in the store. */
export async function saved(page: Page): Promise<void> {
  await page.waitForFunction(() => document.documentElement.dataset.pending === '0', null, { timeout: patience });
  await page.getByTestId('saved').waitFor();
}
