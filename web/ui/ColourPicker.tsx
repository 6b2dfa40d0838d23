import { clampChroma, converter, formatHex, formatHex8, parse } from 'culori';
import { Popover } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { HexAlphaColorPicker, HexColorPicker } from 'react-colorful';
import { KeptText } from './KeptText';

interface ColourPickerProps {
  label: string;
  /** CSS colour. */
  colour: string;
  disabled?: boolean;
  /** Within a sentence. */
  small?: boolean;
  /** The colour may be partly clear. */
  hasAlpha?: boolean;
  onPick(colour: string): void;
  /** What else can be done about the colour, at the foot of the picker. @param close shuts it */
  more?: (pick: (colour: string) => void, close: () => void) => ReactNode;
  onOpen?(): void;
}

/** An opaque colour as six digits, a partly clear one as eight. */
export const shortHex = (colour: string): string =>
  (parse(colour)?.alpha ?? 1) < 1 ? (formatHex8(colour) ?? '#00000000') : (formatHex(colour) ?? '#000000');

const toOklch = converter('oklch');

/** How much lighter one step is, of the range of Oklab's lightness. */
const lightStep = 0.05;

/** A colour a step lighter or darker by eye, in Oklch; as clear as before. */
export function stepped(colour: string, steps: number): string {
  const own = toOklch(parse(colour) ?? '#000000')!;
  const l = Math.min(1, Math.max(0, own.l + steps * lightStep));
  return shortHex(formatHex8({ ...clampChroma({ ...own, l }, 'oklch'), alpha: own.alpha ?? 1 }));
}

/**
 * A swatch that opens a picker: by pointer, by arrow keys, or typed as a CSS colour. What was partly clear stays so.
 */
export function ColourPicker({
  label,
  colour,
  disabled,
  small,
  hasAlpha = true,
  onPick,
  more,
  onOpen,
}: ColourPickerProps) {
  const [isOpen, setIsOpen] = useState(false);
  const Picker = hasAlpha ? HexAlphaColorPicker : HexColorPicker;
  const pick = (next: string): void => onPick(hasAlpha ? shortHex(next) : (formatHex(next) ?? '#000000'));
  return (
    <Popover.Root
      open={isOpen}
      onOpenChange={(open) => {
        if (open) onOpen?.();
        setIsOpen(open);
      }}
    >
      <Popover.Trigger asChild>
        <button
          type="button"
          aria-label={label}
          title={`${label}: ${shortHex(colour)}`}
          disabled={disabled}
          className={`clear-ground border border-rule ${small ? 'inline-block h-4 w-7 translate-y-0.5' : 'h-7 w-12'}`}
        >
          <span className="block h-full w-full" style={{ background: colour }} />
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={8}
          className="z-50 flex flex-col gap-2 rounded-sheet border border-rule bg-card p-3"
          aria-label={label}
          onKeyDown={(event) => event.stopPropagation()}
        >
          <Picker
            color={hasAlpha ? (formatHex8(colour) ?? '#000000ff') : (formatHex(colour) ?? '#000000')}
            onChange={pick}
          />
          <KeptText
            label={`${label}, typed`}
            value={shortHex(colour)}
            className="field"
            keep={(typed) => {
              if (!parse(typed)) return false;
              pick(typed);
              return true;
            }}
            onEnter={() => setIsOpen(false)}
          />
          <div className="flex gap-1">
            <button
              type="button"
              className="plain-button grow justify-center"
              onClick={() => pick(stepped(colour, -1))}
            >
              Darker
            </button>
            <button type="button" className="plain-button grow justify-center" onClick={() => pick(stepped(colour, 1))}>
              Lighter
            </button>
          </div>
          {more?.(pick, () => setIsOpen(false))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
