import { formatHex } from 'culori';
import { isColour } from '../../../../core/pixels/colour';
import { setSolid } from '../../../../core/piece/edits/things';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';

export function Slip() {
  const { lettering } = useBench();
  if (!lettering) return <p className="text-faint">Set a word first (line 1).</p>;
  const colour = lettering.ink.coats[lettering.ink.coats.length - 1]?.colour ?? '#1f2328';
  const set = (next: string) => setSolid(lettering.id, { colour: next });
  return (
    <div className="flex items-center gap-2">
      <input type="color" aria-label="Colour of the ink" className="h-7 w-12" value={formatHex(colour) ?? '#000000'} onChange={(event) => editing.soon('Set the colour', `ink-${lettering.id}`, 'colour', set(event.target.value))} />
      <input
        key={colour}
        className="field w-32"
        aria-label="Colour as a CSS value"
        defaultValue={colour}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Enter') event.currentTarget.blur();
        }}
        onBlur={(event) => {
          const next = event.target.value.trim();
          if (next === colour) return;
          if (isColour(next)) editing.commit('Set the colour', set(next));
          else event.target.value = colour;
        }}
      />
      <span className="text-faint">or pick it above the sheet</span>
    </div>
  );
}
