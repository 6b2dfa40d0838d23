import { convert } from 'fontverter';
import { FaceError } from '../../core/type/faceBook';
import { readFacts, type FaceFacts } from '../../core/type/faceFacts';
import { Problem } from '../problem';
import { facesIn, isCollection } from './faceCollection';

/** Largest face file, and the largest that a packed one may become, bytes. */
const largestFace = 40 * 1024 * 1024;
/** And the largest collection of them. */
const largestCollection = 200 * 1024 * 1024;

/** A face as it is kept: plain TrueType or OpenType. */
export interface ReadFace {
  bytes: Uint8Array;
  facts: FaceFacts;
}

const signatures: Record<string, 'sfnt' | 'woff' | 'woff2'> = {
  '\0\x01\0\0': 'sfnt',
  true: 'sfnt',
  OTTO: 'sfnt',
  wOFF: 'woff',
  wOF2: 'woff2',
};

/** What a damaged collection says. */
const brokenCollection = (name: string): Problem =>
  new Problem(422, `"${name}" cannot be used. The collection is damaged: its faces cannot be told apart.`);

/**
 * Reads a TTF, OTF, WOFF or WOFF2 file, or a collection of faces (TTC, OTC), of which those come that can be used;
 * packed ones are unpacked.
 * @returns one face or more
 * @throws Problem 413, 415 or 422 with the reason
 */
export async function readFaces(file: Uint8Array, name: string): Promise<ReadFace[]> {
  if (file.length > largestFace && !(isCollection(file) && file.length <= largestCollection))
    throw new Problem(413, `"${name}" is larger than ${largestFace / 1048576} MB, which is the limit for a face.`);
  if (!isCollection(file)) return [measured(await plainFace(file, name), name)];
  let files: Uint8Array[];
  try {
    files = facesIn(file, largestFace);
  } catch {
    throw brokenCollection(name);
  }
  const usable: ReadFace[] = [];
  let problem: unknown = null;
  for (const bytes of files) {
    try {
      usable.push(measured(bytes, name));
    } catch (error) {
      problem ??= error;
    }
  }
  if (usable.length === 0) throw problem;
  return usable;
}

/** A face that may be packed, as a plain file. */
async function plainFace(file: Uint8Array, name: string): Promise<Uint8Array> {
  const signature = String.fromCharCode(...file.subarray(0, 4));
  const format = Object.hasOwn(signatures, signature) ? signatures[signature] : undefined;
  if (!format)
    throw new Problem(
      415,
      `"${name}" is not a face. Inky Veil reads TTF, OTF, WOFF and WOFF2, and collections of them.`,
    );
  return format === 'sfnt' ? file : unpacked(file, name);
}

function measured(bytes: Uint8Array, name: string): ReadFace {
  try {
    return { bytes, facts: readFacts(bytes) };
  } catch (error) {
    throw new Problem(
      422,
      `"${name}" cannot be used. ${error instanceof FaceError ? error.message : 'The file is damaged.'}`,
    );
  }
}

async function unpacked(file: Uint8Array, name: string): Promise<Uint8Array> {
  const damaged = new Problem(422, `"${name}" cannot be used. The file is damaged: it cannot be unpacked.`);
  if (file.length < 44) throw damaged;
  // Both packed formats say at the same place how long the whole will be and how long they are themselves.
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
  if (view.getUint32(16) > largestFace)
    throw new Problem(
      413,
      `"${name}" would be larger than ${largestFace / 1048576} MB once unpacked, which is the limit for a face.`,
    );
  if (view.getUint32(8) > file.length) throw damaged;
  try {
    return new Uint8Array(await convert(Buffer.from(file), 'sfnt'));
  } catch {
    throw damaged;
  }
}
