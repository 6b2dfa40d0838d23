/** Something a person can be told: what happened, and a status for the page. */
export class Problem extends Error {
  constructor(readonly status: 400 | 403 | 404 | 409 | 413 | 415 | 422 | 500, message: string, readonly code?: string) {
    super(message);
  }
}
