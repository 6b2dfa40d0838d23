import type { Mark } from '../passes/chalk/schema';
import type { Region, Size } from '../pixels/region';
import { rounded } from '../shape/rounding';
import type { PlacedPhotograph } from '../survey/placed';
import type { Ground } from './ground';
import { mostKept, type KindName, type RoughsOrder } from './order';
import type { Placement } from './placement';

/** Looked up once: the loop is hot. */
const { floor, hypot, max, sqrt } = Math;

/** A place that must stay free, sheet px. */
export interface Kept {
  x: number;
  y: number;
  radius: number;
}

/** What stays free, on the part of a photograph that the sheet shows. */
export const keptOn = (keep: RoughsOrder['keep'], plate: Size, { x, y }: Pick<Region, 'x' | 'y'>): Kept[] =>
  keep.map(([across, down, around]) => ({
    x: across * plate.width - x,
    y: down * plate.height - y,
    radius: around * max(plate.width, plate.height),
  }));

/** Whether a part of a photograph shows all that must stay free. */
export const showsKept = (keep: RoughsOrder['keep'], plate: Size, part: Region): boolean =>
  keptOn(keep, plate, part).every(({ x, y }) => x >= 0 && y >= 0 && x <= part.width && y <= part.height);

/**
 * Whether words leave free what must stay free. Letters are known by places within them: between two of them a letter is
 * taken to go on. Behind a thing they cover nothing that it shows; a panel covers all but its openings.
 */
export function leavesFree(ground: Ground, placement: Placement, kind: KindName): boolean {
  const { order, plate, part, sketch, things } = ground;
  if (order.keep.length === 0) return true;
  const kept = keptOn(order.keep, plate, part);
  const { points, ink, density } = placement.setting;
  const count = points.letter.length;
  const apart = sqrt((ink.width * ink.height * density) / max(1, count)) * placement.scale;
  // An outline runs before the thing that hides its letters.
  const mask = kind === 'behind' ? things.find(({ index }) => index === placement.front)?.mask : undefined;
  const met = kept.map(() => false);
  for (let i = 0; i < count; i++) {
    const [x, y] = placement.at(points.x[i], points.y[i]);
    if (mask && mask[floor(y / sketch.factor) * sketch.width + floor(x / sketch.factor)] > 0.5) continue;
    kept.forEach((one, k) => {
      if (hypot(x - one.x, y - one.y) < one.radius + apart / 2) met[k] = true;
    });
  }
  return kind === 'window' ? met.every((one) => one) : met.every((one) => !one);
}

/** What a piece's keep points keep free of a photograph, as roughs take it. @param plate where it lies on the sheet */
export function keepOf(chalk: readonly Mark[], plate: PlacedPhotograph): RoughsOrder['keep'] {
  return chalk
    .filter(({ kind, done }) => kind === 'keep' && !done)
    .slice(0, mostKept)
    .flatMap(({ points: [[x, y]], radius }): RoughsOrder['keep'] => {
      const [across, down] = [(x - plate.x) / plate.scale / plate.width, (y - plate.y) / plate.scale / plate.height];
      const around = Math.min(1, radius / plate.scale / max(plate.width, plate.height));
      const isOn = across >= 0 && across <= 1 && down >= 0 && down <= 1;
      return isOn ? [[rounded(across, 4), rounded(down, 4), rounded(around, 4)]] : [];
    });
}
