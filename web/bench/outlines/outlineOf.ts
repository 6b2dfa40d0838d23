import { longestPathData } from '../../../core/shape/shapes';
import { parseSvgPath } from '../../../core/shape/svgPath';
import type { Outline } from './outline';
import { outlineOfPdf } from './pdfFile';
import { outlineOfSvg } from './svgFile';

/** Largest drawing that is read, bytes. */
const largestDrawing = 8 * 1024 * 1024;

/**
 * All filled outlines of a drawing, an SVG or the first page of a PDF, each where the drawing has it.
 * @throws Error with the reason, for a person
 */
export async function outlineOf(file: File): Promise<Outline> {
  if (file.size > largestDrawing)
    throw new Error(`"${file.name}" is larger than ${largestDrawing / 1048576} MB, which is the limit for an outline.`);
  const head = await file.slice(0, 1024).text();
  const outline = await (head.includes('%PDF-') ? outlineOfPdf(file) : outlineOfSvg(file));
  const { data } = outline;
  if (data.length > longestPathData)
    throw new Error(
      `The outlines in "${file.name}" are too fine: ${data.length} characters of path data, where ${longestPathData} are the limit. Simplify the drawing.`,
    );
  if (parseSvgPath(data) === null) throw new Error(`The outlines in "${file.name}" enclose nothing.`);
  return outline;
}
