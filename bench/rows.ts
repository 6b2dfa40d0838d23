/** A measurement of ours beside a peer's, taken in the same run. */
export interface Row {
  name: string;
  ours_ms: number;
  peer: string;
  peer_ms: number;
}

/** Prints one row for people and one JSON line for collecting. `ratio` below 1: ours is faster. */
export function printRow({ name, ours_ms, peer, peer_ms }: Row): void {
  const ratio = ours_ms / peer_ms;
  console.log(
    `${name.padEnd(62)} ours ${ours_ms.toFixed(0).padStart(7)} ms   ${peer}: ${peer_ms.toFixed(0)} ms   ratio ${ratio.toFixed(2)}`,
  );
  console.log(
    JSON.stringify({
      name,
      ours_ms: Math.round(ours_ms * 10) / 10,
      peer,
      peer_ms: Math.round(peer_ms * 10) / 10,
      ratio: Math.round(ratio * 1000) / 1000,
    }),
  );
}

/** A value without a peer, such as memory. */
export function printValue(name: string, ours: number, unit: string): void {
  console.log(`${name.padEnd(62)} ours ${ours.toFixed(0).padStart(7)} ${unit}`);
  console.log(JSON.stringify({ name, ours: Math.round(ours * 10) / 10, peer: null, peer_value: null, unit }));
}

export const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
export const percentile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))];

export async function timed<Value>(work: () => Promise<Value>): Promise<{ ms: number; value: Value }> {
  const start = performance.now();
  const value = await work();
  return { ms: performance.now() - start, value };
}
