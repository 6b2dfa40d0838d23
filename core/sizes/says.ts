import { quotedName } from '../piece/names';
import type { Piece } from '../piece/schema';
import type { PieceSize } from '../piece/sizeSchema';
import { isOwn } from './edits';

/** What a size has otherwise than the first sheet, as words of a list. */
export function ownSays(piece: Piece, size: PieceSize): string[] {
  const says: string[] = [];
  for (const lettering of piece.letterings) {
    const name = quotedName(lettering);
    if (size.out.includes(lettering.id)) continue;
    if (isOwn(size, 1, lettering.id)) says.push(`lines of ${name}`);
    if (isOwn(size, 2, lettering.id)) says.push(`stance of ${name}`);
  }
  if (isOwn(size, 0, null)) says.push('place of the photograph');
  const names = new Map<string, string>([
    ...piece.letterings.map((one): [string, string] => [one.id, quotedName(one)]),
    ...[...piece.veils, ...piece.glows].map(({ id, name }): [string, string] => [id, name]),
  ]);
  for (const id of size.out) says.push(`${names.get(id) ?? id} left out`);
  return says;
}
