import { getConnInfo } from '@hono/node-server/conninfo';
import type { Context } from 'hono';
import { Attempts } from './attempts';
import { roleOfKey, type KeyDigests, type Role } from './keys';
import { Sessions } from './sessions';

/** What came of showing a key: what it opens, or how long to wait before the next one is looked at, ms. */
export type Shown = { role: Role } | { waitMs: number };

/** Who may do what on a server that other machines can reach. */
export class Access {
  readonly sessions: Sessions;
  private readonly attempts: Attempts;

  constructor(
    private readonly digests: KeyDigests,
    now: () => number = Date.now,
  ) {
    this.sessions = new Sessions(now);
    this.attempts = new Attempts(now);
  }

  /** Looks at a key that an address shows; after too many wrong ones it has to wait, whatever it shows. */
  show(key: string, address: string): Shown {
    const waitMs = this.attempts.waitOf(address);
    if (waitMs > 0) return { waitMs };
    const role = roleOfKey(key, this.digests);
    if (role) {
      this.attempts.right(address);
      return { role };
    }
    this.attempts.wrong(address);
    return { waitMs: 0 };
  }
}

/** Where a request comes from; one word for all where that cannot be told. */
export function addressOf(context: Context): string {
  try {
    return getConnInfo(context).remote.address ?? 'unknown';
  } catch {
    return 'unknown';
  }
}
