import type { LightPlanes } from './laplacian';

/** Looked up once: these loops are hot. */
const { min, max, abs, floor } = Math;

interface Grid {
  width: number;
  height: number;
  light: Float32Array[];
  alpha: Float32Array;
  front: Float32Array[];
  behind: Float32Array[];
  /** 1 for each px that is set; the others keep what the coarser grid says. */
  wanted: Uint8Array;
}

/** What keeps neighbours alike, and how much more where the matte changes. */
const alikeAlways = 5e-3;
const alikeAtEdges = 0.3;
/** Colours come from so far around what is wanted, px of each grid. */
const around = 2;
/** Rounds on small grids, where colours still have far to go, and on large ones. */
const smallGrid = 32;
const roundsSmall = 10;
const roundsLarge = 2;

/**
 * Estimates the front's own colour from a picture and its matte: front and behind are found together, from a coarse
 * grid to the
 * finest, so that their mixture is the picture and neighbours are alike (Germer, Uelwer, Conrad and Harmeling 2020, in
 * linear light).
 * @param wanted 1 where they are wanted; null: everywhere
 * @returns linear light, meaningful where they are wanted and the matte is above 0
 */
export function estimateFront(
  light: LightPlanes,
  alpha: Float32Array,
  width: number,
  height: number,
  wanted: Uint8Array | null = null,
): [Float32Array, Float32Array, Float32Array] {
  const finest: Grid = {
    width,
    height,
    light: [...light],
    alpha,
    front: [],
    behind: [],
    wanted: wanted ? widened(wanted, width, height) : new Uint8Array(width * height).fill(1),
  };
  const grids = [finest];
  while (grids[grids.length - 1].width > 1 || grids[grids.length - 1].height > 1)
    grids.push(halved(grids[grids.length - 1]));
  const coarsest = grids[grids.length - 1];
  coarsest.front = coarsest.light.map((plane) => plane.slice());
  coarsest.behind = coarsest.light.map((plane) => plane.slice());
  for (let k = grids.length - 2; k >= 0; k--) {
    const grid = grids[k];
    grid.front = grown(grids[k + 1].front, grids[k + 1], grid);
    grid.behind = grown(grids[k + 1].behind, grids[k + 1], grid);
    const rounds = grid.width <= smallGrid && grid.height <= smallGrid ? roundsSmall : roundsLarge;
    for (let round = 0; round < rounds; round++) relax(grid);
    grids[k + 1].front = grids[k + 1].behind = [];
  }
  return finest.front as [Float32Array, Float32Array, Float32Array];
}

function halved({ width, height, light, alpha, wanted }: Grid): Grid {
  const half: Grid = {
    width: max(1, width >> 1),
    height: max(1, height >> 1),
    light: [],
    alpha: new Float32Array(0),
    front: [],
    behind: [],
    wanted: new Uint8Array(max(1, width >> 1) * max(1, height >> 1)),
  };
  for (let y = 0, i = 0; y < height; y++) {
    const row = min(half.height - 1, y >> 1) * half.width;
    for (let x = 0; x < width; x++, i++) if (wanted[i] === 1) half.wanted[row + min(half.width - 1, x >> 1)] = 1;
  }
  half.wanted = widened(half.wanted, half.width, half.height);
  const shrink = (plane: Float32Array): Float32Array => {
    const out = new Float32Array(half.width * half.height);
    for (let y = 0; y < half.height; y++) {
      const top = min(height - 1, 2 * y) * width;
      const bottom = min(height - 1, 2 * y + 1) * width;
      for (let x = 0; x < half.width; x++) {
        const left = min(width - 1, 2 * x);
        const right = min(width - 1, 2 * x + 1);
        out[y * half.width + x] =
          (plane[top + left] + plane[top + right] + plane[bottom + left] + plane[bottom + right]) / 4;
      }
    }
    return out;
  };
  half.light = light.map(shrink);
  half.alpha = shrink(alpha);
  return half;
}

/** Also what lies around it, in a square. */
function widened(wanted: Uint8Array, width: number, height: number): Uint8Array {
  const across = wanted.slice();
  for (let i = 0; i < wanted.length; i++)
    if (wanted[i] === 1) {
      const x = i % width;
      across.fill(1, i - min(x, around), i + min(width - 1 - x, around) + 1);
    }
  const out = across.slice();
  for (let y = 0; y < height; y++)
    for (let v = max(0, y - around); v <= min(height - 1, y + around); v++)
      for (let x = 0; x < width; x++) if (across[v * width + x] === 1) out[y * width + x] = 1;
  return out;
}

/** The nearest px of the coarser grid. */
function grown(planes: readonly Float32Array[], from: Grid, to: Grid): Float32Array[] {
  return planes.map((plane) => {
    const out = new Float32Array(to.width * to.height);
    for (let y = 0; y < to.height; y++) {
      const row = min(from.height - 1, floor((y * from.height) / to.height)) * from.width;
      for (let x = 0; x < to.width; x++)
        out[y * to.width + x] = plane[row + min(from.width - 1, floor((x * from.width) / to.width))];
    }
    return out;
  });
}

/** One round over all px: each is set so that it mixes to the picture and is like its four neighbours. */
function relax({ width, height, light, alpha, front, behind, wanted }: Grid): void {
  const sums = new Float64Array(6);
  const neighbours = new Int32Array(4);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (wanted[i] === 0) continue;
      const own = alpha[i];
      const rest = 1 - own;
      let weights = 0;
      sums.fill(0);
      neighbours[0] = x > 0 ? i - 1 : i;
      neighbours[1] = x < width - 1 ? i + 1 : i;
      neighbours[2] = y > 0 ? i - width : i;
      neighbours[3] = y < height - 1 ? i + width : i;
      for (const j of neighbours) {
        const weight = alikeAlways + alikeAtEdges * abs(own - alpha[j]);
        weights += weight;
        for (let c = 0; c < 3; c++) {
          sums[c] += weight * front[c][j];
          sums[c + 3] += weight * behind[c][j];
        }
      }
      const [a, b, d] = [own * own + weights, own * rest, rest * rest + weights];
      const scale = 1 / (a * d - b * b);
      for (let c = 0; c < 3; c++) {
        const p = own * light[c][i] + sums[c];
        const q = rest * light[c][i] + sums[c + 3];
        front[c][i] = min(1, max(0, (d * p - b * q) * scale));
        behind[c][i] = min(1, max(0, (a * q - b * p) * scale));
      }
    }
  }
}
