import type { Page } from 'playwright-core';
import { readFileSync } from 'node:fs';
import { launchBrowser } from '../e2e/studio';
import { Chance } from './chance';
import { Tally } from './tally';
import { answerLimit, asJson, Hung, Victim } from './victim';

/** What a person presses, now and then. */
const keys = [
  'ArrowLeft',
  'ArrowUp',
  'Tab',
  'Enter',
  'Escape',
  'Home',
  'End',
  'Delete',
  '1',
  '2',
  '3',
  '5',
  '8',
  'z',
  '?',
];
const keyPairs = ['Control+z', 'Control+Shift+z', 'Control+a', 'Shift+Tab', 'Alt+ArrowDown'];
/** So many deeds, then it is looked how much memory is used. */
const deeds = 120;
/** Memory may grow by this from the first look to the last, MB: pictures are kept up to a bound. */
const mayGrow = 900;

interface Look {
  page: number;
  server: number;
}

/** Works at random on the bench, by pointer and keyboard, until the time is over: nothing of the page fails, memory stays. */
export async function hours({
  prepared,
  seed,
  isOver,
}: {
  prepared: string;
  seed: number;
  isOver: () => boolean;
}): Promise<Tally> {
  const tally = new Tally('hours');
  const chance = new Chance(seed);
  const victim = Victim.on(prepared);
  const browser = await launchBrowser();
  const looks: Look[] = [];
  try {
    await victim.start();
    const home = `http://127.0.0.1:${victim.port}`;
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    page.on('pageerror', (error) => tally.found('wrong', `the page: ${error.message}`));
    page.on('dialog', (dialog) => void dialog.accept());
    page.on('console', (message) => {
      // A change that came second is refused; that is not the page's fault.
      if (message.type() === 'error' && !message.text().includes('409'))
        tally.found('wrong', `the page says: ${message.text().slice(0, 200)}`);
    });
    while (!isOver()) {
      const pieces = (await (await page.request.get(`${home}/api/pieces`)).json()) as { id: string }[];
      const bench = `${home}/piece/${chance.one(pieces).id}`;
      await open(page, bench);
      for (let k = 0; k < deeds && !isOver(); k++) {
        tally.tried();
        await deed(page, chance);
        // A person looks now and then, and what was begun goes on meanwhile.
        if (chance.happens(0.2)) await page.waitForTimeout(chance.whole(50, 600));
        if (!page.url().startsWith(bench)) await open(page, bench);
      }
      looks.push({ page: await heapOf(page), server: serverMemory(victim.pid) });
    }
    tally.note(`${await changesOf(victim)} changes were kept`);
    const [first, last] = [looks[0], looks.at(-1)!];
    for (const of of ['page', 'server'] as const) {
      tally.note(`memory of the ${of}, MB: ${looks.map((look) => look[of].toFixed(0)).join(' ')}`);
      if (last[of] - first[of] > mayGrow)
        tally.found('wrong', `the ${of} grew by ${(last[of] - first[of]).toFixed(0)} MB`);
    }
  } catch (error) {
    tally.found(error instanceof Hung ? 'hung' : 'wrong', (error as Error).message.slice(0, 400));
  } finally {
    await browser.close();
    await victim.remove();
  }
  return tally;
}

/** How many changes of all pieces have been kept. */
async function changesOf(victim: Victim): Promise<number> {
  let changes = 0;
  for (const { id } of asJson((await victim.ask('/pieces')).text) as { id: string }[])
    changes += (asJson((await victim.ask(`/pieces/${id}`)).text) as { version: number }).version - 1;
  return changes;
}

/** Opens a bench, and waits until its sheet is there. */
async function open(page: Page, bench: string): Promise<void> {
  await page.goto(bench);
  await page.locator('canvas').first().waitFor({ timeout: answerLimit });
}

async function deed(page: Page, chance: Chance): Promise<void> {
  const [x, y] = [chance.whole(2, 1277), chance.whole(2, 797)];
  const what = chance.part();
  if (what < 0.35) return page.mouse.click(x, y);
  if (what < 0.5) {
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + chance.whole(-200, 200), y + chance.whole(-200, 200), { steps: chance.whole(1, 8) });
    return page.mouse.up();
  }
  if (what < 0.6) return page.mouse.wheel(0, chance.whole(-400, 400));
  if (what < 0.9) return page.keyboard.press(chance.one(keys));
  return page.keyboard.press(chance.one(keyPairs));
}

/** MB, after what can be thrown away has been. */
async function heapOf(page: Page): Promise<number> {
  const session = await page.context().newCDPSession(page);
  await session.send('HeapProfiler.collectGarbage');
  const { usedSize } = await session.send('Runtime.getHeapUsage');
  await session.detach();
  return usedSize / 1048576;
}

/** Resident memory of a process, MB; 0 where the system does not tell. */
function serverMemory(pid: number): number {
  try {
    return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  } catch {
    return 0;
  }
}
