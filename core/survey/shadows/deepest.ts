import { lumaAt } from '../../pixels/luma';
import type { Shadows } from '.';

/** The least light that any of a photograph's shadows leaves, 0..1; in their depth, where that is told. */
export function deepestShadow({ regions, ...whole }: Shadows): number {
  const lefts = [whole, ...regions].flatMap((shadow) => {
    if (!shadow) return [];
    const { depth, left } = shadow;
    return left ? [depth, lumaAt(Float32Array.from(left), 0)] : [depth];
  });
  return Math.min(...lefts);
}
