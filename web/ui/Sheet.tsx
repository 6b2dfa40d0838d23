import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

/** A question or a form in front of the page. Escape and its button close it. */
export function Sheet({
  title,
  note,
  open,
  onClose,
  children,
  wide,
}: {
  title: string;
  note?: string;
  open: boolean;
  onClose(): void;
  children: ReactNode;
  wide?: boolean;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          className={`fixed left-1/2 top-16 z-40 max-h-[85vh] -translate-x-1/2 overflow-auto rounded-sheet border border-rule bg-card p-5 ${wide ? 'w-[760px]' : 'w-[460px]'} max-w-[94vw]`}
          onKeyDown={(event) => event.stopPropagation()}
          {...(note ? {} : { 'aria-describedby': undefined })}
        >
          <Dialog.Close className="quiet-button absolute right-3 top-3" aria-label="Close" title="Close: Esc">
            <X size={16} aria-hidden />
          </Dialog.Close>
          <Dialog.Title className="pr-8 font-title text-xl">{title}</Dialog.Title>
          {note && <Dialog.Description className="mt-1 text-faint">{note}</Dialog.Description>}
          <div className="mt-4">{children}</div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
