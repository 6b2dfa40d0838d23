import { api, ask } from '../../api/client';
import { store } from '../../store';
import { Editing } from './Editing';

/** This tab, for as long as it is open. */
export const tabId = crypto.randomUUID();

/** The editing of the piece on the bench. */
export const editing = new Editing({
  store,
  server: {
    open: (id) => ask(api.pieces[':id'].$get({ param: { id } })),
    edit: (id, version, change) =>
      ask(api.pieces[':id'].edits.$post({ param: { id }, json: { tab: tabId, version, ...change } })),
    step: (id, direction, version) =>
      ask(api.pieces[':id'][direction].$post({ param: { id }, json: { tab: tabId, version } })),
  },
  after(ms, call) {
    const timer = window.setTimeout(call, ms);
    return () => window.clearTimeout(timer);
  },
});

/** Asks before the page is left while something is not in the store yet. */
export function guardLeaving(): void {
  window.addEventListener('beforeunload', (event) => {
    editing.flush();
    if (editing.unsaved) event.preventDefault();
  });
}
