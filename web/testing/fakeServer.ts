import { blankPiece } from '../../core/piece/blank';
import { addPlate } from '../../core/piece/edits/items';
import type { Order } from '../../core/piece/orders';
import type { Piece } from '../../core/piece/schema';
import { applyPatchesTo } from '../../core/testing/patches';

type Question = Record<string, unknown>;

/** Answers by the last part of their path; each may wait, refuse or be lost. */
type Answers = Record<string, (order: Question) => unknown>;

/** A made-up SHA-256 for a file of that name. */
export const hash = (text: string): string => Buffer.from(text).toString('hex').padEnd(64, '0').slice(0, 64);

/** The answer of a server that refuses. */
export const refused = Symbol('refused');

/** The server as `fetch` reaches it, for tests: keeps pieces as it should, and answers solvers as a test wants it. */
export class FakeServer {
  piece: Piece;
  version = 1;
  private steps: Extract<Order, { kind: 'edit' }>[] = [];
  private historyAt = 0;
  answers: Answers = {};
  /** What solvers were asked, in order. */
  readonly asked: { to: string; order: Question }[] = [];

  constructor() {
    this.piece = blankPiece('jars', { width: 400, height: 300, ppi: 300, paint: '#ffffff' });
    addPlate({ kind: 'plate', name: 'photo', sha256: hash('photo') }, { scale: 1, x: 0, y: 0 })(this.piece);
  }

  readonly fetch = async (input: RequestInfo | URL, init?: RequestInit): Promise<Response> => {
    const path = String(input);
    const order = JSON.parse(String(init?.body ?? '{}')) as Question;
    if (path === '/api/pieces/p') return json(this.stored());
    if (path.endsWith('/orders')) return json(this.carryOut(order.order as Order));
    const to = path.split('/').at(-1)!;
    this.asked.push({ to, order });
    const answer = await this.answers[to](order);
    return answer === refused ? json({ message: 'This cannot be done.' }, 422) : json(answer);
  };

  private carryOut(order: Order): { version: number; savedAt: number } {
    if (order.kind === 'edit') {
      this.steps = [...this.steps.slice(0, this.historyAt), order];
      this.historyAt = this.steps.length;
    }
    if (order.kind === 'edit' || order.kind === 'settle')
      this.piece = applyPatchesTo(this.piece, order.patches as never);
    if (order.kind === 'undo') this.piece = applyPatchesTo(this.piece, this.steps[--this.historyAt].inverse as never);
    if (order.kind === 'redo') this.piece = applyPatchesTo(this.piece, this.steps[this.historyAt++].patches as never);
    return { version: ++this.version, savedAt: 0 };
  }

  /** What is in force of its history. */
  get labels(): string[] {
    return this.steps.slice(0, this.historyAt).map(({ label }) => label);
  }

  private stored() {
    const { piece, version } = this;
    return { id: 'p', piece, version, savedAt: 0, history: [], historyAt: 0, first: 0 };
  }
}

const json = (body: unknown, status = 200): Response =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });

/** Until it is so, one turn of the event loop after the other. */
export async function until(condition: () => boolean): Promise<void> {
  while (!condition()) await new Promise((resolve) => setImmediate(resolve));
}
