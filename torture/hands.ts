import { createHash } from 'node:crypto';
import { deflateSync } from 'node:zlib';
import { pngChunk, pngSignature, words } from '../server/codecs/pngFile';
import type { Chance } from './chance';
import type { Tally } from './tally';
import { asJson, Broken, faultOf, Hung, type Answer, type Victim } from './victim';

/** A piece as one hand knows it: what was acknowledged, and what was on its way when the connection broke. */
interface Known {
  id: string;
  version: number;
  width: number;
  pending: number | null;
}

const path = ['sheet', 'width'];
/**
 * One person's work, at random: begins pieces, edits them, takes in photographs and bundles, exports, cuts, fills tables.
 * Remembers what was acknowledged; `check` says what of it is not there.
 */
export class Hand {
  private readonly pieces: Known[] = [];
  private readonly gone = new Set<string>();
  private readonly plates = new Set<string>();
  private readonly rows = new Map<string, string>();
  private orders = 0;

  constructor(
    private readonly victim: Victim,
    private readonly chance: Chance,
    private readonly tally: Tally,
    private readonly name: string,
  ) {}

  /** Does one thing. @throws Broken, Hung */
  async act(): Promise<void> {
    this.tally.tried();
    const what = this.chance.part();
    if (this.pieces.length === 0 || what < 0.05) return this.begin();
    if (what < 0.55) return this.edit();
    if (what < 0.67) return this.takeIn();
    if (what < 0.75) return this.table();
    if (what < 0.81) return this.exported();
    if (what < 0.87) return this.bundle();
    if (what < 0.92) return this.cut();
    if (what < 0.96) return this.duplicate();
    return this.remove();
  }

  /** Asks, and says what is wrong with the answer. */
  private async ask(to: string, body?: unknown, method?: string): Promise<Answer> {
    const answer = await this.victim.ask(to, body, method);
    const fault = faultOf(answer);
    if (fault) this.tally.found('wrong', `${to} ${fault}`);
    return answer;
  }

  private async begin(): Promise<void> {
    const width = this.chance.whole(40, 400);
    const sheet = { width, height: 60, ppi: 72, paint: '#ffffff' };
    const { status, text } = await this.ask('/pieces', { name: `${this.name} ${this.pieces.length}`, sheet });
    if (status === 201) this.pieces.push({ id: this.idIn(text), version: 1, width, pending: null });
  }

  private idIn(text: string): string {
    return (asJson(text) as { id: string }).id;
  }

  private async edit(): Promise<void> {
    const piece = this.chance.one(this.pieces);
    const value = this.chance.whole(40, 4000);
    const order = {
      kind: 'edit',
      id: `${this.name}-${++this.orders}`,
      label: `width ${value}`,
      patches: [{ op: 'replace', path, value }],
      inverse: [{ op: 'replace', path, value: piece.width }],
    };
    piece.pending = value;
    const { status, text } = await this.ask(`/pieces/${piece.id}/orders`, {
      tab: this.name,
      version: piece.version,
      order,
    });
    piece.pending = null;
    if (status !== 200) return;
    piece.version = (asJson(text) as { version: number }).version;
    piece.width = value;
  }

  private async takeIn(): Promise<void> {
    const bytes = smallPng(this.chance);
    const { status, text } = await this.ask(`/assets?kind=plate&name=${this.name}.png`, bytes);
    if (status !== 202) return;
    const done = await this.jobDone((asJson(text) as { job: { id: string } }).job.id);
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    if (done) this.plates.add(sha256);
  }

  /** Waits for a job. @returns whether it was done; false for one that failed with a sentence */
  private async jobDone(id: string): Promise<boolean> {
    const said = await this.victim.jobEnd(id);
    const fault = faultOf(said);
    if (fault) this.tally.found('wrong', `a job ${fault}`);
    return said.status === 200;
  }

  private async table(): Promise<void> {
    const { status, text } = await this.ask('/runs', { piece: 'demo-series' });
    if (status !== 201) return;
    const id = this.idIn(text);
    const name = `Name ${this.chance.whole(0, 1e6)}`;
    const filled = await this.ask(`/runs/${id}/text`, { text: `Name\n${name}` });
    if (filled.status < 300) this.rows.set(id, name);
    if (this.chance.happens(0.5)) await this.ask(`/runs/${id}/work`, { kind: 'make', rows: null });
  }

  private async exported(): Promise<void> {
    const { id } = this.chance.one(this.pieces);
    const format = this.chance.one(['png', 'jpeg', 'tiff', 'pdf', 'openraster']);
    const { status, text } = await this.ask(`/pieces/${id}/exports`, { format, ppi: 72 });
    if (status !== 202) return;
    const { id: job } = asJson(text) as { id: string };
    if ((await this.jobDone(job)) && !(await this.victim.bytes(`/jobs/${job}/file`))?.length)
      this.tally.found('wrong', `an export as ${format} is done and gives no file`);
  }

  private async bundle(): Promise<void> {
    const { id, width } = this.chance.one(this.pieces);
    const bytes = await this.victim.bytes(`/pieces/${id}/bundle`);
    if (!bytes) return;
    const { status, text } = await this.ask('/pieces/bundle', bytes);
    if (status === 201) this.pieces.push({ id: this.idIn(text), version: 1, width, pending: null });
  }

  private async cut(): Promise<void> {
    const [sha256] = [...this.plates].slice(-1);
    if (sha256) await this.ask('/cuts/stand-out', { plate: sha256 });
  }

  private async duplicate(): Promise<void> {
    const { id, width } = this.chance.one(this.pieces);
    const { status, text } = await this.ask(`/pieces/${id}/duplicate`, {});
    if (status === 201) this.pieces.push({ id: this.idIn(text), version: 1, width, pending: null });
  }

  private async remove(): Promise<void> {
    if (this.pieces.length < 4) return;
    const at = this.chance.whole(0, this.pieces.length - 1);
    const [{ id }] = this.pieces.splice(at, 1);
    const { status } = await this.ask(`/pieces/${id}`, undefined, 'DELETE');
    if (status === 200) this.gone.add(id);
  }

  /** Says what was acknowledged and is not there. @throws Broken, Hung */
  async check(): Promise<void> {
    for (const piece of this.pieces) {
      const { status, text } = await this.victim.ask(`/pieces/${piece.id}`);
      const { version, piece: stored } = asJson(text) as { version: number; piece?: { sheet: { width: number } } };
      const width = stored?.sheet.width;
      if (status !== 200 || version < piece.version || (width !== piece.width && width !== piece.pending))
        this.tally.found(
          'lost',
          `piece ${piece.id}: ${status}, version ${version} of ${piece.version}, width ${width} of ${piece.width}`,
        );
      if (stored && width !== undefined) Object.assign(piece, { version, width, pending: null });
    }
    const listed = await this.listed();
    for (const id of this.gone)
      if (listed.includes(id)) this.tally.found('wrong', `piece ${id} was removed and is there`);
    for (const sha256 of this.plates) {
      const bytes = await this.victim.bytes(`/assets/${sha256}/file`);
      const found = bytes ? createHash('sha256').update(bytes).digest('hex') : 'nothing';
      if (found !== sha256) this.tally.found('lost', `a photograph that was taken in: ${found} of ${sha256}`);
      if (!(await this.victim.bytes(`/assets/${sha256}/tiles/0/0/0`)))
        this.tally.found('lost', 'the pixels of a photograph that was taken in');
    }
    for (const [id, name] of this.rows) {
      const { text } = await this.victim.ask(`/runs/${id}/rows`);
      if (!text.includes(name)) this.tally.found('lost', `a row of run ${id}`);
    }
  }

  private async listed(): Promise<string[]> {
    return (asJson((await this.victim.ask('/pieces')).text) as { id: string }[]).map(({ id }) => id);
  }
}

/** A photograph of one colour and some noise: no two alike. */
export function smallPng(chance: Chance): Uint8Array {
  const [width, height] = [chance.whole(8, 90), chance.whole(8, 90)];
  const rows = Buffer.alloc(height * (1 + 3 * width));
  for (let y = 0; y < height; y++) rows.set(chance.bytes(3 * width), y * (1 + 3 * width) + 1);
  return Buffer.concat([
    Uint8Array.from(pngSignature),
    pngChunk('IHDR', Buffer.concat([words(width, height), Uint8Array.of(8, 2, 0, 0, 0)])),
    pngChunk('IDAT', deflateSync(rows)),
    pngChunk('IEND', new Uint8Array(0)),
  ]);
}

/** Goes on until the server is gone, or `isOver`. What hangs is counted. */
export async function workOn(hand: Hand, tally: Tally, isOver: () => boolean): Promise<void> {
  while (!isOver()) {
    try {
      await hand.act();
    } catch (error) {
      if (error instanceof Hung) tally.found('hung', error.message);
      else if (!(error instanceof Broken)) throw error;
      else return;
    }
  }
}
