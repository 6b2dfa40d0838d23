import { Popover } from 'radix-ui';
import { useEffect, useState } from 'react';
import { setFace } from '../../../../core/piece/edits/things';
import type { Lettering } from '../../../../core/piece/schema';
import type { StoredAsset } from '../../../api/files';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';

const loading = new Map<string, Promise<void>>();
const familyOf = (face: StoredAsset): string => `face-${face.sha256.slice(0, 12)}`;

/** Makes a face of the store usable in the page. */
function load(face: StoredAsset): Promise<void> {
  let known = loading.get(face.sha256);
  if (!known) {
    known = fetch(`/api/assets/${face.sha256}/file`)
      .then((response) => response.arrayBuffer())
      .then((bytes) => new FontFace(familyOf(face), bytes).load())
      .then((loaded) => void document.fonts.add(loaded));
    loading.set(face.sha256, known);
  }
  return known;
}

/** The faces, each shown in itself with the words that are being set. */
export function FaceChooser({ lettering }: { lettering: Lettering }) {
  const { faces, piece } = useBench();
  const [open, setOpen] = useState(false);
  const [, setReady] = useState(0);
  useEffect(() => {
    if (open) for (const face of faces) void load(face).then(() => setReady((count) => count + 1), () => undefined);
  }, [open, faces]);
  const current = piece.assets[lettering.words.face];
  const sample = lettering.words.text.split('\n')[0].slice(0, 12) || 'Words';
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="plain-button grow justify-between" aria-label="Face">
        {current?.name}
        <span className="text-faint">change</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content align="start" sideOffset={4} className="z-30 max-h-96 w-72 overflow-auto rounded-sheet border border-rule bg-card p-1" onKeyDown={(event) => event.key !== 'Escape' && event.stopPropagation()}>
          {faces.map((face) => (
            <button
              key={face.sha256}
              className={`block w-full rounded-sheet px-2 py-1 text-left hover:bg-desk ${face.sha256 === current?.sha256 ? 'border-l-2 border-iron' : ''}`}
              onClick={() => {
                setOpen(false);
                editing.commit(`Set in ${face.name}`, setFace(lettering.id, { kind: 'face', name: face.name, sha256: face.sha256 }));
              }}
            >
              <span className="block truncate text-2xl leading-8" style={{ fontFamily: familyOf(face) }}>
                {sample}
              </span>
              <span className="text-faint">{face.name}</span>
            </button>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
