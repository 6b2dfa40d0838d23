import { Chance } from './chance';
import { Hand, workOn } from './hands';
import { Layer } from './layer';
import { Tally } from './tally';
import { Hung, Victim } from './victim';

export interface Disturbing {
  prepared: string;
  seed: number;
  times: number;
  isOver: () => boolean;
}

/** How long each spell lasts, ms. */
const spell = 700;
const people = 2;

/** The disk is full by spells, at random writes: every answer says so, nothing that was acknowledged goes. */
export function fullDisk(order: Disturbing): Promise<Tally> {
  return disturbed('full disk', order, (layer, chance) => {
    layer.full(chance.one([0.2, 0.5, 1]));
    return () => layer.full(0);
  });
}

const hour = 3_600_000;

/** The clock jumps, hours and years, forward and back. */
export function jumpingClock(order: Disturbing): Promise<Tally> {
  return disturbed('clock', order, (layer, chance) => {
    layer.clock(chance.one([-1, 1]) * hour * 10 ** chance.whole(0, 5) * chance.part());
    return () => undefined;
  });
}

/** People work while something is disturbed by spells; after each it is looked whether all is there; then once more after a start. */
async function disturbed(
  part: string,
  { prepared, seed, times, isOver }: Disturbing,
  disturb: (layer: Layer, chance: Chance) => () => void,
): Promise<Tally> {
  const tally = new Tally(part);
  const chance = new Chance(seed);
  const layer = new Layer();
  const victim = Victim.on(prepared, layer.environment);
  let spells = 0;
  try {
    await victim.start();
    const hands = Array.from(
      { length: people },
      (_, k) => new Hand(victim, new Chance(seed * 1000 + k), tally, `hand-${k}`),
    );
    for (; spells < times && !isOver(); spells++) {
      const begun = Date.now();
      const undo = disturb(layer, chance);
      await Promise.all(hands.map((hand) => workOn(hand, tally, () => Date.now() - begun > spell)));
      undo();
      // The layer looks every few ms whether it is over.
      await new Promise((next) => setTimeout(next, 100));
      if (!victim.isRunning) throw new Error(`The server ended: ${victim.said}`);
      for (const hand of hands) await hand.check();
      if (spells % 10 === 9) {
        await victim.stop();
        await victim.start();
        for (const hand of hands) await hand.check();
      }
    }
  } catch (error) {
    tally.found(error instanceof Hung ? 'hung' : 'wrong', (error as Error).message);
  } finally {
    await victim.remove();
    layer.remove();
  }
  tally.note(`${spells} spells`);
  return tally;
}
