import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** Where the token of a server's workers lies. */
export const tokenPath = (dataFolder: string): string => join(dataFolder, 'worker-token');

/** What workers must show; made when it is asked for first, readable by the server's own user only. */
export function workerToken(dataFolder: string): string {
  const path = tokenPath(dataFolder);
  try {
    const known = readFileSync(path, 'utf8').trim();
    if (known.length >= 32) return known;
  } catch {
    // There is none yet.
  }
  const token = randomBytes(32).toString('base64url');
  writeFileSync(path, `${token}\n`, { mode: 0o600 });
  return token;
}

/** A secret as it may be kept: nobody gets from it to the secret, which is as random as its digest. */
export const digestOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');

/** Whether two secrets are the same; takes as long for any that is wrong. */
export function isSameSecret(a: string, b: string): boolean {
  const digest = (text: string): Buffer => createHash('sha256').update(text).digest();
  return timingSafeEqual(digest(a), digest(b));
}
