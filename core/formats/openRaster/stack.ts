import { xmlText } from '../xml';
import { compositeOps, type FileLayer } from './layers';

/** The path of a layer's picture in the file. */
export const layerPath = (part: string): string => `data/${part}.png`;

/**
 * The list of layers (OpenRaster 0.0.5, `stack.xml`): the nearest one first.
 * @param frame where the picture begins, and how large it is, output px
 */
export function stackXml(
  layers: readonly FileLayer[],
  frame: { x: number; y: number; width: number; height: number },
  ppi: number,
): string {
  const resolution = Math.round(ppi);
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<image version="0.0.5" w="${frame.width}" h="${frame.height}" xres="${resolution}" yres="${resolution}">`,
    ' <stack>',
    ...[...layers]
      .reverse()
      .map(
        ({ part, name, mode, isShown, frame: { x, y } }) =>
          `  <layer name="${xmlText(name)}" src="${layerPath(part)}" x="${x - frame.x}" y="${y - frame.y}" opacity="1.0"` +
          ` visibility="${isShown ? 'visible' : 'hidden'}" composite-op="${compositeOps[mode]}"/>`,
      ),
    ' </stack>',
    '</image>',
    '',
  ].join('\n');
}
