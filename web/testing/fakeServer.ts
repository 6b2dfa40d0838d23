import { blankPiece } from '../../core/piece/blank';
import { addPlate } from '../../core/piece/edits/items';
import type { Piece } from '../../core/piece/schema';
import { applyPatchesTo } from '../../core/testing/patches';

type Order = Record<string, unknown>;

/** Answers by the last part of their path; each may wait, refuse or be lost. */
type Answers = Record<string, (order: Order) => unknown>;

/** A made-up SHA-256 for a file of that name. */
export const hash = (text: string): string => Buffer.from(text).toString('hex').padEnd(64, '0').slice(0, 64);

/** The server as `fetch` reaches it, for tests: keeps pieces as it should, and answers solvers as a test wants it. */
export class FakeServer {
  piece: Piece;
  version = 1;
  labels: string[] = [];
  answers: Answers = {};
  /** What solvers were asked, in order. */
  readonly asked: { to: string; order: Order }[] = [];

  constructor() {
    this.piece = blankPiece('jars', { width: 400, height: 300, ppi: 300, paint: '#ffffff' });
    addPlate({ kind: 'plate', name: 'photo', sha256: hash('photo') }, { scale: 1, x: 0, y: 0 })(this.piece);
  }

  readonly fetch = async (input: RequestInfo | URL, init?: RequestInit): Promise<Response> => {
    const path = String(input);
    const order = JSON.parse(String(init?.body ?? '{}')) as Order;
    if (path === '/api/pieces/p') return json(this.stored());
    if (path.endsWith('/edits')) {
      this.piece = applyPatchesTo(this.piece, order.patches as never);
      this.labels.push(order.label as string);
      return json({ version: ++this.version, savedAt: 0 });
    }
    const to = path.split('/').at(-1)!;
    this.asked.push({ to, order });
    return json(await this.answers[to](order));
  };

  private stored() {
    const { piece, version } = this;
    return { id: 'p', piece, version, savedAt: 0, history: [], historyAt: 0 };
  }
}

const json = (body: unknown, status = 200): Response =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });

/** Until it is so, one turn of the event loop after the other. */
export async function until(condition: () => boolean): Promise<void> {
  while (!condition()) await new Promise((resolve) => setImmediate(resolve));
}
