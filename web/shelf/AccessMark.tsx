import type { AccessHere } from '../api/access';

/** On a server with keys: what whoever is here may do, and the way out. */
export function AccessMark({ mayWork, hasKeys }: AccessHere) {
  if (!hasKeys) return null;
  const leave = (): void => {
    void fetch('/logout', { method: 'POST', redirect: 'manual' }).then(() => location.assign('/login'));
  };
  return (
    <>
      {!mayWork && <span className="text-faint">You may look, not change</span>}
      <button className="quiet-button" onClick={leave}>
        Log out
      </button>
    </>
  );
}
