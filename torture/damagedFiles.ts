import { Chance } from './chance';
import { damaged } from './damage';
import { smallPng } from './hands';
import { samples, type Sample } from './samples';
import { Tally } from './tally';
import { asJson, faultOf, Hung, Victim, type Answer } from './victim';

/** Files are sent by so many at once. */
const atOnce = 4;
/** A damaged file that keeps the server longer than this from answering a question of no work, ms. */
const longestWait = 1500;

export interface Damaging {
  prepared: string;
  seed: number;
  files: number;
  isOver: () => boolean;
}

/**
 * Sends damaged files of every kind: each is used, or refused in a sentence; the server goes on, and others are answered
 * meanwhile. Files that are well are sent first, and must be taken.
 */
export async function damagedFiles({ prepared, seed, files, isOver }: Damaging): Promise<Tally> {
  const tally = new Tally('damaged');
  const victim = Victim.on(prepared);
  const taken = new Map<string, number>();
  try {
    await victim.start();
    const plate = smallPng(new Chance(seed));
    const sha256 = await takenIn(victim, await victim.ask('/assets?kind=plate&name=plate.png', plate));
    const run = (asJson((await victim.ask('/runs', { piece: 'demo-series' })).text) as { id: string }).id;
    const all = await samples(victim, run, sha256 ?? '');
    for (const sample of all) {
      const said = await outcome(victim, sample, sample.bytes);
      if (said.status >= 300) tally.found('wrong', `a ${sample.name} that is well: ${said.status} ${said.text}`);
    }
    let next = 0;
    let slowest = 0;
    const send = async (): Promise<void> => {
      while (next < files && !isOver()) {
        const number = next++;
        const chance = new Chance(seed * 1_000_003 + number);
        const sample = chance.one(all);
        const bytes = damaged(sample.bytes, chance);
        tally.tried();
        const said = await outcome(victim, sample, bytes);
        const fault = faultOf(said);
        if (fault) tally.found('wrong', `file ${number}, ${sample.name}: ${fault} ${victim.said.slice(-600)}`);
        else if (said.status < 300) taken.set(sample.name, (taken.get(sample.name) ?? 0) + 1);
      }
    };
    const watch = async (): Promise<void> => {
      while (next < files && !isOver()) {
        const begun = performance.now();
        await victim.ask('/pieces');
        slowest = Math.max(slowest, performance.now() - begun);
        await new Promise((done) => setTimeout(done, 50));
      }
    };
    await Promise.all([watch(), ...Array.from({ length: atOnce }, send)]);
    if (slowest > longestWait) tally.found('hung', `others waited ${slowest.toFixed(0)} ms for an answer`);
    tally.note(`others waited at most ${slowest.toFixed(0)} ms`);
    tally.note(`taken all the same: ${[...taken].map(([name, count]) => `${name} ${count}`).join(', ') || 'none'}`);
  } catch (error) {
    tally.found(error instanceof Hung ? 'hung' : 'wrong', `${(error as Error).message} ${victim.said.slice(-600)}`);
  } finally {
    await victim.remove();
  }
  return tally;
}

/** What came of a file in the end: of what is taken in as a job, the job's. */
async function outcome(victim: Victim, { send }: Sample, bytes: Uint8Array): Promise<Answer> {
  const said = await send(victim, bytes);
  if (said.status !== 202) return said;
  const { job } = asJson(said.text) as { job?: { id: string } };
  if (!job) return said;
  return victim.jobEnd(job.id);
}

async function takenIn(victim: Victim, { text }: Answer): Promise<string | null> {
  const { job } = asJson(text) as { job: { id: string } };
  const { text: said } = await victim.jobEnd(job.id);
  return (asJson(said) as { result?: { sha256: string } }).result?.sha256 ?? null;
}
