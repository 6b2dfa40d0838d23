import type { Lettering } from './schema';

/** What a lettering is called: by its words, or by its name where it is a shape or has none. */
export function nameOf({ name, words }: Lettering): string {
  return words.shape ? name : words.text.replace(/\n/g, ' / ').trim() || name;
}
