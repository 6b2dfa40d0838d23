import { useState } from 'react';
import { mostVersions } from '../../../core/versions/limits';
import { Problem } from '../../ui/Problem';
import { Sheet } from '../../ui/Sheet';
import { useBench } from '../benchContext';
import { useVersions } from './useVersions';
import { VersionCard } from './VersionCard';

/** The versions of the piece side by side: the present state is kept, another is taken on, two are mixed. */
export function VersionsSheet({ onClose }: { onClose(): void }) {
  const { id, mayChange } = useBench();
  const { versions, problem, isBusy, again, keep, rename, remove } = useVersions(id);
  const count = versions?.length ?? 0;
  const isFull = count >= mostVersions;
  return (
    <Sheet
      title="Versions"
      note="Named states of this piece. Each keeps everything; taking one on is a step that can be undone."
      open
      onClose={onClose}
      wide
    >
      <div className="flex flex-col gap-4">
        <KeepForm
          disabled={!mayChange || isBusy || isFull}
          first={nameFor(versions?.map(({ name }) => name) ?? [])}
          onKeep={keep}
        />
        {isFull && <p className="text-ochre">There are {mostVersions} versions, as many as a piece can have.</p>}
        {problem && <Problem onDismiss={again}>{problem}</Problem>}
        {versions === null && !problem && <p className="text-faint">Looking for versions</p>}
        {versions?.length === 0 && (
          <p className="text-faint">
            No version yet. Keep the piece as it is now under a name, change it, and keep that too: then they can be
            compared, and the better one taken on.
          </p>
        )}
        {versions && versions.length > 0 && (
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(220px,1fr))] gap-3" aria-label="Versions">
            {versions.map((version) => (
              <VersionCard
                key={version.id}
                version={version}
                disabled={!mayChange || isBusy}
                onRename={(name) => void rename(version.id, name)}
                onRemove={() => void remove(version.id)}
                onTaken={onClose}
              />
            ))}
          </ul>
        )}
      </div>
    </Sheet>
  );
}

/** A name that none of them has. */
export function nameFor(names: readonly string[]): string {
  let number = names.length + 1;
  while (names.includes(`Version ${number}`)) number++;
  return `Version ${number}`;
}

interface KeepProps {
  disabled: boolean;
  /** What it is called where nothing is typed. */
  first: string;
  onKeep(name: string): Promise<boolean>;
}

function KeepForm({ disabled, first, onKeep }: KeepProps) {
  const [name, setName] = useState('');
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void onKeep(name.trim() || first).then((isKept) => isKept && setName(''));
      }}
    >
      <input
        className="field min-w-0 grow"
        aria-label="Name of the new version"
        placeholder={first}
        maxLength={80}
        value={name}
        disabled={disabled}
        onChange={({ target }) => setName(target.value)}
      />
      <button className="strong-button" disabled={disabled}>
        Keep the present state
      </button>
    </form>
  );
}
