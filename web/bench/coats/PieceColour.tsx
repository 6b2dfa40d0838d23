import { formatHex8, parse } from 'culori';
import { Pipette } from 'lucide-react';
import { useState } from 'react';
import { coloursOf, placeName, placesOf, recolour, type ColourPlace } from '../../../core/piece/edits/colours';
import type { Edit } from '../../../core/piece/edits/edit';
import { ColourPicker, shortHex } from '../../ui/ColourPicker';
import { useBench } from '../benchContext';
import { editing } from '../editing';
import { openEye } from '../view/eyeChoice';

interface PieceColourProps {
  label: string;
  /** CSS colour. */
  colour: string;
  /** What is undone by. */
  undoLabel: string;
  /** Changes under one key, and the same part of it, are kept together. */
  editKey: string;
  edit(colour: string): Edit;
  disabled?: boolean;
  small?: boolean;
  hasAlpha?: boolean;
}

/** How many of the piece's colours are offered. */
const offered = 12;

/**
 * A colour of the piece: picked, typed, lighter or darker, one of those that the piece has already, or one of the
 * photograph; where it stands in several places, in all of them at once.
 */
export function PieceColour({ undoLabel, editKey, edit, ...picker }: PieceColourProps) {
  const { piece, mayChange } = useBench();
  const [opened, setOpened] = useState<{ colours: string[]; places: ColourPlace[] }>({ colours: [], places: [] });
  const [together, setTogether] = useState(false);
  const { label, colour, hasAlpha = true } = picker;
  const isShared = opened.places.length > 1;
  const pick = (next: string): void =>
    editing.soon(
      undoLabel,
      editKey,
      'colour',
      isShared && together ? both(edit(next), recolour(opened.places, next)) : edit(next),
    );
  const open = (): void => {
    setOpened({ colours: ['#ffffff', '#000000', ...coloursOf(piece)], places: placesOf(piece, colour) });
    setTogether(false);
  };
  const take = (found: string): void => {
    const alpha = parse(colour)?.alpha ?? 1;
    const kept = hasAlpha ? shortHex(formatHex8({ ...parse(found)!, alpha })) : found;
    editing.commit(undoLabel, isShared && together ? both(edit(kept), recolour(opened.places, kept)) : edit(kept));
  };
  return (
    <ColourPicker
      {...picker}
      disabled={picker.disabled ?? !mayChange}
      onOpen={open}
      onPick={pick}
      more={(choose, close) => (
        <>
          <div className="flex max-w-52 flex-wrap gap-1" role="group" aria-label="White, black and the piece’s colours">
            {[...new Set(opened.colours.map(shortHex))].slice(0, offered).map((one) => (
              <button
                key={one}
                type="button"
                aria-label={one}
                title={one}
                className="clear-ground h-6 w-6 border border-faint"
                onClick={() => choose(one)}
              >
                <span className="block h-full w-full" style={{ background: one }} />
              </button>
            ))}
          </div>
          <button
            type="button"
            className="plain-button justify-center"
            onClick={() => {
              close();
              openEye(label, take);
            }}
          >
            <Pipette size={14} aria-hidden /> From the photo
          </button>
          {isShared && (
            <label className="flex max-w-52 items-start gap-1">
              <input
                type="checkbox"
                className="mt-1"
                checked={together}
                onChange={({ target: { checked } }) => setTogether(checked)}
              />
              <span>
                in all {opened.places.length} places:{' '}
                {[...new Set(opened.places.map((place) => placeName(piece, place)))].join(', ')}
              </span>
            </label>
          )}
        </>
      )}
    />
  );
}

const both =
  (first: Edit, second: Edit): Edit =>
  (piece) => {
    first(piece);
    second(piece);
  };
