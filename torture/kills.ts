import Database from 'better-sqlite3';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { databaseFile } from '../server/database';
import { Chance } from './chance';
import { Hand, workOn } from './hands';
import { Layer } from './layer';
import { Tally } from './tally';
import { Hung, Victim } from './victim';

/** Two people work at once. */
const people = 2;
/** The server lives this long between two kills, ms. */
const [shortest, longest] = [20, 1500];
/** A data folder is used for so many kills; then a new one, so that checks stay short. */
const killsOfOne = 25;

/** What is asked of a torture by kills. */
export interface Killing {
  prepared: string;
  seed: number;
  kills: number;
  isOver: () => boolean;
}

/** Kills the server at random moments while it works, and looks after each start whether all is there. */
export const kills = (order: Killing): Promise<Tally> => tortureByKills('kills', order, false);

/** As `kills`, and each time what was not synced is lost. */
export const powerLoss = (order: Killing): Promise<Tally> => tortureByKills('power loss', order, true);

async function tortureByKills(
  part: string,
  { prepared, seed, kills, isOver }: Killing,
  power: boolean,
): Promise<Tally> {
  const tally = new Tally(part);
  const chance = new Chance(seed);
  let [done, harmed] = [0, 0];
  while (done < kills && !isOver()) {
    const layer = power ? new Layer() : null;
    const victim = Victim.on(prepared, layer?.environment);
    try {
      const hands = Array.from(
        { length: people },
        (_, k) => new Hand(victim, new Chance(seed * 1000 + done * 10 + k), tally, `hand-${done}-${k}`),
      );
      await victim.start();
      for (let k = 0; k < killsOfOne && done < kills && !isOver(); k++, done++) {
        const work = Promise.all(hands.map((hand) => workOn(hand, tally, () => !victim.isRunning)));
        await new Promise((next) => setTimeout(next, chance.whole(shortest, longest)));
        const children = childrenOf(victim.pid);
        await victim.kill();
        await work;
        harmed += layer?.losePower(chance) ?? 0;
        checkStore(victim.data, tally);
        await victim.start();
        for (const hand of hands) await hand.check();
        checkWorking(victim.data, tally);
        await checkGone(children, tally);
      }
    } catch (error) {
      tally.found(error instanceof Hung ? 'hung' : 'wrong', (error as Error).message);
    } finally {
      await victim.remove();
      layer?.remove();
    }
  }
  tally.note(`${done} kills${power ? `, ${harmed} files or names lost with what was not synced` : ''}`);
  return tally;
}

function checkStore(data: string, tally: Tally): void {
  const store = new Database(databaseFile(data), { readonly: true });
  try {
    const [{ integrity_check: said }] = store.pragma('integrity_check') as { integrity_check: string }[];
    if (said !== 'ok') tally.found('lost', `the store is damaged: ${said}`);
    const broken = store.pragma('foreign_key_check') as unknown[];
    if (broken.length > 0) tally.found('wrong', `${broken.length} rows of the store point to nothing`);
  } finally {
    store.close();
  }
}

/** What was half written when the server was killed is swept when it starts. */
function checkWorking(data: string, tally: Tally): void {
  const left = readdirSync(join(data, 'working'));
  if (left.length > 0) tally.found('wrong', `${left.length} half files were left in working/`);
}

/** The processes that a process has started; none where the system does not tell. */
function childrenOf(pid: number): number[] {
  try {
    return readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').split(' ').filter(Boolean).map(Number);
  } catch {
    return [];
  }
}

/** How long a process may take to notice that its server is gone, ms. */
const noticed = 5000;

/** What the server had started ends with it. */
async function checkGone(children: readonly number[], tally: Tally): Promise<void> {
  const until = Date.now() + noticed;
  let left = children;
  while ((left = left.filter(isAlive)).length > 0 && Date.now() < until)
    await new Promise((next) => setTimeout(next, 50));
  if (left.length > 0) tally.found('wrong', `${left.length} processes outlived their server`);
  for (const pid of left) process.kill(pid, 'SIGKILL');
}

/** Whether a process works; one that has ended and that nobody has asked about does not. */
function isAlive(pid: number): boolean {
  try {
    return !/^State:\s+[ZX]/m.test(readFileSync(`/proc/${pid}/status`, 'utf8'));
  } catch {
    return false;
  }
}
