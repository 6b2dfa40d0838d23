import type { Patches } from '../scribble/patches';

/** Looked up once: these loops are hot. */
const { ceil, floor } = Math;

/** A point where three regions or more meet, and how much of a disc around it each takes. */
export interface Junction {
  regions: number[];
  shares: number[];
}

/** Radius of the disc, px; and how far apart junctions that are looked at lie at least. */
const radius = 7;
const spacing = 4;

/** Points where regions meet, evenly thinned. @param of the region of each patch */
export function junctionsOf(
  { labels, width, height }: Pick<Patches, 'labels' | 'width' | 'height'>,
  of: Int32Array,
): Junction[] {
  const at = (x: number, y: number): number => of[labels[y * width + x]];
  const columns = ceil(width / spacing);
  const taken = new Uint8Array(columns * ceil(height / spacing));
  const out: Junction[] = [];
  for (let y = radius; y < height - radius; y++) {
    for (let x = radius; x < width - radius; x++) {
      const cell = floor(y / spacing) * columns + floor(x / spacing);
      if (taken[cell]) continue;
      const [a, b, c, d] = [at(x, y), at(x + 1, y), at(x, y + 1), at(x + 1, y + 1)];
      const second = b !== a ? 1 : 0;
      const third = c !== a && c !== b ? 1 : 0;
      const fourth = d !== a && d !== b && d !== c ? 1 : 0;
      if (second + third + fourth < 2) continue;
      taken[cell] = 1;
      out.push(around(x, y, at));
    }
  }
  return out;
}

function around(x: number, y: number, at: (x: number, y: number) => number): Junction {
  const counts = new Map<number, number>();
  let all = 0;
  for (let v = -radius + 1; v <= radius; v++) {
    for (let u = -radius + 1; u <= radius; u++) {
      if ((u - 0.5) ** 2 + (v - 0.5) ** 2 > radius * radius) continue;
      const region = at(x + u, y + v);
      counts.set(region, (counts.get(region) ?? 0) + 1);
      all++;
    }
  }
  return { regions: [...counts.keys()], shares: [...counts.values()].map((count) => count / all) };
}
