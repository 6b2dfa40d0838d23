import { existsSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { isRunning, servedBy } from './folderLock';

/** Where a server is asked to change over to another folder, and where it answers: beside its data folder. */
const askedAt = (dataFolder: string): string => `${dataFolder}.change-over.json`;
const answeredAt = (dataFolder: string): string => `${dataFolder}.changed-over.json`;

/** How often either side looks, ms. */
const lookMs = 300;

type Answer = { before: string | null } | { problem: string };

/** Whole at once, so that nobody reads half of it. */
function writeAtOnce(path: string, content: object): void {
  writeFileSync(`${path}.new`, JSON.stringify(content), { mode: 0o600 });
  renameSync(`${path}.new`, path);
}

/**
 * Asks the server of a data folder to put another folder in its place.
 * @returns where it has put what was there before
 * @throws Error with what keeps it from that, and where it ends meanwhile
 */
export async function askToChangeOver(dataFolder: string, staging: string, server: number): Promise<string | null> {
  rmSync(answeredAt(dataFolder), { force: true });
  writeAtOnce(askedAt(dataFolder), { staging });
  try {
    while (!existsSync(answeredAt(dataFolder))) {
      await new Promise((resolve) => setTimeout(resolve, lookMs));
      // While folders change places there is no lock for a moment: only a process that is gone answers no more.
      if (servedBy(dataFolder) === null && !isRunning(server) && !existsSync(answeredAt(dataFolder)))
        throw new Error('Inky Veil ended before it could change over. Restore once more.');
    }
    const answer = JSON.parse(readFileSync(answeredAt(dataFolder), 'utf8')) as Answer;
    if ('problem' in answer) throw new Error(answer.problem);
    return answer.before;
  } finally {
    rmSync(askedAt(dataFolder), { force: true });
    rmSync(answeredAt(dataFolder), { force: true });
  }
}

/**
 * Changes over when it is asked to.
 * @param prefix what folders are called that may be changed over to
 * @param change puts the folder in the place of the data folder
 * @returns what ends the watch
 */
export function watchForChangeOver(
  dataFolder: string,
  prefix: string,
  change: (staging: string) => Promise<string | null>,
): () => void {
  let isBusy = false;
  // Left behind by a command that was broken off.
  rmSync(askedAt(dataFolder), { force: true });
  const look = async (): Promise<void> => {
    if (isBusy || !existsSync(askedAt(dataFolder))) return;
    isBusy = true;
    let answer: Answer;
    try {
      const { staging } = JSON.parse(readFileSync(askedAt(dataFolder), 'utf8')) as { staging: string };
      if (!staging.startsWith(prefix) || !/^\d+$/.test(staging.slice(prefix.length)) || !existsSync(staging))
        throw new Error('This is no folder that can be changed over to.');
      answer = { before: await change(staging) };
    } catch (error) {
      answer = { problem: error instanceof Error ? error.message : String(error) };
    }
    rmSync(askedAt(dataFolder), { force: true });
    writeAtOnce(answeredAt(dataFolder), answer);
    isBusy = false;
  };
  const timer = setInterval(() => void look().catch(console.error), lookMs);
  timer.unref();
  return () => clearInterval(timer);
}
