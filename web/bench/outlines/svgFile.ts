import { SVGPathData } from 'svg-pathdata';
import { parseSvgPath } from '../../../core/shape/svgPath';
import type { Outline } from './outline';

/**
 * All outlines of a drawing as one path: paths, polygons, boxes, circles and ellipses, each where the drawing has it.
 * @throws Error with the reason, for a person
 */
export async function outlineOfSvg(file: File): Promise<Outline> {
  const drawing = new DOMParser().parseFromString(await file.text(), 'image/svg+xml');
  if (drawing.querySelector('parsererror') || drawing.documentElement.localName !== 'svg')
    throw new Error(`"${file.name}" is not an SVG drawing.`);
  const shapes = [...drawing.querySelectorAll('path, polygon, polyline, rect, circle, ellipse')].filter(
    (element) => !element.closest('defs, clipPath, mask, symbol, pattern, marker'),
  );
  const data = shapes
    .map((element) => placed(element, dataOf(element)))
    .filter((one) => parseSvgPath(one) !== null)
    .join(' ');
  if (data === '')
    throw new Error(`"${file.name}" contains no filled outline. Text and lines must be turned into outlines first.`);
  const root = drawing.documentElement as Element as SVGSVGElement;
  const width =
    root
      .getAttribute('viewBox')
      ?.trim()
      .split(/[\s,]+/)
      .map(Number)[2] ?? Number.parseFloat(root.getAttribute('width') ?? '');
  return { data, width: width > 0 ? width : null };
}

function dataOf(element: Element): string {
  const number = (name: string): number => Number.parseFloat(element.getAttribute(name) ?? '') || 0;
  switch (element.localName) {
    case 'path':
      return element.getAttribute('d') ?? '';
    case 'polygon':
    case 'polyline':
      return `M${element.getAttribute('points') ?? ''}Z`;
    case 'rect':
      return `M${number('x')} ${number('y')}h${number('width')}v${number('height')}h${-number('width')}Z`;
    default: {
      const [rx, ry] = element.localName === 'circle' ? [number('r'), number('r')] : [number('rx'), number('ry')];
      return `M${number('cx') - rx} ${number('cy')}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`;
    }
  }
}

/** Path data after the transforms of an element and of all that it stands in. */
function placed(element: Element, data: string): string {
  try {
    let path = new SVGPathData(data).toAbs();
    for (let at: Element | null = element; at; at = at.parentElement) {
      const matrix = (at as Partial<SVGGraphicsElement>).transform?.baseVal.consolidate()?.matrix;
      if (matrix) path = path.matrix(matrix.a, matrix.b, matrix.c, matrix.d, matrix.e, matrix.f);
    }
    return path.round(1e4).encode();
  } catch {
    return '';
  }
}
