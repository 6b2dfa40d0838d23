import { passes as ours, type Passes } from '../passes';
import { letteringDocuments, pictureDocuments } from './schema';

/**
 * The fields that passes own of a piece, for the format's documentation: Markdown, made from what each pass says of its
 * part.
 */
export function formatFields(passes: Passes = ours): string {
  const described = (documents: Record<string, { describes: string }>): string[] =>
    Object.values(documents).map(({ describes }) => describes.trim());
  const letterings = ['**`letterings`** - blocks of words. `id`; `name`;', ...described(letteringDocuments(passes))];
  return [letterings.join('\n\n'), ...described(pictureDocuments(passes))].join('\n\n');
}

/** Where the generated part begins and ends in the documentation. */
export const formatMarks = {
  begin: '<!-- Made from the passes by: npm run format-docs -->',
  end: '<!-- End of what is made from the passes -->',
};
