import { toSvgPath } from '../../shape/svgPath';
import type { Letters } from '../../type/letters';

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!);

/**
 * The letters as they stand on the sheet, as an SVG drawing of the sheet's size: one path for each letter, filled by
 * the
 * non-zero rule.
 * @param colour CSS colour of letters without a colour of their own
 */
export function lettersToSvg(
  { letters, place }: Letters,
  sheet: { width: number; height: number },
  colour: string,
): string {
  const paths = letters.flatMap(({ path, text, colour: own }) => {
    const data = toSvgPath(path, place);
    return data === ''
      ? []
      : [`  <path${own ? ` fill="${escaped(own)}"` : ''} d="${data}"><title>${escaped(text)}</title></path>`];
  });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${sheet.width}" height="${sheet.height}" viewBox="0 0 ${sheet.width} ${sheet.height}">`,
    ` <g fill="${escaped(colour)}">`,
    ...paths,
    ' </g>',
    '</svg>',
    '',
  ].join('\n');
}
