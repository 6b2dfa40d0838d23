import { useState } from 'react';
import { useBench } from '../../benchContext';
import { CoatList } from '../../coats/CoatList';

/**
 * Coats on the sheet itself: a gradient, a texture, a picture. Folded away until there are some, or some are wanted.
 */
export function SheetCoats() {
  const { coats } = useBench().piece.sheet;
  const [open, setOpen] = useState(coats.length > 0);
  return (
    <div>
      <button className="quiet-button -ml-1" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? 'Fold the coats of the sheet' : 'A gradient or a texture on the sheet'}
      </button>
      {open && (
        <CoatList
          at={{ of: 'sheet' }}
          of="of the sheet"
          empty="Nothing but its paint. A coat laid on here shows wherever no photograph covers the sheet."
        />
      )}
    </div>
  );
}
