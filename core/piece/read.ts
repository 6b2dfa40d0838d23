import { z } from 'zod';
import { pieceSchema, pieceVersion, type Piece } from './schema';

/** A piece that cannot be read; the message says why, for a person. */
export class PieceError extends Error {}

/** Steps from one version of the format to the next, by the version they start from. */
const migrations: Record<number, (piece: Record<string, unknown>) => Record<string, unknown>> = {
  // Version 2 only adds: what a piece of version 1 leaves out takes its default.
  1: (piece) => ({ ...piece, version: 2 }),
  // Version 3: a veil has a list of cuts; before, it had contours and perhaps a matte, which were added up.
  2: (piece) => ({ ...piece, version: 3, veils: eachVeil(piece.veils, withCuts) }),
  // Version 4 only adds: grafts, painted lifts, smooth stretches, coats of every kind.
  3: (piece) => ({ ...piece, version: 4 }),
  // Version 5 only adds: panels, outlines, collages, grades.
  4: (piece) => ({ ...piece, version: 5 }),
  // Version 6: how a cut is combined with those before it is its operation; it subtracts where it used to take away.
  5: (piece) => ({ ...piece, version: 6, veils: eachVeil(piece.veils, withOperations) }),
};

type Fields = Record<string, unknown>;

const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null;

/** What is no list of veils is left for the schema to refuse. */
const eachVeil = (veils: unknown, change: (veil: Fields) => Fields): unknown =>
  Array.isArray(veils) ? veils.map((veil) => (isFields(veil) ? change(veil) : veil)) : veils;

const withOperations = (veil: Fields): Fields =>
  Array.isArray(veil.cuts)
    ? { ...veil, cuts: veil.cuts.map((cut) => (isFields(cut) ? withOperation(cut) : cut)) }
    : veil;

function withOperation({ joining, ...cut }: Fields): Fields {
  if (joining === undefined) return cut;
  return { ...cut, operation: joining === 'take-away' ? 'subtract' : joining };
}

function withCuts(veil: Fields): Fields {
  const { contours, matte, ...rest } = veil as { contours?: unknown[]; matte?: unknown };
  const cuts = [];
  if (matte !== undefined) cuts.push({ kind: 'picture', joining: 'add', matte });
  if (!Array.isArray(contours) || contours.length > 0) cuts.push({ kind: 'trace', joining: 'add', contours });
  return { ...rest, cuts };
}

/**
 * Reads a piece of any version that is known, bringing it up to date.
 * @throws PieceError for anything else
 */
export function readPiece(data: unknown): Piece {
  if (typeof data !== 'object' || data === null || (data as { format?: unknown }).format !== 'inky-veil/piece') {
    throw new PieceError('This is not a piece: its "format" is not "inky-veil/piece".');
  }
  let piece = data as Record<string, unknown>;
  if (typeof piece.version === 'number' && piece.version > pieceVersion) {
    throw new PieceError(
      `This piece was written by a newer Inky Veil (format ${piece.version}; this one reads up to ${pieceVersion}).`,
    );
  }
  while (typeof piece.version === 'number' && migrations[piece.version]) piece = migrations[piece.version](piece);
  const result = pieceSchema.safeParse(piece);
  if (!result.success) throw new PieceError(firstProblem(result.error));
  return result.data;
}

function firstProblem(error: z.ZodError): string {
  const [issue] = error.issues;
  const where = issue.path.length > 0 ? ` (at ${issue.path.join('.')})` : '';
  return `The piece cannot be read: ${issue.message.replace(/[.]$/, '')}${where}.`;
}
