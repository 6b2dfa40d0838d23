import { byReference, random } from '../testing';
import { offsets, solveStencil, type StencilEquations } from '.';

/** Equations with a known answer, in which only a round part of the grid is unknown; diagonals outweigh ties by little. */
function made(width: number, height: number, seed: number): { equations: StencilEquations; answer: Float32Array } {
  const next = random(seed);
  const count = width * height;
  const isIn = (x: number, y: number): boolean =>
    x >= 0 && x < width && ((x - width / 2) / (width / 2.2)) ** 2 + ((y - height / 2) / (height / 2.2)) ** 2 < 1;
  const equations = {
    width,
    height,
    diagonal: new Float32Array(count),
    ties: new Float32Array(count * offsets.length),
    right: new Float32Array(count),
  };
  const answer = new Float32Array(count);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (!isIn(x, y)) continue;
      const i = y * width + x;
      answer[i] = next();
      equations.diagonal[i] += 0.01;
      offsets.forEach(([dx, dy], k) => {
        if (y + dy >= height || !isIn(x + dx, y + dy)) return;
        const tie = -0.2 * next();
        equations.ties[k * count + i] = tie;
        equations.diagonal[i] -= tie;
        equations.diagonal[i + dy * width + dx] -= tie;
      });
    }
  for (let i = 0; i < count; i++) equations.right[i] += equations.diagonal[i] * answer[i];
  offsets.forEach(([dx, dy], k) => {
    const off = dy * width + dx;
    for (let i = 0; i + off < count; i++) {
      const tie = equations.ties[k * count + i];
      equations.right[i] += tie * answer[i + off];
      equations.right[i + off] += tie * answer[i];
    }
  });
  return { equations, answer };
}

const furthest = (a: Float32Array, b: Float32Array): number =>
  a.reduce((most, value, i) => Math.max(most, Math.abs(value - b[i])), 0);

test.each([
  [4, 3],
  [24, 17],
  [64, 40],
])('%d by %d px: the answer is found, compiled and by the reference', (width, height) => {
  const { equations, answer } = made(width, height, 3);
  for (const run of [(work: () => void) => work(), (work: () => void) => byReference(work)]) {
    const values = new Float32Array(answer.length);
    run(() => solveStencil(equations, values, { tolerance: 1e-6, steps: 2000 }));
    expect(furthest(values, answer)).toBeLessThan(2e-4);
  }
});

test('a few steps are the same, compiled and by the reference', () => {
  const { equations, answer } = made(40, 30, 8);
  const [own, plain] = [new Float32Array(answer.length), new Float32Array(answer.length)];
  const options = { tolerance: 1e-9, steps: 7 };
  solveStencil(equations, own, options);
  byReference(() => solveStencil(equations, plain, options));
  expect(furthest(own, plain)).toBeLessThan(1e-5);
  // Not there yet: it is the way that is compared, not the end.
  expect(furthest(own, answer)).toBeGreaterThan(1e-3);
});

test('what is told of its progress grows to 1', () => {
  const { equations, answer } = made(64, 40, 5);
  const told: number[] = [];
  solveStencil(equations, new Float32Array(answer.length), {
    tolerance: 1e-4,
    steps: 500,
    progress: (done) => told.push(done),
  });
  expect(told.length).toBeGreaterThan(2);
  expect(told[told.length - 1]).toBeCloseTo(1, 1);
});

test('nothing unknown, and a width that cannot be', () => {
  const none = {
    width: 8,
    height: 2,
    diagonal: new Float32Array(16),
    ties: new Float32Array(192),
    right: new Float32Array(16),
  };
  const values = new Float32Array(16);
  solveStencil(none, values, { tolerance: 1e-3, steps: 10 });
  expect(values).toEqual(new Float32Array(16));
  expect(() => solveStencil({ ...none, width: 7 }, values, { tolerance: 1e-3, steps: 10 })).toThrow(RangeError);
});
