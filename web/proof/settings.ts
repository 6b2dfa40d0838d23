import type { PieceSize } from '../../core/piece/sizeSchema';
import { mmPerPixel } from '../../core/proof/paper';
import { plainLook, type ProofLook } from '../../core/proof/look';

/** How two pictures stand beside each other. */
export type Comparing = 'now' | 'before' | 'wipe' | 'blink' | 'beside';

/** What the Proof page shows, and how. */
export interface ProofSettings {
  comparing: Comparing;
  look: ProofLook;
  /** Lines at the trim and at the safe area. */
  edges: boolean;
  /** What is cut off around, and what should stay free within, mm. */
  bleed: number;
  /** Top, right, bottom, left. */
  safe: PieceSize['safe'];
  /** It is shown as large as it is on paper. */
  trueSize: boolean;
}

export const firstSettings: ProofSettings = {
  comparing: 'now',
  look: plainLook,
  edges: false,
  bleed: 0,
  safe: [5, 5, 5, 5],
  trueSize: false,
};

/** What a size is first looked at with: its own safe area is shown. */
export function settingsFor(size: PieceSize | null): ProofSettings {
  if (!size || size.safe.every((side) => side === 0)) return firstSettings;
  const mm = (side: number): number => Math.round(side * mmPerPixel(size.ppi) * 10) / 10;
  return { ...firstSettings, safe: size.safe.map(mm) as PieceSize['safe'], edges: true };
}

/** What part of the proof a choice belongs to. */
export type SetProof = (change: Partial<ProofSettings>) => void;
