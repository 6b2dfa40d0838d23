import { inAddress } from '../../core/type/wellFormed';
import type { StoredFace } from '../../server/store/faces';
import { api, ask, send } from './client';

export type { StoredFace };

export const listFaces = (): Promise<StoredFace[]> => ask(api.faces.$get());

/**
 * Takes a face, or a collection of them, into the type case: sent, checked, unpacked, measured. @throws ServerProblem
 * with the reason
 */
export const importFaces = (file: File): Promise<StoredFace[]> =>
  send(`/faces?name=${inAddress(file.name)}`, file, () => undefined);

export const removeFace = (sha256: string): Promise<unknown> =>
  ask(api.faces[':sha256'].$delete({ param: { sha256 } }));

const loading = new Map<string, Promise<void>>();

/** The name under which a loaded face can be used in CSS. */
export const familyOf = ({ sha256 }: Pick<StoredFace, 'sha256'>): string => `face-${sha256.slice(0, 12)}`;

/** Makes a face of the store usable in the page. */
export function loadFace(face: Pick<StoredFace, 'sha256'>): Promise<void> {
  let known = loading.get(face.sha256);
  if (!known) {
    known = fetch(`/api/assets/${face.sha256}/file`)
      .then((response) => response.arrayBuffer())
      .then((bytes) => new FontFace(familyOf(face), bytes).load())
      .then((loaded) => void document.fonts.add(loaded));
    known.catch(() => loading.delete(face.sha256));
    loading.set(face.sha256, known);
  }
  return known;
}
