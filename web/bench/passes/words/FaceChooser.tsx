import { Popover } from 'radix-ui';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { inAddress } from '../../../../core/type/wellFormed';
import type { Lettering } from '../../../../core/piece/schema';
import { familyOf, loadFace } from '../../../api/faces';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { changedWords } from './wordsEdit';

/** The faces, each shown in itself with the words that are being set. */
export function FaceChooser({ lettering }: { lettering: Lettering }) {
  const bench = useBench();
  const { faces, piece } = bench;
  const [open, setOpen] = useState(false);
  const [, setReady] = useState(0);
  useEffect(() => {
    if (open)
      for (const face of faces)
        void loadFace(face).then(
          () => setReady((count) => count + 1),
          () => undefined,
        );
  }, [open, faces]);
  const current = piece.assets[lettering.words.face];
  const sample = lettering.words.text.split('\n')[0].slice(0, 12) || 'Words';
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="plain-button grow justify-between">
        <span>
          <span className="sr-only">Face: </span>
          {current?.name}
        </span>
        <span className="text-faint">change</span>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          className="z-30 max-h-96 w-72 overflow-auto rounded-sheet border border-rule bg-card p-1"
          onKeyDown={(event) => event.key !== 'Escape' && event.stopPropagation()}
        >
          <Link to={`/faces?words=${inAddress(sample)}`} className="block px-2 py-1 text-faint underline">
            Compare them in the type case
          </Link>
          {faces.map((face) => (
            <button
              key={face.sha256}
              className={`block w-full rounded-sheet px-2 py-1 text-left hover:bg-desk ${face.sha256 === current?.sha256 ? 'border-l-2 border-iron' : ''}`}
              onClick={() => {
                setOpen(false);
                editing.commit(`Set in ${face.name}`, changedWords(bench, lettering, { face, axes: {}, features: {} }));
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
