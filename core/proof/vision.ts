import { filterDeficiencyDeuter, filterDeficiencyProt, filterDeficiencyTrit } from 'culori';
import type { Raster } from '../pixels/raster';
import { lumaAt } from '../pixels/luma';

/** Ways in which colours may be seen otherwise. */
export const deficiencies = ['protan', 'deutan', 'tritan'] as const;
export type Deficiency = (typeof deficiencies)[number];

/** A 3 x 3 matrix by rows. */
type Matrix = readonly number[];

const filters = { protan: filterDeficiencyProt, deutan: filterDeficiencyDeuter, tritan: filterDeficiencyTrit };

/**
 * What a colour-vision deficiency makes of linear light: the matrices of Machado, Oliveira and Fernandes (2009),
 * "A Physiologically-based Model for Simulation of Color Vision Deficiency", between their tenths by straight lines.
 * @param severity 0 sees as most people do, 1 lacks one kind of cone
 * @returns a 3 x 3 matrix by rows, for linear sRGB
 */
export function deficiencyMatrix(kind: Deficiency, severity: number): Matrix {
  const filter = filters[kind](Math.min(1, Math.max(0, severity)));
  const columns = [
    { mode: 'rgb', r: 1, g: 0, b: 0 },
    { mode: 'rgb', r: 0, g: 1, b: 0 },
    { mode: 'rgb', r: 0, g: 0, b: 1 },
  ].map((basis) => filter(basis as never) as unknown as { r: number; g: number; b: number });
  return [...columns.map(({ r }) => r), ...columns.map(({ g }) => g), ...columns.map(({ b }) => b)];
}

/** Linear light as someone with a colour-vision deficiency sees it; in place. @param light RGBA, opaque */
export function seeWith(light: Raster, kind: Deficiency, severity: number): void {
  const [a, b, c, d, e, f, g, h, i] = deficiencyMatrix(kind, severity);
  const { data } = light;
  for (let at = 0; at < data.length; at += 4) {
    const [red, green, blue] = [data[at], data[at + 1], data[at + 2]];
    data[at] = Math.max(0, a * red + b * green + c * blue);
    data[at + 1] = Math.max(0, d * red + e * green + f * blue);
    data[at + 2] = Math.max(0, g * red + h * green + i * blue);
  }
}

/** Linear light without its colours: luminance (Rec. 709); in place. @param light RGBA, opaque */
export function seeGrey({ data }: Raster): void {
  for (let at = 0; at < data.length; at += 4) data.fill(lumaAt(data, at), at, at + 3);
}
