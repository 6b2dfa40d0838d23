import { useMemo } from 'react';
import type { Look } from '../../core/render/compile';
import { useAppSelector, type RootState } from '../store';
import { passesOfLine } from './passes';

/** What the passes of the open line want to be seen, by their names. */
const looksOf = (state: RootState, line: number | null): Record<string, object> =>
  Object.fromEntries(
    passesOfLine(line).flatMap(({ name, look }) => {
      const wanted = look?.(state);
      return wanted ? [[name, wanted]] : [];
    }),
  );

/** How the piece is looked at; the same object for as long as nothing about it changes. */
export function useLook(line: number | null): Look {
  const before = useAppSelector(({ bench }) => bench.before);
  const withoutLine = useAppSelector(({ bench }) => bench.withoutLine);
  const wipe = useAppSelector(({ bench }) => bench.wipe);
  const without = useAppSelector(({ bench }) => bench.without);
  const halfStrength = useAppSelector(({ bench }) => bench.halfStrength);
  const isFaint = useAppSelector((state) => passesOfLine(line).some(({ fadesLetters }) => fadesLetters?.(state)));
  const strip = useAppSelector((state) =>
    JSON.stringify(
      passesOfLine(line)
        .map((pass) => pass.strip?.(state))
        .find((one) => one) ?? null,
    ),
  );
  const passes = useAppSelector((state) => JSON.stringify(looksOf(state, line)));
  return useMemo<Look>(
    () => ({
      before: before || undefined,
      withoutLine: withoutLine ?? undefined,
      wipe: wipe
        ? { at: wipe.at, other: wipe.line === null ? { before: true } : { withoutLine: wipe.line } }
        : undefined,
      without: without ?? undefined,
      lettersStrength: halfStrength || isFaint ? 0.5 : undefined,
      strip: (JSON.parse(strip) as Look['strip'] | null) ?? undefined,
      passes: JSON.parse(passes) as Record<string, unknown>,
    }),
    [before, withoutLine, wipe, without, halfStrength, isFaint, strip, passes],
  );
}
