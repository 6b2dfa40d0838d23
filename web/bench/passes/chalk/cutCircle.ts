import type { Mark as Stroke } from '../../../../core/passes/veils/scribble/marks';
import { scribbledCut } from '../../../../core/passes/veils/schema';
import type { Mark } from '../../../../core/passes/chalk/schema';
import { changeMark } from '../../../../core/piece/edits/chalk';
import { freeId } from '../../../../core/piece/edits/items';
import { addCut, addVeil } from '../../../../core/piece/edits/veils';
import type { Plate } from '../../../../core/passes/plate/schema';
import type { Piece } from '../../../../core/piece/schema';
import { intersect, regionOfPoints, type Region } from '../../../../core/pixels/region';
import type { Point } from '../../../../core/shape/affine';
import { api, ask } from '../../../api/client';
import { store } from '../../../store';
import { looked } from '../../benchState';
import { editing } from '../../editing';

/** A circle on a plate: its middle and half its width and height, plate px. */
interface Ellipse {
  middle: Point;
  half: Point;
}

/** The nearest photograph that lies under the middle of a circle; the nearest of all where none does. */
export function plateUnder({ plates }: Pick<Piece, 'plates'>): Plate | null {
  return plates.at(-1) ?? null;
}

/** A circle as it lies on a photograph. */
export function onPlate({ points }: Mark, plate: Plate): Ellipse {
  const [from, to] = [points[0], points.at(-1)!];
  return {
    middle: [((from[0] + to[0]) / 2 - plate.x) / plate.scale, ((from[1] + to[1]) / 2 - plate.y) / plate.scale],
    half: [
      Math.max(1, Math.abs(to[0] - from[0]) / 2 / plate.scale),
      Math.max(1, Math.abs(to[1] - from[1]) / 2 / plate.scale),
    ],
  };
}

const round = (value: number): number => Math.round(value * 10) / 10;

/** Strokes for what is circled: a short one through its middle along the longer way, and the circle itself behind. */
export function strokesOf({ middle: [x, y], half: [a, b] }: Ellipse): { marks: Stroke[]; box: Region } {
  const radius = Math.max(1, Math.min(a, b) * 0.06);
  const [dx, dy] = a > b ? [a * 0.3, 0] : [0, b * 0.3];
  const around = Array.from({ length: 49 }, (_, i): [number, number] => {
    const angle = (i / 48) * 2 * Math.PI;
    return [round(x + a * 1.02 * Math.cos(angle)), round(y + b * 1.02 * Math.sin(angle))];
  });
  return {
    marks: [
      {
        side: 'front',
        radius,
        points: [
          [round(x - dx), round(y - dy)],
          [round(x + dx), round(y + dy)],
        ],
      },
      { side: 'behind', radius: Math.max(1, radius / 2), points: around },
    ],
    box: { x: round(x - a * 1.05), y: round(y - b * 1.05), width: round(a * 2.1), height: round(b * 2.1) },
  };
}

/** How much of two boxes is common to both, 0..1. */
export function overlapOf(one: Region, other: Region): number {
  const both = intersect(one, other);
  if (!both) return 0;
  const common = both.width * both.height;
  return common / (one.width * one.height + other.width * other.height - common);
}

/** What was found to stand out must fill a circle this well to be what is meant. */
const meant = 0.4;

/** The thing that stands out where the circle lies, if there is one: its number. */
async function thingIn(plate: string, { middle: [x, y], half: [a, b] }: Ellipse): Promise<number | null> {
  const { things } = await ask(api.cuts['stand-out'].$post({ json: { plate } }));
  const circle = { x: x - a, y: y - b, width: 2 * a, height: 2 * b };
  const scored = things.map(({ outline }, i) => {
    const box = regionOfPoints((outline as Point[][]).flat());
    return { i, score: box ? overlapOf(box, circle) : 0 };
  });
  const best = scored.sort((one, other) => other.score - one.score)[0];
  return best && best.score >= meant ? best.i : null;
}

/** Makes a cut of what is circled, and strikes the circle off. */
export async function cutCircle(mark: Mark): Promise<void> {
  const piece = editing.kept;
  const plate = piece && plateUnder(piece);
  if (!piece || !plate) return;
  const circle = onPlate(mark, plate);
  const hash = piece.assets[plate.asset].sha256!;
  const { marks, box } = strokesOf(circle);
  // What stands out is outlined already; otherwise the circle says it.
  const thing = await thingIn(hash, circle).catch(() => null);
  const found = thing === null ? [] : (await ask(api.cuts.strokes.$post({ json: { plate: hash, thing } }))).marks;
  const id = freeId(piece, 'veil');
  const isCut = editing.commit('Cut what is circled', (draft) => {
    addVeil({ id, name: mark.text.trim() || `veil ${piece.veils.length + 1}`, plate: plate.id })(draft);
    addCut(id, found.length > 0 ? scribbledCut(found) : { ...scribbledCut(marks), box })(draft);
    changeMark(mark.id, { done: true })(draft);
  });
  if (isCut) store.dispatch(looked({ veil: id }));
}
