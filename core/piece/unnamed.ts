import type { Piece } from './schema';

/** What a piece is called that nobody has named. */
export const unnamed = 'New piece';

/** Longest name that a piece gets from its words, characters. */
const longest = 60;

const nameFrom = (text: string): string => text.split('\n')[0].trim().slice(0, longest);

/** A piece that nobody has named is called by its first words, for as long as its name is theirs; in place. */
export function nameByWords(piece: Piece, lettering: string, before: string, after: string): void {
  if (piece.letterings[0]?.id !== lettering) return;
  const isTheirs = piece.name === unnamed || (nameFrom(before) !== '' && piece.name === nameFrom(before));
  if (isTheirs) piece.name = nameFrom(after) || unnamed;
}
