import type { Chance } from './chance';

type Damage = (bytes: Uint8Array, chance: Chance) => Uint8Array;

const joined = (...parts: Uint8Array[]): Uint8Array => Uint8Array.from(Buffer.concat(parts));
/** Numbers that length fields break on. */
const numbers = [0, 1, 0x7f, 0x80, 0xff, 0x7fff, 0xffff, 0x7fffffff, 0x80000000, 0xffffffff];
/** Pieces of text that readers of text break on. */
const texts = ['\0', '\ud800', '"', '{{', '[[[[', '1e999', '-0', 'NaN', '%ff', '../', '\r\r\n', '𝄞', '<!ENTITY a "a">'];

/** Ways in which a file is damaged. */
const damages: Damage[] = [
  // Some bytes are others.
  (bytes, chance) => {
    const out = bytes.slice();
    for (let k = chance.whole(1, 12); k > 0; k--) out[chance.whole(0, out.length - 1)] = chance.whole(0, 255);
    return out;
  },
  // One bit is another.
  (bytes, chance) => {
    const out = bytes.slice();
    out[chance.whole(0, out.length - 1)] ^= 1 << chance.whole(0, 7);
    return out;
  },
  // It ends too soon.
  (bytes, chance) => bytes.slice(0, chance.whole(0, bytes.length - 1)),
  // A part of it is missing, or there twice, or zeros.
  (bytes, chance) => {
    const [from, to] = stretch(bytes, chance);
    return joined(bytes.subarray(0, from), bytes.subarray(to));
  },
  (bytes, chance) => {
    const [from, to] = stretch(bytes, chance);
    return joined(bytes.subarray(0, to), bytes.subarray(from));
  },
  (bytes, chance) => bytes.slice().fill(0, ...stretch(bytes, chance)),
  // A number of it is another, of either order of bytes, near its beginning most often.
  (bytes, chance) => {
    const out = Buffer.from(bytes);
    const reach = chance.happens(0.7) ? Math.min(out.length, 400) : out.length;
    const value = chance.one(numbers);
    const at = chance.whole(0, Math.max(0, reach - 4));
    if (out.length < 4) return out;
    if (chance.happens(0.5)) out.writeUInt32BE(value, at);
    else out.writeUInt32LE(value, at);
    return Uint8Array.from(out);
  },
  // Something is put in that does not belong there.
  (bytes, chance) => {
    const at = chance.whole(0, bytes.length);
    return joined(bytes.subarray(0, at), new TextEncoder().encode(chance.one(texts)), bytes.subarray(at));
  },
  // Noise is put after it, or is all there is.
  (bytes, chance) => joined(bytes, chance.bytes(chance.whole(1, 300))),
  (_, chance) => chance.bytes(chance.whole(1, 300)),
];

function stretch(bytes: Uint8Array, chance: Chance): [number, number] {
  const from = chance.whole(0, bytes.length - 1);
  return [from, Math.min(bytes.length, from + chance.whole(1, Math.max(1, bytes.length >> 2)))];
}

/** A file as it must not be: one kind of damage, sometimes more of them. */
export function damaged(bytes: Uint8Array, chance: Chance): Uint8Array {
  let out = bytes;
  for (let k = chance.happens(0.3) ? chance.whole(2, 4) : 1; k > 0; k--)
    if (out.length > 0) out = chance.one(damages)(out, chance);
  return out;
}
