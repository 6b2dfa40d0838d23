// The demo pieces as they were before lines 7 and 8: browser tests compare single px with the ink's own colour, so their
// words throw nothing and have no grain. What a test is about it sets itself.
import Database from 'better-sqlite3';
import { join } from 'node:path';

/** Written by `demo/making/finished.ts`. */
const finished = ['woven', 'low-sun', 'down-the-wall', 'on-linen', 'tucked-in', 'window', 'through-and-in-front'];
/** Their lamp came with their light. */
const lampless = new Set(['woven', 'down-the-wall', 'tucked-in']);

const flatPiece = (name, piece) => ({
  ...piece,
  ...(lampless.has(name) && { lamp: null }),
  planes: [],
  veils: piece.veils.map((veil) => ({
    ...veil,
    shadow: veil.shadow && { ...veil.shadow, obeys: false },
    graft: veil.graft && { ...veil.graft, shadow: veil.graft.shadow && { ...veil.graft.shadow, obeys: false } },
  })),
  letterings: piece.letterings.map((one) => ({
    ...one,
    focus: undefined,
    casts: undefined,
    drape: { ...one.drape, plane: null },
  })),
});

/** Changes the pieces of a studio that is not running. */
export function layFlat(data) {
  const database = new Database(join(data, 'inky-veil.sqlite'));
  const read = database.prepare('SELECT body FROM pieces WHERE id = ?');
  const write = database.prepare('UPDATE pieces SET body = ? WHERE id = ?');
  for (const name of finished) {
    const id = `demo-${name}`;
    write.run(JSON.stringify(flatPiece(name, JSON.parse(read.get(id).body))), id);
  }
  database.close();
}
