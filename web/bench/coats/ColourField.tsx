import { isColour } from '../../../core/pixels/colour';
import type { Edit } from '../../../core/piece/edits/edit';
import { KeptText } from '../../ui/KeptText';
import { useBench } from '../benchContext';
import { editing } from '../editing';
import { PieceColour } from './PieceColour';

interface ColourFieldProps {
  label: string;
  /** CSS colour. */
  colour: string;
  edit(colour: string): Edit;
  /** A swatch alone, within a sentence. */
  small?: boolean;
}

/** A colour by picker or as a CSS value. */
export function ColourField({ label, colour, edit, small }: ColourFieldProps) {
  const { mayChange, lettering } = useBench();
  const swatch = (
    <PieceColour
      label={label}
      colour={colour}
      small={small}
      undoLabel="Set the colour"
      editKey={`${lettering?.id ?? ''}-${label}`}
      edit={edit}
    />
  );
  if (small) return swatch;
  return (
    <div className="flex items-center gap-2">
      {swatch}
      <KeptText
        label={`${label} as a CSS value`}
        value={colour}
        className="field w-32"
        disabled={!mayChange}
        keep={(next) => isColour(next) && editing.commit('Set the colour', edit(next))}
      />
    </div>
  );
}
