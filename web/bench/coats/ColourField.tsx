import { formatHex } from 'culori';
import { isColour } from '../../../core/pixels/colour';
import type { Edit } from '../../../core/piece/edits/edit';
import { KeptText } from '../../ui/KeptText';
import { useBench } from '../benchContext';
import { editing } from '../editing';

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
    <input
      type="color"
      aria-label={label}
      className={small ? 'h-4 w-7 translate-y-0.5' : 'h-7 w-12'}
      value={formatHex(colour) ?? '#000000'}
      disabled={!mayChange}
      onChange={(event) =>
        editing.soon('Set the colour', `${lettering?.id ?? ''}-${label}`, 'colour', edit(event.target.value))
      }
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
