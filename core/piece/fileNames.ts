/** Characters that no file's name may have on one of the systems that people use. */
const forbidden = /[\p{Cc}<>:"/\\|?*]/gu;
const longestName = 120;
/** Names that one of those systems keeps for itself. */
const reserved = /^(con|prn|aux|nul|com\d|lpt\d)$/i;

/** A text as part of a file's name on every system: nothing in it leads to another folder. */
export function fileNamePart(text: string): string {
  const plain = text.normalize('NFC').replace(/\s+/g, ' ').replace(forbidden, '-').trim();
  const bare = [...plain]
    .slice(0, longestName)
    .join('')
    .replace(/^[.\s]+|[.\s]+$/g, '');
  return reserved.test(bare) ? `${bare}-` : bare;
}

/** What a pattern can name of a row. */
export interface Named {
  /** From 1. */
  number: number;
  /** How many rows there are: numbers are as long as the last one. */
  count: number;
  piece: string;
  /** By the columns' names. */
  values: Readonly<Record<string, string>>;
}

/**
 * A file's name without its ending, by a pattern such as `{number} {Name}`: `{number}`, `{piece}`, and every column by
 * its name, whatever its case. What is empty leaves nothing; a name that would be empty is the number.
 */
export function fileNameOf(pattern: string, { number, count, piece, values }: Named): string {
  const known = new Map(Object.entries(values).map(([name, value]) => [name.trim().toLowerCase(), value]));
  const digits = String(number).padStart(String(count).length, '0');
  const filled = pattern.replace(/\{([^{}]*)\}/g, (_, name: string) => {
    const asked = name.trim().toLowerCase();
    if (asked === 'number') return digits;
    return fileNamePart(asked === 'piece' ? piece : (known.get(asked) ?? ''));
  });
  return fileNamePart(filled) || digits;
}

/**
 * Names in a row, each once: what would have the name of another gets a number, whatever the letters' case.
 * @param numbered writes a name with its number
 */
export function distinctNames(
  names: readonly string[],
  numbered = (name: string, number: number): string => `${name} ${number}`,
): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    let free = name;
    for (let number = 2; taken.has(free.toLowerCase()); number++) free = numbered(name, number);
    taken.add(free.toLowerCase());
    return free;
  });
}

/** The same for files, as `Ada (2)`. */
export const distinctFileNames = (names: readonly string[]): string[] =>
  distinctNames(names, (name, number) => `${name} (${number})`);
