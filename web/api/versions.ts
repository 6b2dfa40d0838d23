import type { Piece } from '../../core/piece/schema';
import type { VersionSummary } from '../../server/store/versions';
import { api, ask } from './client';

export type { VersionSummary };

/** A kept state, and how large the pictures are that it names, by key of the asset. */
export interface OpenVersion {
  piece: Piece;
  pictureOf(asset: string): { width: number; height: number };
}

const of = (id: string, version: string) => ({ param: { id, version } });

/** The versions of a piece, the oldest first. @throws ServerProblem, as all of these */
export const listVersions = (id: string): Promise<VersionSummary[]> =>
  ask(api.pieces[':id'].versions.$get({ param: { id } }));

/** Keeps the piece as the store has it now under a name. */
export const keepVersion = (id: string, name: string): Promise<VersionSummary> =>
  ask(api.pieces[':id'].versions.$post({ param: { id }, json: { name } }));

export async function openVersion(id: string, version: string): Promise<OpenVersion> {
  const { piece, sizes } = (await ask(api.pieces[':id'].versions[':version'].$get(of(id, version)))) as {
    piece: Piece;
    sizes: Record<string, { width: number; height: number }>;
  };
  return {
    piece,
    pictureOf: (asset) => sizes[piece.assets[asset]?.sha256 ?? ''] ?? { width: 1, height: 1 },
  };
}

export const renameVersion = (id: string, version: string, name: string): Promise<VersionSummary> =>
  ask(api.pieces[':id'].versions[':version'].$post({ ...of(id, version), json: { name } }));

export const removeVersion = (id: string, version: string): Promise<unknown> =>
  ask(api.pieces[':id'].versions[':version'].$delete(of(id, version)));

/** Where its picture is. @param side the longer one, px */
export const versionPicture = (id: string, version: string, side = 480): string =>
  `/api/pieces/${id}/versions/${version}/picture?side=${side}`;
