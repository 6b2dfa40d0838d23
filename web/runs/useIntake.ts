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
  /** Takes files in; where a table comes and there are rows, it is asked first where it belongs. */
  take(files: readonly File[]): void;
  /** Files that wait for an answer; null when none do. */
  asked: readonly File[] | null;
  answer(where: WhereTo): void;
  paste(text: string, added: boolean): void;
}

/** Where the rows of a table that comes belong. */
export type WhereTo = 'below' | 'instead' | 'nowhere';

export function useIntake(id: string, { reload, say, rows }: Pick<RunWork, 'reload' | 'say' | 'rows'>): RunIntake {
  const [asked, setAsked] = useState<readonly File[] | null>(null);
  const [notes, setNotes] = useState<string[]>([]);
  const [busy, setBusy] = useState<string | null>(null);
  const [isOver, setOver] = useState(false);
  const tookTable = ({ rows, notes: said }: TakenTable): string[] => [`${rowsIn(rows)} came in.`, ...said];

  const takeAll = async (files: readonly File[], isBelow: boolean): Promise<void> => {
    // Of several tables only the first may come in place of what is there.
    let added = isBelow;
    const told: string[] = [];
    let pictures = 0;
    for (const file of files) {
      setBusy(`Taking in ${file.name}`);
      try {
        if (isTable(file)) {
          told.push(...tookTable(await sendTable(id, file, added)));
          added = true;
        } else {
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
  const take = (files: readonly File[]): void => {
    if (files.length === 0) return;
    if (rows && rows.length > 0 && files.some(isTable)) setAsked(files);
    else void takeAll(files, false);
  };
  return {
    notes,
    asked,
    answer: (where) => {
      setAsked(null);
      if (asked && where !== 'nowhere') void takeAll(asked, where === 'below');
    },
    forget: () => setNotes([]),
    busy,
    isOver,
    drop: {
      onDragOver: () => setOver(true),
      onDragLeave: () => setOver(false),
      onDrop: (event) => {
        setOver(false);
        take([...event.dataTransfer.files]);
      },
    },
    take,
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
