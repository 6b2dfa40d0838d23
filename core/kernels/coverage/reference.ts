import { decode, encode } from '../../pixels/transfer';

/** The plain reference implementations work on runs of floats, as the kernel's functions of the same name. */
export function join(to: Float32Array, from: Float32Array): void {
  for (let i = 0; i < to.length; i++) to[i] = Math.min(1, to[i] + from[i]);
}

export function tint(cover: Float32Array, colour: readonly number[], to: Float32Array): void {
  for (let i = 0; i < cover.length; i++) for (let c = 0; c < 4; c++) to[i * 4 + c] = colour[c] * cover[i];
}

export function atopInLight(letters: Float32Array, front: Float32Array, matte: Float32Array): void {
  for (let i = 0; i < matte.length; i++) {
    const share = matte[i];
    const alpha = letters[i * 4 + 3];
    if (share <= 0 || alpha <= 0) continue;
    for (let at = i * 4; at < i * 4 + 3; at++) {
      const light = decode(letters[at] / alpha);
      letters[at] = (share >= 1 ? front[at] : encode(light + (decode(front[at]) - light) * share)) * alpha;
    }
  }
}
