import { useState } from 'react';
import { useBench } from '../benchContext';
import { editing } from '../editing';
import { SheetChoice } from './SheetChoice';
import { SizesSheet } from './SizesSheet';

/** Which sheet is on the bench, where there are several; and all of them side by side. */
export function SizeChoice() {
  const { whole, size } = useBench();
  const [open, setOpen] = useState(false);
  return (
    <>
      <SheetChoice label="Size on the bench" whole={whole} size={size} onChoose={(id) => editing.workOn(id)} />
      <button className="plain-button" onClick={() => setOpen(true)}>
        Sizes
      </button>
      {open && <SizesSheet onClose={() => setOpen(false)} />}
    </>
  );
}
