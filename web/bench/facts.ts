import type { store as benchStore } from '../store';

/**
 * Writes on the page's root what a test, or another program, has to wait for: `data-revision`, which counts what may be
 * seen;
 * `data-pending`, how many changes and steps of history are not answered yet; `data-solving`, how much work on veils is
 * under way; and `data-saved-version`, the version of the piece that is.
 */
export function publishFacts(store: typeof benchStore): void {
  const { dataset } = document.documentElement;
  const publish = (): void => {
    const { revision, pending, version, queued } = store.getState().bench;
    dataset.revision = String(revision);
    dataset.pending = String(pending);
    dataset.solving = String(queued);
    dataset.savedVersion = String(version);
  };
  publish();
  store.subscribe(publish);
}
