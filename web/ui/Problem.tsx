import { TriangleAlert } from 'lucide-react';
import type { ReactNode } from 'react';

/** What went wrong, what was kept, and what to do. */
export function Problem({ children, onDismiss }: { children: ReactNode; onDismiss?(): void }) {
  return (
    <div role="alert" className="flex items-start gap-2 rounded-sheet border border-iron bg-white px-3 py-2">
      <TriangleAlert size={16} className="mt-0.5 shrink-0 text-iron" aria-hidden />
      <div className="grow">{children}</div>
      {onDismiss && (
        <button className="quiet-button" onClick={onDismiss}>
          Dismiss
        </button>
      )}
    </div>
  );
}
