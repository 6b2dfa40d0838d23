import { passes as ours, type Passes } from '../passes';
import type { Piece } from '../piece/schema';

/** Lines that a piece can be looked at without; the others say what there is at all. */
export const linesToLeaveOut = [3, 4, 5, 6, 7, 8, 9] as const;

/** A piece with nothing on one line of the ticket, for a look: what points at what is gone may be left. */
export function withoutLine(piece: Piece, line: number, passes: Passes = ours): Piece {
  const plain: Record<string, unknown> = {};
  for (const pass of Object.values(passes.picture))
    // What stands on the depth line is left out there, and planes are what words stand in.
    if (pass.line === line && line > 6)
      for (const [name, document] of Object.entries(pass.documents))
        if (!document.lists?.inDepth) plain[name] = document.plain({ text: '', sheet: piece.sheet });
  const inDepth = idsInDepth(piece, line, passes);
  const ofLetterings = Object.entries(passes.lettering).filter(([, pass]) => pass.line === line);
  const letterings = piece.letterings.map((one) => ({
    ...one,
    ...Object.fromEntries(
      ofLetterings.map(([field, { document }]) => [
        field,
        document.empty?.() ?? document.plain({ text: one.words.text, sheet: piece.sheet }),
      ]),
    ),
  }));
  return { ...piece, ...plain, letterings, depth: piece.depth.filter((id) => !inDepth.has(id)) } as Piece;
}

/** What a line has put on the depth line. */
function idsInDepth(piece: Piece, line: number, passes: Passes = ours): Set<string> {
  const lists = Object.values(passes.picture).flatMap((pass) =>
    pass.line === line
      ? Object.entries(pass.documents).flatMap(([name, { lists: listed }]) => (listed?.inDepth ? [name] : []))
      : [],
  );
  const ids = lists.flatMap((name) => (piece as unknown as Record<string, { id: string }[]>)[name].map(({ id }) => id));
  return new Set(ids);
}
