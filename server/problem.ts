/** Something a person can be told: what happened, and a status for the page. */
export class Problem extends Error {
  constructor(
    readonly status: 400 | 403 | 404 | 409 | 413 | 415 | 422 | 500 | 507,
    message: string,
    readonly code?: string,
  ) {
    super(message);
  }
}

/**
 * What a person is told of an error: a full disk is named as such, whoever ran into it; null where there is nothing
 * better to say.
 */
export function problemOf(error: unknown): Problem | null {
  if (error instanceof Problem) return error;
  const { code, message } = error as { code?: string; message?: string };
  const full =
    code === 'ENOSPC' || code === 'EDQUOT' || code === 'SQLITE_FULL' || /no space left on device/i.test(message ?? '');
  return full ? new Problem(507, 'The disk is full. Nothing was changed; make room and try again.') : null;
}
