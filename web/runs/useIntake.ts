import { useState } from 'react';
import { pasteTable, sendPictures, sendTable, type TakenTable } from '../api/runs';
import type { RunWork } from './useRun';
import { rowsIn } from './says';

const isTable = ({ name }: File): boolean => /\.(csv|tsv|txt|xlsx)$/i.test(name);

/** Tables and pictures that are brought, by a button or dropped anywhere on the page. */
export interface RunIntake {
  /** What came of it, as sentences. */
  notes: string[];
  forget(): void;
  /** What is being taken in; null when nothing is. */
  busy: string | null;
  isOver: boolean;
  drop: Pick<React.HTMLAttributes<HTMLElement>, 'onDragOver' | 'onDragLeave' | 'onDrop'>;
  take(files: readonly File[], added?: boolean): void;
  paste(text: string, added: boolean): void;
}

export function useIntake(id: string, { reload, say }: Pick<RunWork, 'reload' | 'say'>): RunIntake {
  const [notes, setNotes] = useState<string[]>([]);
  const [busy, setBusy] = useState<string | null>(null);
  const [isOver, setOver] = useState(false);
  const tookTable = ({ rows, notes: said }: TakenTable): string[] => [`${rowsIn(rows)} came in.`, ...said];

  const takeAll = async (files: readonly File[], added: boolean): Promise<void> => {
    const told: string[] = [];
    let pictures = 0;
    for (const file of files) {
      setBusy(`Taking in ${file.name}`);
      try {
        if (isTable(file)) told.push(...tookTable(await sendTable(id, file, added)));
        else {
          const taken = await sendPictures(id, file);
          pictures += taken.pictures.length;
          told.push(...taken.refused.map(({ name, says }) => `${name}: ${says}`));
        }
      } catch (error) {
        told.push(`${file.name}: ${error instanceof Error ? error.message : 'It could not be taken in.'}`);
      }
    }
    if (pictures > 0) told.unshift(`${pictures} ${pictures === 1 ? 'picture' : 'pictures'} came in.`);
    setBusy(null);
    setNotes(told);
    await reload();
  };
  return {
    notes,
    forget: () => setNotes([]),
    busy,
    isOver,
    drop: {
      onDragOver: () => setOver(true),
      onDragLeave: () => setOver(false),
      onDrop: (event) => {
        setOver(false);
        const files = [...event.dataTransfer.files];
        if (files.length > 0) void takeAll(files, false);
      },
    },
    take: (files, added = false) => void takeAll(files, added),
    paste: (text, added) => {
      pasteTable(id, text, added).then(
        async (taken) => {
          setNotes(tookTable(taken));
          await reload();
        },
        (error: unknown) => say(error instanceof Error ? error.message : 'This is not a table.'),
      );
    },
  };
}
