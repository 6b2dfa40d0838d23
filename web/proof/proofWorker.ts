/// <reference lib="webworker" />
import { lookedAt, type Bytes, type ProofLook } from '../../core/proof/look';

/** A picture, and how it is to be looked at. */
export interface ProofOrder {
  number: number;
  picture: Bytes;
  look: ProofLook;
  ppi: number;
  scale: number;
}

export type ProofAnswer = { number: number; seen: Bytes } | { number: number; problem: string };

const scope = self as unknown as DedicatedWorkerGlobalScope;

scope.onmessage = ({ data: { number, picture, look, ppi, scale } }: MessageEvent<ProofOrder>) => {
  try {
    const seen = lookedAt(picture, look, ppi, scale);
    scope.postMessage({ number, seen } satisfies ProofAnswer);
  } catch (error) {
    const problem = error instanceof Error ? error.message : 'This could not be drawn.';
    scope.postMessage({ number, problem } satisfies ProofAnswer);
  }
};
