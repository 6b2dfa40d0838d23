import type { Cutout, Veiling } from '../passes/pass';
import type { LaidOn } from './items';
import { layingRuns } from './weave';

const cutoutOf = ({ matte, front }: Veiling): Cutout => ({ matte, front });

/**
 * What is laid over letters, in that order: shadows before the veils that throw them. @param veilings from far to near
 */
export const overLetters = (veilings: readonly Veiling[]): Cutout[] =>
  layingRuns(veilings).flatMap((run) => [...run.flatMap(({ shadow }) => shadow ?? []), ...run.map(cutoutOf)]);

/**
 * Those that lie on the photographs too, each with the others that stand before it. @param veilings from far to near
 */
export const laidOnPhotographs = (veilings: readonly Veiling[]): LaidOn[] =>
  veilings.flatMap((one, place): LaidOn[] => {
    if (!one.laidOn) return [];
    const nearer = veilings.slice(place + 1).filter(({ laidOn }) => !laidOn);
    const over = layingRuns(nearer).flatMap((run) => run.map(cutoutOf));
    return [{ ...cutoutOf(one), shadow: one.laidOn.shadow, over }];
  });
