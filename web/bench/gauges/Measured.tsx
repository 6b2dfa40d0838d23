import type { ReactNode } from 'react';
import { useBench } from '../benchContext';

/** What was measured: of the picture as it is now, or faint and struck out while that is being measured. */
export function Measured({ children }: { children: ReactNode }) {
  const { isMeasured } = useBench();
  return (
    <div aria-busy={!isMeasured} data-testid="measured" className={isMeasured ? '' : 'being-measured'}>
      {!isMeasured && (
        <span role="status" className="sr-only">
          Being measured
        </span>
      )}
      {children}
    </div>
  );
}
