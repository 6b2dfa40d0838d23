import { historyLength } from '../core/piece/orders';
import { Chance } from './chance';
import { Tally } from './tally';
import { asJson, Broken, faultOf, Hung, Victim } from './victim';

/** So many tabs, of two browsers, work on one piece. */
const tabs = 4;
const path = ['sheet', 'width'];
/** A late answer, and a late repetition, comes after this long at most, ms. */
const latest = 40;

export interface Flaky {
  prepared: string;
  seed: number;
  orders: number;
  isOver: () => boolean;
}

/**
 * Tabs add one to a number in turn, over connections that lose answers, send orders twice and late. Every order is
 * carried out once in the end: the number is how many there were.
 */
export async function lostAnswers({ prepared, seed, orders, isOver }: Flaky): Promise<Tally> {
  const tally = new Tally('answers');
  const victim = Victim.on(prepared);
  try {
    await victim.start();
    const begun = 100;
    const sheet = { width: begun, height: 60, ppi: 72, paint: '#ffffff' };
    const { id } = asJson((await victim.ask('/pieces', { name: 'Counted', sheet })).text) as { id: string };
    let done = 0;
    let [lost, doubled, refused] = [0, 0, 0];
    const late: Promise<unknown>[] = [];
    const tab = async (number: number): Promise<void> => {
      const chance = new Chance(seed * 100 + number);
      for (let count = 0; done < orders && !isOver(); count++) {
        const { version, piece } = asJson((await victim.ask(`/pieces/${id}`)).text) as Stored;
        const order = {
          kind: 'edit',
          id: `${number}-${count}`,
          label: 'one more',
          patches: [{ op: 'replace', path, value: piece.sheet.width + 1 }],
          inverse: [{ op: 'replace', path, value: piece.sheet.width }],
        };
        const send = () => victim.ask(`/pieces/${id}/orders`, { tab: 'one', version, order });
        const waits = (): Promise<void> => new Promise((next) => setTimeout(next, chance.whole(0, latest)));
        tally.tried();
        // An answer that is lost: the order is on its way, and nobody knows what came of it.
        if (chance.happens(0.3)) {
          lost++;
          late.push(send().catch(() => undefined));
          if (chance.happens(0.5)) await waits();
        }
        // The same twice at once; or again, long after it was answered.
        if (chance.happens(0.3)) {
          doubled++;
          const again = chance.happens(0.5) ? Promise.resolve() : waits();
          late.push(again.then(send).catch(() => undefined));
        }
        const answer = await send();
        const fault = faultOf(answer);
        if (fault) tally.found('wrong', fault);
        if (answer.status === 200) done++;
        else if (answer.status === 409) refused++;
      }
    };
    await Promise.all(Array.from({ length: tabs }, (_, number) => tab(number)));
    await Promise.all(late);
    const { piece, version } = asJson((await victim.ask(`/pieces/${id}`)).text) as Stored;
    const counted = piece.sheet.width - begun;
    // An order whose answer was lost and that was refused afterwards, because another came first, was never carried out.
    if (counted !== done)
      tally.found(counted < done ? 'lost' : 'wrong', `${done} were acknowledged, ${counted} are there`);
    if (version !== counted + 1) tally.found('wrong', `version ${version} after ${counted} changes`);
    // As far as the history reaches.
    const undone = Math.min(counted, historyLength);
    for (let k = 0; k < undone; k++) await undo(victim, id, k);
    const { piece: back } = asJson((await victim.ask(`/pieces/${id}`)).text) as Stored;
    const expected = begun + counted - undone;
    if (back.sheet.width !== expected) tally.found('wrong', `all undone it is ${back.sheet.width}, not ${expected}`);
    tally.note(`${lost} answers lost, ${doubled} orders sent twice, ${refused} refused because another came first`);
  } catch (error) {
    tally.found(error instanceof Hung ? 'hung' : 'wrong', (error as Error).message);
    if (error instanceof Broken) tally.note(victim.said.slice(-600));
  } finally {
    await victim.remove();
  }
  return tally;
}

interface Stored {
  version: number;
  piece: { sheet: { width: number } };
}

async function undo(victim: Victim, id: string, count: number): Promise<void> {
  const { version } = asJson((await victim.ask(`/pieces/${id}`)).text) as Stored;
  await victim.ask(`/pieces/${id}/orders`, { tab: 'one', version, order: { kind: 'undo', id: `undo-${count}` } });
}
