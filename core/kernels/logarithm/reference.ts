/** The mantissa's first bits are looked up, the rest is a straight line. */
const bits = 12;
const cells = 1 << bits;
const shares = Float64Array.from({ length: cells }, (_, i) => Math.log(1 + (i + 0.5) / cells));
const inverses = Float64Array.from({ length: cells }, (_, i) => 1 / (1 + (i + 0.5) / cells));
const ofTwo = Math.LN2;

/** @see fastLogs */
export function logarithms(values: Float32Array, out: Float32Array): void {
  // Looked up once: what belongs to the module is looked up anew for each number.
  const [whole, share, inverse, two] = [cells - 1, shares, inverses, ofTwo];
  const float = new Float32Array(1);
  const word = new Int32Array(float.buffer);
  for (let i = 0; i < values.length; i++) {
    float[0] = values[i];
    const all = word[0];
    const cell = (all >> (23 - bits)) & whole;
    // The mantissa alone, 1 to 2.
    word[0] = (all & 0x7fffff) | 0x3f800000;
    out[i] = ((all >> 23) - 127) * two + share[cell] + (float[0] * inverse[cell] - 1);
  }
}
