import { parseArgs } from 'node:util';
import { lostAnswers } from './answers';
import { damagedFiles } from './damagedFiles';
import { fullDisk, jumpingClock } from './disk';
import { drawings } from './drawings';
import { hours } from './hours';
import { kills, powerLoss } from './kills';
import type { Tally } from './tally';
import { preparedFolder } from './victim';

const usage = `Tortures the program and counts what is lost, wrong or hangs; ends with 1 where anything did.

  npm run torture [-- --seed N] [--minutes M] [--short] [--only PART,PART]

--seed     the same seed, the same torture; what races with the clock is not the same twice (default: 1)
--minutes  no part takes longer (default: 10; hours of random work: as long as this says)
--short    a few of each: as it is run with the tests
Parts: kills, power, disk, clock, damaged, drawings, answers, hours`;

const { values } = parseArgs({
  options: {
    seed: { type: 'string', default: '1' },
    minutes: { type: 'string', default: '10' },
    only: { type: 'string' },
    short: { type: 'boolean', default: false },
    help: { type: 'boolean', default: false },
  },
});
const [seed, minutes] = [Number(values.seed), Number(values.minutes)];

/** How much of each there is by hand, and with the tests. */
const amounts = {
  kills: [1000, 12],
  power: [300, 8],
  disk: [200, 6],
  clock: [200, 5],
  damaged: [10_000, 150],
  drawings: [5000, 60],
  answers: [2000, 120],
} as const;
type Part = keyof typeof amounts | 'hours';
const parts: readonly Part[] = ['kills', 'power', 'disk', 'clock', 'damaged', 'drawings', 'answers', 'hours'];

const wanted = values.only?.split(',') ?? parts.filter((part) => part !== 'hours' || !values.short);
const unknown = wanted.find((one) => !parts.some((part) => part === one));
if (values.help || unknown !== undefined || !Number.isInteger(seed) || !(minutes > 0)) {
  console.error(unknown === undefined ? usage : `There is no part "${unknown}".\n${usage}`);
  process.exit(values.help ? 0 : 1);
}

const amount = (part: keyof typeof amounts): number => amounts[part][values.short ? 1 : 0];
const prepared = await preparedFolder();
let faults = 0;
for (const part of parts) {
  if (!wanted.includes(part)) continue;
  const begun = Date.now();
  const isOver = (): boolean => Date.now() - begun > minutes * 60_000;
  const order = { prepared, seed, isOver };
  const torture: Record<Part, () => Promise<Tally>> = {
    kills: () => kills({ ...order, kills: amount('kills') }),
    power: () => powerLoss({ ...order, kills: amount('power') }),
    disk: () => fullDisk({ ...order, times: amount('disk') }),
    clock: () => jumpingClock({ ...order, times: amount('clock') }),
    damaged: () => damagedFiles({ ...order, files: amount('damaged') }),
    drawings: () => drawings({ seed, files: amount('drawings'), isOver }),
    answers: () => lostAnswers({ ...order, orders: amount('answers') }),
    hours: () => hours(order),
  };
  const tally = await torture[part]();
  tally.note(`${((Date.now() - begun) / 1000).toFixed(0)} s`);
  tally.print();
  faults += tally.faults;
}
console.log(faults === 0 ? 'Nothing was lost, wrong or hung.' : `${faults} faults.`);
process.exit(faults === 0 ? 0 : 1);
