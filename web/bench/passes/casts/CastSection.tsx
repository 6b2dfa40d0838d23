import type { ReactNode } from 'react';
import type { Lettering } from '../../../../core/piece/schema';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { castEdit, castsEdit, type CastKinds } from './edits';

interface CastSectionProps<Kind extends keyof CastKinds> {
  kind: Kind;
  name: string;
  lettering: Lettering;
  first(): CastKinds[Kind];
  children: ReactNode;
}

/** One thing that words throw: on or off, shown or hidden, and its sentence. */
export function CastSection<Kind extends keyof CastKinds>({
  kind,
  name,
  lettering,
  first,
  children,
}: CastSectionProps<Kind>) {
  const { mayChange } = useBench();
  const cast = lettering.casts[kind];
  const lower = name.toLowerCase();
  return (
    <div>
      <div className="flex items-center justify-between gap-2">
        <label className="flex h-7 items-center gap-2">
          <input
            type="checkbox"
            disabled={!mayChange}
            checked={cast !== null}
            onChange={({ target: { checked } }) =>
              editing.commit(
                checked ? `Add ${lower}` : `Remove ${lower}`,
                castsEdit(lettering)({ [kind]: checked ? first() : null }),
              )
            }
          />
          {name}
        </label>
        {cast && (
          <button
            className="quiet-button"
            disabled={!mayChange}
            aria-pressed={!cast.shown}
            onClick={() =>
              editing.commit(
                cast.shown ? `Hide ${lower}` : `Show ${lower}`,
                castEdit(lettering, kind)({ shown: !cast.shown } as Partial<CastKinds[Kind]>),
              )
            }
          >
            {cast.shown ? 'Hide for a look' : 'Show again'}
          </button>
        )}
      </div>
      {cast && children}
    </div>
  );
}
