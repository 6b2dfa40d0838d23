import type Database from 'better-sqlite3';
import type { Piece } from '../../core/piece/schema';
import { Problem } from '../problem';

/**
 * Whether two states say the same as JSON would: a field that is undefined is not there. What both share is not looked
 * into, so it costs as much as what differs.
 */
export function sameAsJson(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return a === b;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  if (Array.isArray(a))
    return a.length === (b as unknown[]).length && a.every((one, i) => sameAsJson(one, (b as unknown[])[i]));
  const [one, other] = [a, b] as Record<string, unknown>[];
  const names = new Set([...Object.keys(one), ...Object.keys(other)]);
  for (const name of names) if (!sameAsJson(one[name], other[name])) return false;
  return true;
}

/** The way back of an edit must lead back: otherwise an undo, much later, would break the piece. @throws Problem 422 */
export function checkWayBack(before: Piece, back: unknown): void {
  if (sameAsJson(before, back)) return;
  throw new Problem(
    422,
    'This change says a way back that does not lead back, so it could not be undone. Nothing was changed.',
    'no-way-back',
  );
}

/** Files that a change brings into a piece must be in the store, as what they are used as. @throws Problem 422 */
export function checkNewAssets(database: Database.Database, before: Piece, after: Piece): void {
  const kind = database.prepare<[string], { kind: string }>('select kind from assets where sha256 = ?');
  for (const [key, asset] of Object.entries(after.assets)) {
    const { sha256 } = asset;
    if (!sha256 || before.assets[key]?.sha256 === sha256) continue;
    const found = kind.get(sha256);
    if (found?.kind === asset.kind) continue;
    const why = found ? `is a ${found.kind}, not a ${asset.kind}` : 'is not in the store';
    throw new Problem(422, `The file “${asset.name}” ${why}. Nothing was changed.`, 'unknown-file');
  }
}
