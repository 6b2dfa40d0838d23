import { randomBytes } from 'node:crypto';
import { digestOf } from '../queue/secrets';
import type { Role } from './keys';

/** A session ends this long after it began, ms; whoever works goes on after showing the key again. */
export const sessionMs = 12 * 3600 * 1000;
/** No more are kept; the oldest end first. */
const most = 1000;

/** Who has shown a key. Kept in memory, by digests of their tokens: after a restart keys are shown again. */
export class Sessions {
  private readonly known = new Map<string, { role: Role; until: number }>();

  constructor(private readonly now: () => number = Date.now) {}

  /** @returns the token that the browser keeps */
  begin(role: Role): string {
    const token = randomBytes(32).toString('base64url');
    this.known.set(digestOf(token), { role, until: this.now() + sessionMs });
    for (const [digest] of this.known) {
      if (this.known.size <= most) break;
      this.known.delete(digest);
    }
    return token;
  }

  roleOf(token: string | undefined): Role | null {
    if (!token) return null;
    const digest = digestOf(token);
    const found = this.known.get(digest);
    if (!found) return null;
    if (found.until > this.now()) return found.role;
    this.known.delete(digest);
    return null;
  }

  end(token: string | undefined): void {
    if (token) this.known.delete(digestOf(token));
  }
}
