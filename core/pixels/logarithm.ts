/** The mantissa's first bits are looked up, the rest is a straight line. */
const bits = 12;
const cells = 1 << bits;
const logarithms = Float64Array.from({ length: cells }, (_, i) => Math.log(1 + (i + 0.5) / cells));
const inverses = Float64Array.from({ length: cells }, (_, i) => 1 / (1 + (i + 0.5) / cells));
const ofTwo = Math.LN2;

const float = new Float32Array(1);
const word = new Int32Array(float.buffer);

/**
 * The natural logarithm of a positive number of single precision, right to 1e-7: for loops over px, where that of the
 * language takes several times as long. @param value no less than 1.2e-38
 */
export function fastLog(value: number): number {
  float[0] = value;
  const all = word[0];
  const cell = (all >> (23 - bits)) & (cells - 1);
  // The mantissa alone, 1 to 2.
  word[0] = (all & 0x7fffff) | 0x3f800000;
  return ((all >> 23) - 127) * ofTwo + logarithms[cell] + (float[0] * inverses[cell] - 1);
}
