import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import type { PieceSummary } from '../../server/store/pieces';
import { day } from '../ui/day';

interface PieceCardProps {
  piece: PieceSummary;
  onOpen(): void;
  onRename(name: string): void;
  onDuplicate(): void;
  /** Makes it again and again, with other words and pictures. */
  onRun(): void;
  onRemove(): void;
}

/** Typing goes on in a field that has just appeared. */
const focusAtOnce = (field: HTMLInputElement | null): void => field?.focus();

/** A piece on the Shelf, with a picture rendered from the piece itself. */
export function PieceCard({ piece, onOpen, onRename, onDuplicate, onRun, onRemove }: PieceCardProps) {
  const [renaming, setRenaming] = useState(false);
  return (
    <li className="rounded-sheet border border-rule bg-card p-2">
      {piece.isReadable ? (
        <button className="block w-full bg-desk" onClick={onOpen} aria-label={`Open ${piece.name}`}>
          <img
            src={`/api/pieces/${piece.id}/thumbnail?version=${piece.version}`}
            alt=""
            className="aspect-[3/2] w-full object-contain"
            loading="lazy"
          />
        </button>
      ) : (
        <p className="flex aspect-[3/2] items-center bg-desk px-4 text-ochre">
          This piece cannot be read: it is damaged, or was made by a newer Inky Veil. It is left as it is.
        </p>
      )}
      <div className="mt-2 flex items-center gap-2 px-1">
        {renaming ? (
          <input
            className="field min-w-0 grow"
            aria-label="Name of the piece"
            ref={focusAtOnce}
            defaultValue={piece.name}
            maxLength={200}
            onFocus={(event) => event.target.select()}
            onKeyDown={(event) => {
              if (event.key === 'Enter') event.currentTarget.blur();
              if (event.key === 'Escape') setRenaming(false);
            }}
            onBlur={(event) => {
              setRenaming(false);
              const name = event.target.value.trim();
              if (name && name !== piece.name) onRename(name);
            }}
          />
        ) : (
          <span className="min-w-0 grow truncate font-semibold" onDoubleClick={() => setRenaming(piece.isReadable)}>
            {piece.name}
          </span>
        )}
        <DropdownMenu.Root modal={false}>
          <DropdownMenu.Trigger className="quiet-button" aria-label={`more: what to do with ${piece.name}`}>
            more
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content
              align="end"
              className="z-30 min-w-40 rounded-sheet border border-rule bg-card p-1"
              onCloseAutoFocus={(event) => renaming && event.preventDefault()}
            >
              {piece.isReadable && (
                <>
                  <Choice name="Rename" onSelect={() => setRenaming(true)} />
                  <Choice name="Duplicate" onSelect={onDuplicate} />
                  <Choice name="Begin a run" onSelect={onRun} />
                  <DropdownMenu.Item asChild>
                    <a
                      className="block rounded-sheet px-2 py-1 data-[highlighted]:bg-desk"
                      href={`/api/pieces/${piece.id}/bundle`}
                      download
                    >
                      Save as a bundle
                    </a>
                  </DropdownMenu.Item>
                </>
              )}
              <Choice name="Remove from the Shelf" onSelect={onRemove} />
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </div>
      <p className="truncate px-1 text-faint">
        {piece.isReadable && `${piece.width} × ${piece.height} px · `}
        {day(piece.updatedAt)}
      </p>
    </li>
  );
}

function Choice({ name, onSelect }: { name: string; onSelect(): void }) {
  return (
    <DropdownMenu.Item
      className="cursor-pointer rounded-sheet px-2 py-1 data-[highlighted]:bg-desk"
      onSelect={onSelect}
    >
      {name}
    </DropdownMenu.Item>
  );
}
