import type { Materials } from '../passes/pass';
import type { Piece } from '../piece/schema';
import type { Picture } from '../pictures/pyramid';
import type { OpenFace } from '../type/faceBook';

/** Where stored pictures and faces come from: the server's store or its address, by SHA-256. */
export interface Library {
  picture(sha256: string): Promise<Picture>;
  face(sha256: string): Promise<OpenFace>;
}

/**
 * Opens all assets that a piece names.
 * @throws Error naming the first one that is missing or broken
 */
export async function openMaterials(piece: Piece, library: Library): Promise<Materials> {
  const pictures = new Map<string, Picture>();
  const faces = new Map<string, OpenFace>();
  await Promise.all(
    Object.entries(piece.assets).map(async ([key, asset]) => {
      if (!asset.sha256) throw new Error(`The asset "${key}" (${asset.name}) has no file in the store.`);
      if (asset.kind === 'face') faces.set(key, await library.face(asset.sha256));
      else pictures.set(key, await library.picture(asset.sha256));
    }),
  );
  return { picture: (key) => found(pictures, key), face: (key) => found(faces, key) };
}

function found<Value>(values: Map<string, Value>, key: string): Value {
  const value = values.get(key);
  if (value === undefined) throw new Error(`The asset "${key}" is not there.`);
  return value;
}

/** A library that opens each asset once and keeps it. One that failed is tried again when asked for again. */
export function keeping(library: Library): Library {
  const pictures = new Map<string, Promise<Picture>>();
  const faces = new Map<string, Promise<OpenFace>>();
  return {
    picture: (sha256) => once(pictures, sha256, library.picture),
    face: (sha256) => once(faces, sha256, library.face),
  };
}

function once<Value>(
  kept: Map<string, Promise<Value>>,
  key: string,
  open: (key: string) => Promise<Value>,
): Promise<Value> {
  let value = kept.get(key);
  if (!value) {
    value = open(key);
    kept.set(key, value);
    value.catch(() => kept.delete(key));
  }
  return value;
}
