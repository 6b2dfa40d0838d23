import { covers, type FaceFacts } from './faceFacts';
import { scriptOf } from './scripts';

/** Characters that every face sets, or that show nothing. */
const silent = /[\p{Cf}\p{Cc}\p{Z}]/u;

/** The characters of a text that a face has no letter for, each once. */
export function missingLetters(text: string, has: (codePoint: number) => boolean): string[] {
  return [...new Set(text)].filter((character) => !silent.test(character) && !has(character.codePointAt(0)!));
}

/**
 * Faces that help out where the chosen one has no letter: as few as possible, and for the letters of one script rather
 * one
 * face for all of them.
 * @param missing characters
 * @param candidates in the order in which they are preferred
 * @returns the helpers, and the characters that none of the candidates has
 */
export function helpersFor<Candidate>(
  missing: readonly string[],
  candidates: readonly Candidate[],
  has: (candidate: Candidate, codePoint: number) => boolean,
): { helpers: Candidate[]; nowhere: string[] } {
  const helpers: Candidate[] = [];
  const nowhere: string[] = [];
  const scripts = [...new Set(missing.map(scriptOf))];
  for (const script of scripts) {
    let open = missing.filter((character) => scriptOf(character) === script);
    while (open.length > 0) {
      const counted = candidates.map(
        (candidate) =>
          open.filter((character) => has(candidate, character.codePointAt(0)!)).length +
          Number(helpers.includes(candidate)) * 0.5,
      );
      const best = candidates[counted.indexOf(Math.max(...counted))];
      const left = best === undefined ? open : open.filter((character) => !has(best, character.codePointAt(0)!));
      if (best === undefined || left.length === open.length) {
        nowhere.push(...open);
        break;
      }
      if (!helpers.includes(best)) helpers.push(best);
      open = left;
    }
  }
  return { helpers, nowhere };
}

/** A face of the type case: its file, and what it can set. */
export interface CaseFace {
  name: string;
  sha256: string;
  facts: Pick<FaceFacts, 'coverage'>;
}

/** The faces that words need besides their own, and the letters that no face of the type case has. */
export function helpFor<Face extends CaseFace>(
  { text, upperCase }: { text: string; upperCase: boolean },
  face: Face | undefined,
  faces: readonly Face[],
): { helpers: Face[]; nowhere: string[] } {
  if (!face) return { helpers: [], nowhere: [] };
  const shown = upperCase ? text.toUpperCase() : text;
  const missing = missingLetters(shown, (codePoint) => covers(face.facts.coverage, codePoint));
  return helpersFor(
    missing,
    faces.filter(({ sha256 }) => sha256 !== face.sha256),
    (other, codePoint) => covers(other.facts.coverage, codePoint),
  );
}
