import type { OklabPlanes } from '../../pixels/oklabPlanes';
import { mapSize, type Finding, type FoundMap, type Measure } from '../measure';
import type { CoarseView, View } from '../view';
import { strongEdges } from './strongEdges';
import { edgeSigma } from './edgeSigma';

/** Looked up once: these loops are hot. */
const { exp, hypot, max, min, round } = Math;

/** How sharp a plate is, and where: sigma of the Gaussian that an edge was blurred by, plate px. */
export interface Focus extends Finding {
  map: FoundMap;
  /** The tenth of the edges that is sharper than this, the half, and nine tenths. */
  sharpest: number;
  usual: number;
  softest: number;
  /** How much sigma grows for each 1000 px to the right and down, where the lower half recedes evenly; else null. */
  recedes: { across: number; down: number } | null;
  /** Edges that were measured. */
  edges: number;
}

/** Cells of the map along the longer side. */
const mapCells = 64;
/** So far an edge tells of what is around it: parts of the longer side; and so unlike it may look (Oklab). */
const [near, alike] = [0.05, 0.07];
/** A step of encoded brightness each px from which an edge is plain. */
const plain = 0.035;
/** Of the edges that tell of a place, this quantile. */
const told = 0.4;
/** What an edge tells of everything else. */
const everywhere = 1e-5;
/** Fewer edges than this tell little. */
const manyEdges = 120;

/**
 * Focus over the plate: the blur of its edges (Zhuo and Sim 2011), spread over what is near and looks alike (in the place of
 * their matting Laplacian a joint bilateral quantile: soft shadows and folds are edges too, so it is the sharper ones that tell).
 */
export const focus: Measure<Focus> = { name: 'focus', version: 1, take: focusOf };

interface Known {
  x: number;
  y: number;
  sigma: number;
  /** How much it is worth: grain misleads where the step is weak. */
  sure: number;
}

async function focusOf({ picture, coarse }: View): Promise<Focus> {
  const known: Known[] = [];
  for (const edge of strongEdges(coarse)) {
    const place = [edge.x * coarse.factor, edge.y * coarse.factor] as const;
    const sigma = await edgeSigma(picture, { place, outward: edge.across }, { first: 5, lines: true });
    if (sigma !== null) known.push({ x: edge.x, y: edge.y, sigma, sure: min(1, edge.strength / plain) ** 2 });
  }
  known.sort((a, b) => a.sigma - b.sigma);
  const at = (share: number): number => known[round(share * (known.length - 1))]?.sigma ?? 0;
  const map = spread(coarse, known);
  return {
    map,
    sharpest: at(0.1),
    usual: at(0.5),
    softest: at(0.9),
    recedes: receding(map, coarse),
    edges: known.length,
    confidence: min(1, known.length / manyEdges),
  };
}

/** What the edges tell of each cell. @param known the sharpest first */
function spread(coarse: CoarseView, known: readonly Known[]): FoundMap {
  const longer = max(coarse.width, coarse.height);
  const { width, height } = mapSize(coarse, mapCells);
  const values = new Array<number>(width * height).fill(0);
  if (known.length === 0) return { width, height, values };
  const colours = known.map(({ x, y }) => colourAt(coarse.lab, coarse, x, y));
  const reach = 2 * (near * longer) ** 2;
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const [x, y] = [((column + 0.5) / width) * coarse.width, ((row + 0.5) / height) * coarse.height];
      const own = colourAt(coarse.lab, coarse, x, y);
      const weights = known.map((one, k) => {
        const colour = colours[k];
        const unlike = hypot(colour[0] - own[0], colour[1] - own[1], colour[2] - own[2]);
        const far = (one.x - x) ** 2 + (one.y - y) ** 2;
        const likely = exp(-far / reach - unlike ** 2 / (2 * alike ** 2)) + everywhere * exp(-far / (16 * reach));
        return one.sure * likely;
      });
      const wanted = told * weights.reduce((sum, weight) => sum + weight, 0);
      let [k, sum] = [0, weights[0]];
      while (k < known.length - 1 && sum < wanted) sum += weights[++k];
      values[row * width + column] = known[k].sigma;
    }
  }
  return { width, height, values };
}

/** The colour that an edge's surroundings have. */
function colourAt(lab: OklabPlanes, { width, height }: CoarseView, x: number, y: number): [number, number, number] {
  const at = min(height - 1, max(0, y | 0)) * width + min(width - 1, max(0, x | 0));
  return [lab[0][at], lab[1][at], lab[2][at]];
}

/** How well an even change must explain the map to be told. */
const leastExplained = 0.5;

/** An even change of sigma over the lower half, in least squares. */
function receding({ width, height, values }: FoundMap, coarse: CoarseView): Focus['recedes'] {
  const first = height >> 1;
  const cells = values.slice(first * width).map((sigma, i) => ({
    x: (((i % width) + 0.5) / width) * coarse.width * coarse.factor,
    y: ((first + ((i / width) | 0) + 0.5) / height) * coarse.height * coarse.factor,
    sigma,
  }));
  if (cells.length < 4) return null;
  const mean = (of: (cell: (typeof cells)[number]) => number): number =>
    cells.reduce((sum, cell) => sum + of(cell), 0) / cells.length;
  const [mx, my, ms] = [mean(({ x }) => x), mean(({ y }) => y), mean(({ sigma }) => sigma)];
  const xx = mean(({ x }) => (x - mx) ** 2);
  const yy = mean(({ y }) => (y - my) ** 2);
  // The cells are a grid: both directions are independent.
  const across = mean(({ x, sigma }) => (x - mx) * (sigma - ms)) / max(1e-9, xx);
  const down = mean(({ y, sigma }) => (y - my) * (sigma - ms)) / max(1e-9, yy);
  const all = mean(({ sigma }) => (sigma - ms) ** 2);
  const explained = (across ** 2 * xx + down ** 2 * yy) / max(1e-12, all);
  return explained < leastExplained ? null : { across: across * 1000, down: down * 1000 };
}
