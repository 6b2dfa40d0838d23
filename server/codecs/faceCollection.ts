/** Most faces that are read out of one collection. */
const mostFaces = 64;

/** Tables begin at whole words. */
const aligned = (bytes: number): number => Math.ceil(bytes / 4) * 4;

const headerBytes = 12;
const recordBytes = 16;

/** Whether a file is a collection of faces (OpenType 1.9, "Font collections"). */
export const isCollection = (file: Uint8Array): boolean => String.fromCharCode(...file.subarray(0, 4)) === 'ttcf';

/**
 * The faces of a collection, each as a file of its own: its tables, which it may share with others, are copied.
 * @param largest bytes that one face may have
 * @throws RangeError where the file is cut short, names more than 64 faces, or one of them is too large
 */
export function facesIn(file: Uint8Array, largest: number): Uint8Array[] {
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
  const count = view.getUint32(8);
  if (count === 0 || count > mostFaces) throw new RangeError('There are too many faces in it, or none.');
  return Array.from({ length: count }, (_, k) => faceAt(file, view, view.getUint32(headerBytes + 4 * k), largest));
}

function faceAt(file: Uint8Array, view: DataView, at: number, largest: number): Uint8Array {
  const count = view.getUint16(at + 4);
  const records = Array.from({ length: count }, (_, k) => at + headerBytes + k * recordBytes);
  const head = headerBytes + count * recordBytes;
  const lengths = records.map((record) => view.getUint32(record + 12));
  const size = lengths.reduce((sum, length) => sum + aligned(length), head);
  if (size > largest) throw new RangeError('A face in it is too large.');
  const out = new Uint8Array(size);
  const made = new DataView(out.buffer);
  out.set(file.subarray(at, at + head));
  let to = head;
  records.forEach((record, k) => {
    const from = view.getUint32(record + 8);
    if (from + lengths[k] > file.length) throw new RangeError('It is cut short.');
    out.set(file.subarray(from, from + lengths[k]), to);
    made.setUint32(headerBytes + k * recordBytes + 8, to);
    to += aligned(lengths[k]);
  });
  return out;
}
