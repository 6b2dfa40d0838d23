/** Two 32-bit hashes of a text (FNV-1a with two offsets and two primes); together they tell texts apart. */
export function textHashes(text: string): [number, number] {
  let a = 0x811c9dc5;
  let b = 0x1b873593;
  for (let i = 0; i < text.length; i++) {
    const unit = text.charCodeAt(i);
    a = Math.imul(a ^ unit, 0x01000193);
    b = Math.imul(b ^ unit, 0x85ebca6b);
    b ^= b >>> 13;
  }
  return [a | 0, b | 0];
}
