import { random } from '../../../kernels/testing';
import { CutGraph } from './minimumCut';

interface Problem {
  nodes: number;
  pulls: number[];
  ties: [number, number, number][];
}

/** What a division costs. */
function costOf({ pulls, ties }: Problem, side: ArrayLike<number>): number {
  let cost = 0;
  pulls.forEach((pull, node) => {
    if (pull > 0 && side[node] === 0) cost += pull;
    if (pull < 0 && side[node] === 1) cost -= pull;
  });
  for (const [a, b, strength] of ties) if (side[a] !== side[b]) cost += strength;
  return cost;
}

/** The least cost of all divisions, by trying every one. */
function leastCost(problem: Problem): number {
  let least = Infinity;
  for (let code = 0; code < 2 ** problem.nodes; code++)
    least = Math.min(
      least,
      costOf(
        problem,
        Array.from({ length: problem.nodes }, (_, node) => (code >> node) & 1),
      ),
    );
  return least;
}

function graphOf({ nodes, pulls, ties }: Problem): CutGraph {
  const graph = new CutGraph(nodes, ties.length);
  pulls.forEach((pull, node) => graph.draw(node, pull));
  for (const [a, b, strength] of ties) graph.tie(a, b, strength);
  return graph;
}

const divide = (problem: Problem): Uint8Array => graphOf(problem).divide();

/** Small graphs with whole strengths, by a seed. */
function* problems(seed: number): Generator<Problem> {
  const next = random(seed);
  for (let round = 0; round < 150; round++) {
    const nodes = 2 + Math.floor(next() * 9);
    const pulls = Array.from({ length: nodes }, () => (next() < 0.3 ? 0 : Math.round((next() - 0.5) * 40)));
    const ties: [number, number, number][] = [];
    for (let a = 0; a < nodes; a++)
      for (let b = a + 1; b < nodes; b++) if (next() < 0.5) ties.push([a, b, Math.round(next() * 20)]);
    yield { nodes, pulls, ties };
  }
}

test('every division it finds costs as little as the best of all', () => {
  for (const problem of problems(11)) expect(costOf(problem, divide(problem))).toBe(leastCost(problem));
});

test('a branch that is drawn further divides as a graph that was drawn so from the beginning, and leaves its own alone', () => {
  for (const problem of problems(12)) {
    const graph = graphOf(problem);
    graph.divide();
    for (const node of [0, problem.nodes - 1]) {
      const branch = graph.branch();
      branch.draw(node, 60);
      const drawn = { ...problem, pulls: problem.pulls.map((pull, k) => (k === node ? pull + 60 : pull)) };
      expect(costOf(drawn, branch.divide())).toBe(leastCost(drawn));
      expect([...graph.branch().divide()]).toEqual([...divide(problem)]);
    }
  }
});

test('a chain is cut at its weakest tie', () => {
  const side = divide({
    nodes: 5,
    pulls: [100, 0, 0, 0, -100],
    ties: [
      [0, 1, 5],
      [1, 2, 4],
      [2, 3, 1],
      [3, 4, 6],
    ],
  });
  expect([...side]).toEqual([1, 1, 1, 0, 0]);
});

test('without any pull to the front everything lies behind', () => {
  expect([
    ...divide({
      nodes: 3,
      pulls: [0, -1, 0],
      ties: [
        [0, 1, 1],
        [1, 2, 1],
      ],
    }),
  ]).toEqual([0, 0, 0]);
});
