/**
 * The sRGB transfer function (IEC 61966-2-1), exact and as tables.
 * "Encoded" values are what files hold; "linear" values are proportional to light. Both 0..1.
 */
export function decodeExact(encoded: number): number {
  return encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4;
}

/** Linear light to encoded sRGB, exact. */
export function encodeExact(linear: number): number {
  return linear <= 0.0031308 ? linear * 12.92 : 1.055 * linear ** (1 / 2.4) - 0.055;
}

const steps = 4096;
const decodeTable = Float32Array.from({ length: steps + 2 }, (_, i) => decodeExact(i / steps));
const encodeTable = Float32Array.from({ length: steps + 2 }, (_, i) => encodeExact(i / steps));

/** Linear light for each of the 256 encoded 8-bit values. */
export const decodeByte = Float32Array.from({ length: 256 }, (_, i) => decodeExact(i / 255));

function lookUp(table: Float32Array, value: number): number {
  if (!(value > 0)) return 0;
  if (value >= 1) return 1;
  const at = value * steps;
  const index = at | 0;
  const low = table[index];
  return low + (table[index + 1] - low) * (at - index);
}

/** Encoded to linear by table, clamped to 0..1; error below 1e-6. */
export const decode = (encoded: number): number => lookUp(decodeTable, encoded);

/** Linear to encoded by table, clamped to 0..1; error below 2e-5 (0.005 of 1/255). */
export const encode = (linear: number): number => lookUp(encodeTable, linear);

/** As `decodeExact`, for colours beyond sRGB too: below 0 the curve is turned over, above 1 it goes on. */
export const decodeWide = (encoded: number): number => (encoded < 0 ? -decodeExact(-encoded) : decodeExact(encoded));

/** As `encode`, for colours beyond sRGB too; error below 2e-5. */
export function encodeWide(linear: number): number {
  if (linear < 0) return -encodeWide(-linear);
  return linear > 1 ? encodeExact(linear) : encode(linear);
}
