import { useEffect, useState } from 'react';
import { api, ask } from './client';

/** What whoever is here may do. */
export interface AccessHere {
  mayWork: boolean;
  /** Whether this server asks for keys. */
  hasKeys: boolean;
}

/** Until it is known, and where it cannot be told, everything: what is refused says so itself. */
export function useAccess(): AccessHere {
  const [access, setAccess] = useState<AccessHere>({ mayWork: true, hasKeys: false });
  useEffect(() => {
    ask(api.access.$get()).then(
      ({ role, hasKeys }) => setAccess({ mayWork: role === 'work', hasKeys }),
      () => undefined,
    );
  }, []);
  return access;
}
