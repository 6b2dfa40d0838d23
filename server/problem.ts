/** Something a person can be told: what happened, and a status for the page. */
export class Problem extends Error {
  constructor(
    readonly status: 400 | 401 | 403 | 404 | 409 | 410 | 413 | 415 | 422 | 500 | 507,
    message: string,
    readonly code?: string,
  ) {
    super(message);
  }
}

/** Of the file system and of SQLite, whose shared memory cannot grow on a full disk either. */
const diskFull = ['ENOSPC', 'EDQUOT', 'SQLITE_FULL', 'SQLITE_IOERR_SHMSIZE'];
const cannotBeWritten = ['EACCES', 'EPERM', 'EROFS', 'SQLITE_READONLY', 'SQLITE_CANTOPEN'];

/**
 * What a person is told of an error: a full disk is named as such, whoever ran into it; null where there is nothing
 * better to say.
 */
export function problemOf(error: unknown): Problem | null {
  if (error instanceof Problem) return error;
  const { code, message } = error as { code?: string; message?: string };
  const is = (codes: readonly string[]): boolean => codes.includes(code ?? '');
  if (is(diskFull) || /no space left on device/i.test(message ?? ''))
    return new Problem(507, 'The disk is full. Nothing was changed; make room and try again.');
  if (is(cannotBeWritten))
    return new Problem(507, 'The data folder cannot be written to. Nothing was changed; see to its permissions.');
  return null;
}
