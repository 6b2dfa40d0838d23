/** Interleaved bytes of one level. */
export interface Level {
  width: number;
  height: number;
  channels: 1 | 3 | 4;
  bytes: Uint8Array;
}
