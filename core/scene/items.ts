import type { Cutout, Layer } from '../passes/pass';

export type { Cutout };

/** A layer on the depth line, and what is laid over it, in that order. */
export interface SceneItem extends Omit<Layer, 'parts' | 'once' | 'strength'> {
  strength: number;
  over: readonly Cutout[];
}

/** A veil that lies on the photographs too, not on letters alone. */
export interface LaidOn extends Cutout {
  shadow: Cutout | null;
  /** Veils that stand nearer, in the order in which they are laid. */
  over: readonly Cutout[];
}

export const cutoutKeys = (cutouts: readonly Cutout[]): string[][] =>
  cutouts.map(({ front, matte }) => [front.key, matte.key]);

/** Needs for cutouts that reach a request, under names that begin with `name`; and the way back from inputs. */
export const frontOf = (name: string, i: number): string => `${name} front ${i}`;
export const matteOf = (name: string, i: number): string => `${name} matte ${i}`;
