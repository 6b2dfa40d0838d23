import type { ReactNode } from 'react';
import { setKeeping } from '../../../../core/piece/edits/steady';
import type { Lettering } from '../../../../core/piece/schema';
import type { Region } from '../../../../core/pixels/region';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';

const names = { across: 'centred across', down: 'centred down', width: 'within a width', height: 'within a height' };

interface KeptButtonProps {
  lettering: Lettering;
  what: 'across' | 'down';
  children: ReactNode;
}

/** Centres the words, and keeps them so when they change; pressed again they are free. */
export function KeptButton({ lettering: { id, stance }, what, children }: KeptButtonProps) {
  const { mayChange, lettersOf } = useBench();
  const isKept = stance.keeping?.[what] ?? false;
  return (
    <button
      className="plain-button"
      disabled={!mayChange}
      aria-pressed={isKept}
      title={
        isKept
          ? `Kept ${names[what]} when the words change; press to let go`
          : `Stays ${names[what]} when the words change`
      }
      onClick={() =>
        editing.commit(
          isKept ? `No longer kept ${names[what]}` : `Keep ${names[what]}`,
          setKeeping(id, { [what]: !isKept }, lettersOf),
        )
      }
    >
      {children}
    </button>
  );
}

/** How wide and high the words may become. @param box of the ink as it stands, sheet px */
export function KeptWithin({ lettering: { id, stance }, box }: { lettering: Lettering; box: Region }) {
  const { mayChange, lettersOf } = useBench();
  return (
    <p className="leading-7">
      Whatever the words,{' '}
      {(['width', 'height'] as const).map((side, i) => {
        const kept = stance.keeping?.[side] ?? null;
        return (
          <span key={side}>
            {i > 0 && ', '}
            {kept === null ? (
              <button
                className="quiet-button"
                disabled={!mayChange}
                onClick={() =>
                  editing.commit(`Keep ${names[side]}`, setKeeping(id, { [side]: Math.ceil(box[side]) }, lettersOf))
                }
              >
                keep their {side}
              </button>
            ) : (
              <>
                no {side === 'width' ? 'wider' : 'higher'} than{' '}
                <EditedValue
                  label={`Kept ${side}`}
                  value={kept}
                  unit="px"
                  min={1}
                  edit={(value) => setKeeping(id, { [side]: value }, lettersOf)}
                />{' '}
                <button
                  className="quiet-button"
                  disabled={!mayChange}
                  onClick={() =>
                    editing.commit(`No longer ${names[side]}`, setKeeping(id, { [side]: null }, lettersOf))
                  }
                >
                  Let go
                </button>
              </>
            )}
          </span>
        );
      })}
      .
    </p>
  );
}
