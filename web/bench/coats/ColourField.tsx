import { formatHex } from 'culori';
import { isColour } from '../../../core/pixels/colour';
import type { Edit } from '../../../core/piece/edits/edit';
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
  const swatch = <input type="color" aria-label={label} className={small ? 'h-4 w-7 translate-y-0.5' : 'h-7 w-12'} value={formatHex(colour) ?? '#000000'} disabled={!mayChange} onChange={(event) => editing.soon('Set the colour', `${lettering?.id ?? ''}-${label}`, 'colour', edit(event.target.value))} />;
  if (small) return swatch;
  return (
    <div className="flex items-center gap-2">
      {swatch}
      <input
        key={colour}
        className="field w-32"
        aria-label={`${label} as a CSS value`}
        defaultValue={colour}
        disabled={!mayChange}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Enter') event.currentTarget.blur();
        }}
        onBlur={(event) => {
          const next = event.target.value.trim();
          if (next === colour) return;
          if (isColour(next)) editing.commit('Set the colour', edit(next));
          else event.target.value = colour;
        }}
      />
    </div>
  );
}
