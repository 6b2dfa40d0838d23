import { randomBytes } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { digestOf, isSameSecret } from '../queue/secrets';
import { putInPlace } from '../store/putInPlace';

/** What somebody may do: see everything, or change it too. */
export type Role = 'look' | 'work';

/** The keys of a server, as digests: the keys themselves are kept nowhere. */
export type KeyDigests = Record<Role, string>;

/** Where the digests of a server's keys lie; without that file new keys are made at the next start. */
export const keysPath = (dataFolder: string): string => join(dataFolder, 'access-keys.json');

/** The digests that are kept; null where there are none, or where the file has been damaged. */
function keptKeys(path: string): KeyDigests | null {
  try {
    const { look, work } = JSON.parse(readFileSync(path, 'utf8')) as Partial<KeyDigests>;
    return [look, work].every((one) => /^[0-9a-f]{64}$/.test(one ?? '')) ? { look: look!, work: work! } : null;
  } catch {
    return null;
  }
}

/**
 * The keys of a server; made where there are none.
 * @returns `fresh`: the keys themselves when they have just been made, to be shown once; 256 random bits each
 */
export function serverKeys(dataFolder: string): { digests: KeyDigests; fresh: Record<Role, string> | null } {
  const path = keysPath(dataFolder);
  const kept = keptKeys(path);
  if (kept) return { digests: kept, fresh: null };
  const [look, work] = [0, 1].map(() => randomBytes(32).toString('base64url'));
  const digests = { look: digestOf(look), work: digestOf(work) };
  mkdirSync(dataFolder, { recursive: true });
  writeFileSync(`${path}.new`, `${JSON.stringify(digests)}\n`, { mode: 0o600 });
  putInPlace(`${path}.new`, path);
  return { digests, fresh: { look, work } };
}

/** What a key opens; null for one that opens nothing. It takes as long for any that is wrong. */
export function roleOfKey(key: string, digests: KeyDigests): Role | null {
  const own = digestOf(key);
  const [isWork, isLook] = [isSameSecret(own, digests.work), isSameSecret(own, digests.look)];
  if (isWork) return 'work';
  return isLook ? 'look' : null;
}
