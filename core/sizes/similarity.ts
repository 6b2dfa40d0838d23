import type { GoingAlong } from '../passes/pass';

/** Where something stands: its origin, degrees clockwise, and how large it is. */
export interface Standing {
  x: number;
  y: number;
  rotation?: number;
  scale: number;
}

/** The similarity that takes what stands in one place to another: sheet px. */
export function similarity(from: Standing, to: Standing): GoingAlong {
  const factor = to.scale / from.scale;
  const angle = (((to.rotation ?? 0) - (from.rotation ?? 0)) * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle) * factor, Math.sin(angle) * factor];
  return {
    factor,
    at: ([x, y]) => {
      const [dx, dy] = [x - from.x, y - from.y];
      return [to.x + dx * cos - dy * sin, to.y + dx * sin + dy * cos];
    },
  };
}

/** Where the first sheet itself stands. */
export const onFirst: Standing = { x: 0, y: 0, rotation: 0, scale: 1 };
