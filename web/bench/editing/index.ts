import { api, ask } from '../../api/client';
import { store } from '../../store';
import { Editing } from './Editing';

/** This tab, for as long as it is open. */
export const tabId = crypto.randomUUID();

/** How long an answer may take before the order is sent again, ms. */
const patience = 20000;

/** The editing of the piece on the bench. */
export const editing = new Editing({
  store,
  open: (id) => ask(api.pieces[':id'].$get({ param: { id } })),
  historyStep: (id, place) => ask(api.pieces[':id'].history[':place'].$get({ param: { id, place: String(place) } })),
  send: (id, version, order) =>
    ask(
      api.pieces[':id'].orders.$post(
        { param: { id }, json: { tab: tabId, version, order } },
        { init: { signal: AbortSignal.timeout(patience) } },
      ),
    ),
  after(ms, call) {
    const timer = setTimeout(call, ms);
    return () => clearTimeout(timer);
  },
});

/** Asks before the page is left while something is not in the store yet. */
export function guardLeaving(): void {
  window.addEventListener('beforeunload', (event) => {
    editing.flush();
    if (editing.unsaved) event.preventDefault();
  });
}

/** Until nothing is being solved for the piece any more, or waiting is given up. @throws Error when it is */
export function whenSolved(signal?: AbortSignal): Promise<void> {
  return new Promise((resolve, reject) => {
    const look = (): void => {
      if (store.getState().bench.queued > 0) return;
      stop();
      resolve();
    };
    const stop = store.subscribe(() => look());
    signal?.addEventListener('abort', () => {
      stop();
      reject(new Error('Cancelled.'));
    });
    look();
  });
}
