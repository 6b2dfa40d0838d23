import { Outdated, type IsOutdated } from '../../../graph/evaluate';

/**
 * Minimum cut of a graph whose nodes are pulled to two sides and tied to one another, by growing two search trees that
 * are
 * kept between augmentations (Boykov and Kolmogorov 2004).
 */
const none = -1;
/** Steps between two questions whether the answer is still wanted. */
const askedEvery = 2048;
/** Parent of a node that hangs on its own side directly, and of one that has lost its parent. */
const root = -2;
const orphan = -3;
const [free, frontTree, behindTree] = [0, 1, 2];

export class CutGraph {
  private first: Int32Array;
  private next: Int32Array;
  private head: Int32Array;
  private room: Float32Array;
  private pull: Float32Array;
  private readonly tree: Uint8Array;
  private readonly parent: Int32Array;
  private readonly stamp: Int32Array;
  private readonly distance: Int32Array;
  private readonly queued: Uint8Array;
  private readonly queue: Int32Array;
  private queueStart = 0;
  private queueCount = 0;
  private orphans: number[] = [];
  private arcs = 0;
  private time = 0;

  constructor(
    private readonly nodes: number,
    edges: number,
  ) {
    this.first = new Int32Array(nodes).fill(none);
    this.next = new Int32Array(2 * edges);
    this.head = new Int32Array(2 * edges);
    this.room = new Float32Array(2 * edges);
    this.pull = new Float32Array(nodes);
    this.tree = new Uint8Array(nodes);
    this.parent = new Int32Array(nodes).fill(none);
    this.stamp = new Int32Array(nodes);
    this.distance = new Int32Array(nodes);
    this.queued = new Uint8Array(nodes);
    this.queue = new Int32Array(nodes);
  }

  /**
   * The same graph with what flows through it already, to be drawn further and divided again: only what is new costs time.
   * The division is that of a graph that was drawn so from the beginning. It takes no further ties.
   */
  branch(): CutGraph {
    const out = new CutGraph(this.nodes, 0);
    out.first = this.first;
    out.next = this.next;
    out.head = this.head;
    out.room = this.room.slice();
    out.pull = this.pull.slice();
    return out;
  }

  /** Pulls a node: above 0 to the front, below 0 behind. What it costs to be on the other side. */
  draw(node: number, strength: number): void {
    this.pull[node] += strength;
  }

  /** Ties two nodes: what it costs when they come to lie on different sides. */
  tie(a: number, b: number, strength: number): void {
    const { first, next, head, room } = this;
    const arc = this.arcs;
    head[arc] = b;
    room[arc] = strength;
    next[arc] = first[a];
    first[a] = arc;
    head[arc + 1] = a;
    room[arc + 1] = strength;
    next[arc + 1] = first[b];
    first[b] = arc + 1;
    this.arcs += 2;
  }

  /**
   * Finds the cheapest division.
   * @returns 1 for each node in front, 0 behind
   * @throws Outdated when `isOutdated`, asked now and then, says so
   */
  divide(isOutdated?: IsOutdated): Uint8Array {
    const { nodes, pull, tree, parent } = this;
    for (let node = 0; node < nodes; node++) {
      if (pull[node] === 0) continue;
      tree[node] = pull[node] > 0 ? frontTree : behindTree;
      parent[node] = root;
      this.stamp[node] = 0;
      this.distance[node] = 1;
      this.activate(node);
    }
    let current = none;
    for (;;) {
      let node = current;
      current = none;
      if (node === none || parent[node] === none) node = this.nextActive();
      if (node === none) break;
      const bridge = this.grow(node);
      this.time++;
      if (this.time % askedEvery === 0 && isOutdated?.()) throw new Outdated();
      if (bridge === none) continue;
      // The node may have more to give: it is looked at again before the others.
      current = node;
      this.augment(bridge);
      this.adopt();
    }
    return Uint8Array.from(tree, (side) => (side === frontTree ? 1 : 0));
  }

  private activate(node: number): void {
    if (this.queued[node]) return;
    this.queued[node] = 1;
    this.queue[(this.queueStart + this.queueCount++) % this.nodes] = node;
  }

  private nextActive(): number {
    while (this.queueCount > 0) {
      const node = this.queue[this.queueStart];
      this.queueStart = (this.queueStart + 1) % this.nodes;
      this.queueCount--;
      this.queued[node] = 0;
      if (this.parent[node] !== none) return node;
    }
    return none;
  }

  /** Grows a tree from a node. @returns an arc from the front tree to the other one, where they meet */
  private grow(node: number): number {
    const { first, next, head, room, tree, parent, stamp, distance } = this;
    const own = tree[node];
    for (let arc = first[node]; arc !== none; arc = next[arc]) {
      if (room[own === frontTree ? arc : arc ^ 1] <= 0) continue;
      const other = head[arc];
      if (parent[other] === none) {
        tree[other] = own;
        parent[other] = arc ^ 1;
        stamp[other] = stamp[node];
        distance[other] = distance[node] + 1;
        this.activate(other);
      } else if (tree[other] !== own) return own === frontTree ? arc : arc ^ 1;
      else if (stamp[other] <= stamp[node] && distance[other] > distance[node]) {
        // A shorter way to the root.
        parent[other] = arc ^ 1;
        stamp[other] = stamp[node];
        distance[other] = distance[node] + 1;
      }
    }
    return none;
  }

  private augment(bridge: number): void {
    const { head, room, parent, pull } = this;
    let least = room[bridge];
    let node = head[bridge ^ 1];
    for (; parent[node] !== root; node = head[parent[node]])
      if (room[parent[node] ^ 1] < least) least = room[parent[node] ^ 1];
    if (pull[node] < least) least = pull[node];
    node = head[bridge];
    for (; parent[node] !== root; node = head[parent[node]]) if (room[parent[node]] < least) least = room[parent[node]];
    if (-pull[node] < least) least = -pull[node];

    room[bridge ^ 1] += least;
    room[bridge] -= least;
    node = head[bridge ^ 1];
    while (parent[node] !== root) {
      const arc = parent[node];
      const up = head[arc];
      room[arc] += least;
      room[arc ^ 1] -= least;
      if (room[arc ^ 1] <= 0) this.abandon(node);
      node = up;
    }
    pull[node] -= least;
    if (pull[node] <= 0) this.abandon(node);
    node = head[bridge];
    while (parent[node] !== root) {
      const arc = parent[node];
      const up = head[arc];
      room[arc ^ 1] += least;
      room[arc] -= least;
      if (room[arc] <= 0) this.abandon(node);
      node = up;
    }
    pull[node] += least;
    if (pull[node] >= 0) this.abandon(node);
  }

  private abandon(node: number): void {
    this.parent[node] = orphan;
    this.orphans.push(node);
  }

  private adopt(): void {
    // First come, first served; those abandoned on the way join at the end.
    for (let at = 0; at < this.orphans.length; at++) this.findParent(this.orphans[at]);
    this.orphans.length = 0;
  }

  private findParent(node: number): void {
    const { first, next, head, room, tree, parent, stamp, distance } = this;
    const own = tree[node];
    let best = none;
    let bestDistance = 0x7fffffff;
    for (let arc = first[node]; arc !== none; arc = next[arc]) {
      // Room must be left on the way from the root's side to the node.
      if (room[own === frontTree ? arc ^ 1 : arc] <= 0) continue;
      const start = head[arc];
      if (tree[start] !== own || parent[start] === none) continue;
      let steps = 0;
      let other = start;
      for (;;) {
        if (stamp[other] === this.time) {
          steps += distance[other];
          break;
        }
        const up = parent[other];
        steps++;
        if (up === root) {
          stamp[other] = this.time;
          distance[other] = 1;
          break;
        }
        if (up === orphan || up === none) {
          steps = 0x7fffffff;
          break;
        }
        other = head[up];
      }
      if (steps === 0x7fffffff) continue;
      if (steps < bestDistance) {
        best = arc;
        bestDistance = steps;
      }
      for (other = start; stamp[other] !== this.time; other = head[parent[other]]) {
        stamp[other] = this.time;
        distance[other] = steps--;
      }
    }
    if (best !== none) {
      parent[node] = best;
      stamp[node] = this.time;
      distance[node] = bestDistance + 1;
      return;
    }
    parent[node] = none;
    tree[node] = free;
    for (let arc = first[node]; arc !== none; arc = next[arc]) {
      const other = head[arc];
      const up = parent[other];
      if (tree[other] !== own || up === none) continue;
      if (room[own === frontTree ? arc ^ 1 : arc] > 0) this.activate(other);
      if (up >= 0 && head[up] === node) this.abandon(other);
    }
  }
}
