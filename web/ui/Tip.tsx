import { Tooltip } from 'radix-ui';
import type { ReactNode } from 'react';

/** A tooltip that names an action and its key. */
export function Tip({ text, children }: { text: string; children: ReactNode }) {
  return (
    <Tooltip.Root>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content sideOffset={4} className="z-50 max-w-72 rounded-sheet bg-ink px-2 py-1 text-card">
          {text}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}
