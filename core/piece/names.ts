import type { Lettering } from './schema';

/** What a lettering is called: by its words, or by its name where it is a shape or has none. */
export function nameOf({ name, words }: Lettering): string {
  return words.shape ? name : words.text.replace(/\n/g, ' / ').trim() || name;
}

/** The same between quotation marks, no longer than a sentence bears. */
export function quotedName(lettering: Lettering): string {
  const name = nameOf(lettering);
  return `“${name.length > 22 ? `${name.slice(0, 20).trimEnd()}…` : name}”`;
}
