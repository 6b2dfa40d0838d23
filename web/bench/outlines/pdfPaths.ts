import { apply, followedBy, identity, type Affine } from '../../../core/shape/affine';

/** What a page does, one operation after the other, as its reader tells it. */
export interface Operations {
  fnArray: readonly number[];
  argsArray: readonly unknown[];
}

/** Numbers of the operations that matter, by name. */
export type OperationNames = Readonly<
  Record<
    | 'save'
    | 'restore'
    | 'transform'
    | 'paintFormXObjectBegin'
    | 'paintFormXObjectEnd'
    | 'constructPath'
    | 'fill'
    | 'eoFill'
    | 'fillStroke'
    | 'eoFillStroke'
    | 'closeFillStroke'
    | 'closeEOFillStroke'
    | 'showText',
    number
  >
>;

/** What was found on a page. */
export interface PagePaths {
  /** SVG path data of each filled path, in the page's points, the upper left corner first. */
  paths: string[];
  hasText: boolean;
}

/** How many numbers each step of a path has: to, to, two controls and to, one control and to, close. */
const stepNumbers = [2, 2, 6, 4, 0];
const stepLetters = ['M', 'L', 'C', 'Q', 'Z'];

/** Paths are kept to a ten-thousandth of a point. */
const written = (value: number): string => String(Math.round(value * 1e4) / 1e4);

/**
 * All filled paths of a page, each where it is seen. Lines that are only drawn along, clips and text are left out; so is
 * a path that is the whole page, such as a white ground.
 * @param toTop from the page's own coordinates to those that run down from its upper left corner, points
 */
export function filledPaths(
  { fnArray, argsArray }: Operations,
  names: OperationNames,
  toTop: Affine,
  page: { width: number; height: number },
): PagePaths {
  const fills = [
    names.fill,
    names.eoFill,
    names.fillStroke,
    names.eoFillStroke,
    names.closeFillStroke,
    names.closeEOFillStroke,
  ];
  const kept: Affine[] = [];
  let place = identity;
  const found: PagePaths = { paths: [], hasText: false };
  fnArray.forEach((operation, i) => {
    const args = argsArray[i];
    if (operation === names.save) kept.push(place);
    else if (operation === names.restore || operation === names.paintFormXObjectEnd) place = kept.pop() ?? identity;
    else if (operation === names.transform) place = followedBy(affineOf(args), place);
    else if (operation === names.paintFormXObjectBegin) {
      kept.push(place);
      place = followedBy(affineOf((args as unknown[])[0]), place);
    } else if (operation === names.showText) found.hasText = true;
    else if (operation === names.constructPath) {
      const [paint, [steps]] = args as [number, [ArrayLike<number> | null]];
      if (!fills.includes(paint) || !steps) return;
      const path = pathText(steps, followedBy(place, toTop));
      if (!isWholePage(path, page)) found.paths.push(path);
    }
  });
  return found;
}

/** A matrix as PDF writes it (ISO 32000-1, 8.3.3); what is none moves nothing. */
function affineOf(args: unknown): Affine {
  const [a, b, c, d, e, f] = Array.isArray(args) ? (args as number[]) : [];
  return [a, b, c, d, e, f].every(Number.isFinite) ? { a, b, c, d, e, f } : identity;
}

function pathText(steps: ArrayLike<number>, place: Affine): string {
  let text = '';
  for (let at = 0; at < steps.length;) {
    const kind = steps[at++];
    const count = stepNumbers[kind];
    if (count === undefined) return '';
    const points: string[] = [];
    for (let k = 0; k < count; k += 2)
      points.push(
        apply(place, [steps[at + k], steps[at + k + 1]])
          .map(written)
          .join(' '),
      );
    text += stepLetters[kind] + points.join(' ');
    at += count;
  }
  return text;
}

/** Whether a path is a box with the page's corners. */
function isWholePage(path: string, { width, height }: { width: number; height: number }): boolean {
  if (/[CQ]/.test(path)) return false;
  const numbers = path
    .split(/[MLZ ]+/)
    .filter((part) => part !== '')
    .map(Number);
  const close = (value: number, to: number): boolean => Math.abs(value - to) < 0.5;
  const isOnEdge = numbers.every((value, i) => close(value, 0) || close(value, i % 2 === 0 ? width : height));
  return numbers.length >= 8 && isOnEdge;
}
