import type { Lamp } from '../../core/light/lamp';
import type { Contour, TracePoint, Veil } from '../../core/passes/veils/schema';
import { aroundBorder } from '../../core/passes/veils/trace/close';
import { Tracer } from '../../core/passes/veils/trace/tracer';
import { blankPiece } from '../../core/piece/blank';
import { readPiece } from '../../core/piece/read';
import type { Asset, Lettering, Piece } from '../../core/piece/schema';
import type { Picture } from '../../core/pictures/pyramid';
import type { Point } from '../../core/shape/affine';
import { roundedPoint } from '../../core/shape/rounding';
import { faceNames } from '../faces/names';

export type Click = readonly [x: number, y: number, to?: 'edge' | 'straight'];

/** The window beside the jar, as a person turned the lamp to it. */
export const jarLamp: Lamp = { tilt: 148, height: 24, at: null, size: 0.3, colour: '#fff0d8', strength: 1, fill: null };

export const rounded = (point: Point): [number, number] => roundedPoint(point, 2);

/** Follows the edge from click to click, as a person would on the bench. */
export async function trace(
  picture: Picture,
  clicks: readonly Click[],
  closing: 'edge' | 'straight' | 'border',
): Promise<Contour> {
  const tracer = new Tracer(picture);
  const placed: { at: Point; to: 'edge' | 'straight' }[] = [];
  for (const [x, y, to = 'edge'] of clicks)
    placed.push({ at: to === 'edge' ? await tracer.onEdge([x, y], 0) : [x, y], to });
  const points: TracePoint[] = [];
  for (let i = 0; i < placed.length; i++) {
    const { at, to } = placed[i];
    const last = i === placed.length - 1;
    const next = placed[(i + 1) % placed.length].at;
    const [x, y] = rounded(at);
    if (last && closing === 'border') {
      points.push({
        x,
        y,
        to: 'border',
        via: aroundBorder(placed[0].at, at, { x: 0, y: 0, width: picture.width, height: picture.height }).map(rounded),
      });
    } else if ((last ? closing : to) === 'straight') {
      points.push({ x, y, to: 'straight', via: [] });
    } else {
      await tracer.start(at, 0);
      const path = await tracer.finish(at, next);
      points.push({ x, y, to: 'edge', via: path.slice(1, -1).map(rounded) });
    }
  }
  return { closed: true, points };
}

export const face = (file: string): Asset => ({ kind: 'face', name: faceNames[file], path: `faces/${file}.ttf` });
export const plate = (name: string): Asset => ({ kind: 'plate', name, path: `plates/${name}.jpg` });

export function piece(
  name: string,
  plateName: string,
  faceFiles: string[],
  letterings: Lettering[],
  veils: Veil[],
  depth: string[],
  {
    solved = {},
    weave = [],
    chalk = [],
    sheet = { width: 1800, height: 1200, ppi: 200, paint: '#ffffff' },
  }: {
    solved?: Piece['assets'];
    weave?: Piece['weave'];
    chalk?: Piece['chalk'];
    sheet?: Parameters<typeof blankPiece>[1];
  } = {},
): Piece {
  return readPiece({
    ...blankPiece(name, sheet),
    assets: Object.fromEntries([
      [plateName, plate(plateName)],
      ...faceFiles.map((file) => [file, face(file)]),
      ...Object.entries(solved),
    ]),
    plates: [{ id: 'plate-1', name: plateName, asset: plateName, scale: 1, x: 0, y: 0 }],
    letterings,
    veils,
    weave,
    chalk,
    depth,
  });
}
