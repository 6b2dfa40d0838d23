/** Longest path data that is taken, characters; and how far a coordinate may lie from the origin. */
export const longestPathData = 200000;
const farthest = 1e7;

/** How many numbers each command takes; the sixth and further ones of an arc are its end. */
const takes: Readonly<Record<string, number>> = { M: 2, L: 2, H: 1, V: 1, C: 6, S: 4, Q: 4, T: 2, A: 7, Z: 0 };

const between = new Set([' ', '\t', '\n', '\f', '\r', ',']);
// No two parts of it can match the same text, so that it never tries the same twice.
const number = /[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][+-]?\d{1,4})?/y;

/** Ends that a command adds beside the one that it begins at: a curve has further ones between. */
const endsOf = (command: string, given: number): number => {
  if (command === 'M') return given > 2 ? 1 : 0;
  return 'CSQTA'.includes(command) ? 2 : 1;
};

/**
 * Whether a text is SVG path data (SVG 2, 9.3) with numbers that can be drawn. Reads it once from end to end and works
 * nothing out of it.
 */
export function isPathData(data: string): boolean {
  if (data.length > longestPathData) return false;
  let command = '';
  let [given, ends, at] = [0, 0, 0];
  const isWhole = (): boolean => {
    const wanted = takes[command.toUpperCase()] ?? 0;
    return wanted === 0 ? given === 0 : given > 0 && given % wanted === 0;
  };
  for (;;) {
    while (between.has(data[at])) at++;
    if (at >= data.length) break;
    const letter = data[at];
    if (letter.toUpperCase() in takes) {
      if (command === '' ? letter.toUpperCase() !== 'M' : !isWhole()) return false;
      [command, given] = [letter, 0];
      at++;
      continue;
    }
    const place = given % 7;
    // The two flags of an arc may be written without anything between them.
    const isFlag = command.toUpperCase() === 'A' && (place === 3 || place === 4);
    number.lastIndex = at;
    const found = isFlag ? /[01]/.exec(letter)?.[0] : number.exec(data)?.[0];
    if (found === undefined || command === '' || takes[command.toUpperCase()] === 0) return false;
    if (!(Math.abs(Number(found)) <= farthest)) return false;
    at += found.length;
    given++;
    if (isWhole()) ends += endsOf(command.toUpperCase(), given);
  }
  return command !== '' && isWhole() && ends >= 2;
}
