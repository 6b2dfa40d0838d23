/** When something was, as people say it: its day and the time. */
export const day = (at: number): string =>
  new Date(at).toLocaleString([], { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
