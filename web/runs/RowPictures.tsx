import { useEffect, useState } from 'react';
import { keepOfPicture, rowPictures, type RowPicture, type RunRow } from '../api/runs';
import { Quantity } from '../ui/Quantity';
import { messageOf } from '../ui/messageOf';

/** The pictures that a row names: pointing at one says what must be seen of it. */
export function RowPictures({ run, row, say }: { run: string; row: RunRow; say(problem: string): void }) {
  const [pictures, setPictures] = useState<RowPicture[]>([]);
  const named = JSON.stringify(row.cells);
  useEffect(() => {
    let isCurrent = true;
    rowPictures(run, row.id).then(
      (found) => isCurrent && setPictures(found),
      // What is wrong with the server is told by the rows.
      () => undefined,
    );
    return () => {
      isCurrent = false;
    };
  }, [run, row.id, named]);
  const keep = (name: string, at: [number, number] | null): void => {
    setPictures((now) => now.map((picture) => (picture.name === name ? { ...picture, keep: at } : picture)));
    keepOfPicture(run, name, at).catch((error: unknown) => say(messageOf(error)));
  };
  if (pictures.length === 0) return null;
  return (
    <div className="flex flex-col gap-3">
      {pictures.map((picture) => (
        <PictureKeep
          key={`${picture.slot} ${picture.name}`}
          picture={picture}
          onKeep={(at) => keep(picture.name, at)}
        />
      ))}
    </div>
  );
}

const middle: [number, number] = [0.5, 0.5];

function PictureKeep({ picture, onKeep }: { picture: RowPicture; onKeep(at: [number, number] | null): void }) {
  const { slot, name, sha256, keep } = picture;
  const [x, y] = keep ?? middle;
  const part = (value: number): number => Math.round(Math.min(1, Math.max(0, value)) * 1000) / 1000;
  return (
    <figure>
      <figcaption className="label truncate" title={name}>
        {slot}: {name}
      </figcaption>
      <button
        className="relative mt-1 block cursor-crosshair"
        aria-label={`Point at what must be seen of ${name}`}
        title="Point at what must be seen"
        onClick={(event) => {
          // A press by key has no place.
          if (event.detail === 0) return onKeep(middle);
          const box = event.currentTarget.getBoundingClientRect();
          onKeep([part((event.clientX - box.left) / box.width), part((event.clientY - box.top) / box.height)]);
        }}
      >
        <img src={`/api/assets/${sha256}/thumbnail`} alt="" className="max-h-40 max-w-full border border-rule" />
        {keep && (
          <span
            className="pointer-events-none absolute h-4 w-4 -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-iron bg-card/40"
            style={{ left: `${x * 100}%`, top: `${y * 100}%` }}
          />
        )}
      </button>
      {keep ? (
        <p className="mt-1">
          Seen is what lies{' '}
          <Quantity
            label="From the left"
            value={x * 100}
            unit="%"
            min={0}
            max={100}
            onCommit={(value) => onKeep([part(value / 100), y])}
          />{' '}
          from the left,{' '}
          <Quantity
            label="From the top"
            value={y * 100}
            unit="%"
            min={0}
            max={100}
            onCommit={(value) => onKeep([x, part(value / 100)])}
          />{' '}
          from the top.{' '}
          <button className="quiet-button" onClick={() => onKeep(null)}>
            Look for it instead
          </button>
        </p>
      ) : (
        <p className="mt-1 text-faint">What stands out is looked for. Point at what must be seen.</p>
      )}
    </figure>
  );
}
