import type { Picture } from '../pictures/pyramid';
import type { OpenFace } from '../type/faceBook';

/** Opened pictures and faces, by the keys under which a piece names them. */
export interface Materials {
  /** @throws Error naming the asset when it is missing */
  picture(asset: string): Picture;
  /** @throws Error naming the asset when it is missing */
  face(asset: string): OpenFace;
}

/** Where stored pictures and faces come from: the server's store or its address, by SHA-256. */
export interface Library {
  picture(sha256: string): Promise<Picture>;
  face(sha256: string): Promise<OpenFace>;
}

/** A file that a piece names: what it is, what people call it, and its bytes' SHA-256. */
export interface NamedFile {
  kind: string;
  name: string;
  sha256?: string;
}

/**
 * Opens all assets that a piece names, by their keys.
 * @throws Error naming the first one that is missing or broken
 */
export async function openMaterials(assets: Readonly<Record<string, NamedFile>>, library: Library): Promise<Materials> {
  const pictures = new Map<string, Picture>();
  const faces = new Map<string, OpenFace>();
  await Promise.all(
    Object.entries(assets).map(async ([key, { kind, name, sha256 }]) => {
      if (!sha256) throw new Error(`The asset "${key}" (${name}) has no file in the store.`);
      if (kind === 'face') faces.set(key, await library.face(sha256));
      else pictures.set(key, await library.picture(sha256));
    }),
  );
  return { picture: (key) => found(pictures, key), face: (key) => found(faces, key) };
}

function found<Value>(values: Map<string, Value>, key: string): Value {
  const value = values.get(key);
  if (value === undefined) throw new Error(`The asset "${key}" is missing.`);
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
