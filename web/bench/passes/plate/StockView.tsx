import { ColourPicker } from '../../../ui/ColourPicker';
import { useEffect, useRef, useState } from 'react';
import { contrastLimit } from '../../../../core/passes/ink/contrast';
import { nameOf } from '../../../../core/piece/names';
import { Problem } from '../../../ui/Problem';
import { Sheet } from '../../../ui/Sheet';
import { useBench } from '../../benchContext';
import type { SeenOnStock } from '../../workers/renderWorker';

/** Longer side of each picture, px; on dense screens they are a little soft, which does not matter for reading. */
const side = 420;

/** The piece on white, black and coloured stock side by side, with how far each lettering stands off. */
export function StockView() {
  const { piece, mayChange } = useBench();
  const [open, setOpen] = useState(false);
  const [other, setOther] = useState(
    piece.sheet.paint && !['#ffffff', '#000000'].includes(piece.sheet.paint) ? piece.sheet.paint : '#b23a2e',
  );
  const stocks = [
    { name: 'White', paint: '#ffffff' },
    { name: 'Black', paint: '#000000' },
    { name: 'Coloured', paint: other },
  ];
  return (
    <>
      <button
        className="plain-button self-start"
        disabled={!mayChange && piece.letterings.length === 0}
        onClick={() => setOpen(true)}
      >
        See it on white, black and coloured stock
      </button>
      <Sheet
        title="On stock"
        note="What the sheet is made of shows wherever no photograph covers it. The weakest tenth of each contour is measured."
        open={open}
        onClose={() => setOpen(false)}
        wide
      >
        <div className="grid grid-cols-3 gap-4">
          {stocks.map((stock) => (
            <OnStock key={stock.name} {...stock} />
          ))}
        </div>
        <label className="mt-3 flex items-center gap-2">
          Colour of the third{' '}
          <ColourPicker
            label="Colour of the third stock"
            colour={other}
            hasAlpha={false}
            onPick={(colour) => setOther(colour)}
          />
        </label>
      </Sheet>
    </>
  );
}

function OnStock({ name, paint }: { name: string; paint: string }) {
  const { renderer, piece } = useBench();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [seen, setSeen] = useState<SeenOnStock | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let current = true;
    // A colour that is being dragged through is drawn once it rests.
    const timer = window.setTimeout(() => {
      renderer.onStock(paint, side).then(
        (next) => current && setSeen(next),
        (error: unknown) => current && setProblem(error instanceof Error ? error.message : 'This could not be drawn.'),
      );
    }, 120);
    return () => {
      current = false;
      window.clearTimeout(timer);
    };
  }, [renderer, paint, piece]);
  useEffect(() => {
    if (seen && canvas.current) canvas.current.getContext('2d')!.drawImage(seen.bitmap, 0, 0);
  }, [seen]);
  return (
    <figure aria-label={`On ${name.toLowerCase()} stock`}>
      {problem && <Problem>{problem}</Problem>}
      {seen ? (
        <canvas
          ref={canvas}
          width={seen.bitmap.width}
          height={seen.bitmap.height}
          className="w-full border border-rule"
        />
      ) : (
        <p className="flex h-32 items-center justify-center bg-desk text-faint">Being drawn</p>
      )}
      <figcaption className="mt-1">
        <b>{name}</b>
        {seen?.contrast.map(({ lettering, difference }) => {
          const found = piece.letterings.find(({ id }) => id === lettering);
          const isGood = difference !== null && difference >= contrastLimit;
          return (
            <div key={lettering} className="flex justify-between gap-2">
              <span className="truncate">{found && nameOf(found)}</span>
              <span className={`whitespace-nowrap ${isGood ? '' : 'text-ochre'}`}>
                {difference === null ? 'no edge' : `${difference.toFixed(0)} L*${isGood ? '' : ', hard to read'}`}
              </span>
            </div>
          );
        })}
      </figcaption>
    </figure>
  );
}
