import { changePart } from '../../../../core/piece/edits/items';
import type { BlendMode } from '../../../../core/kernels/blend/modes';
import type { Lettering } from '../../../../core/piece/schema';
import { Choice } from '../../../ui/Choice';
import { useBench } from '../../benchContext';
import { modeNames } from '../../coats/names';
import { editing } from '../../editing';

/** How the ink, or all of the lettering as one, lies on what is below. */
export function InkLaying({ lettering: { id, ink, outlines } }: { lettering: Lettering }) {
  const { mayChange } = useBench();
  const hasParts = ink.panel !== null || outlines.list.length > 0 || ink.together !== null;
  return (
    <p className="leading-7">
      {ink.together === null && !ink.panel?.knockout && (
        <>
          The ink lies on the photo in{' '}
          <Choice
            label="Blend mode of the ink"
            inSentence
            value={ink.mode}
            options={modeNames}
            disabled={!mayChange}
            onChoose={(mode) => void editing.commit('Set the blend mode of the ink', changePart(id, 'ink', { mode }))}
          />
          .{' '}
        </>
      )}
      {hasParts && (
        <>
          Panel, ink and outlines lie on the photo{' '}
          <Choice<BlendMode | 'each'>
            label="How panel, ink and outlines lie on the photo"
            inSentence
            value={ink.together ?? 'each'}
            options={{
              each: 'each by itself',
              ...(Object.fromEntries(
                Object.entries(modeNames).map(([mode, name]) => [mode, `as one, ${name}`]),
              ) as Record<BlendMode, string>),
            }}
            disabled={!mayChange}
            onChoose={(mode) =>
              void editing.commit('Change blending', changePart(id, 'ink', { together: mode === 'each' ? null : mode }))
            }
          />
          .
        </>
      )}
    </p>
  );
}
