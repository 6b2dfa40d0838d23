import { useKeys } from '../../keys/useKeys';
import { veilKeys } from './keys';
import { veilHand, type VeilTool } from './hand';
import type { ComponentType } from 'react';
import { useBench } from '../../benchContext';
import { ChangedMark } from './ChangedMark';
import { cutPlate, type CutPlate } from './cutting';
import { Grafting } from './Grafting';
import { KeyingTone } from './KeyingTone';
import { PaintingEdge } from './PaintingEdge';
import { SolvingMark } from './SolvingMark';
import { Scribbling } from './Scribbling';
import { ShadowPainting } from './ShadowPainting';
import { StandingOut } from './StandingOut';
import { TouchingUp } from './TouchingUp';
import { Tracing } from './Tracing';
import { Weaving } from './Weaving';
import { useFlash } from './useFlash';
import { WipeLine } from './WipeLine';

const hands: Record<VeilTool, ComponentType<{ plate: CutPlate }>> = {
  'stand-out': StandingOut,
  trace: Tracing,
  scribble: Scribbling,
  tone: KeyingTone,
  edge: PaintingEdge,
  'touch-up': TouchingUp,
  weave: Weaving,
  shadow: ShadowPainting,
  graft: Grafting,
};

/** Keys of the brush, whatever it paints. */
function useBrushKeys(): void {
  const swap = (): void =>
    veilHand.set({ side: veilHand.get().side === 'front' ? 'behind' : 'front', clearing: false });
  const hold = (on: boolean) => () => veilHand.set({ straightStroke: on });
  useKeys([
    [veilKeys.swap, { down: swap }],
    [veilKeys.straight, { down: ({ repeat }) => !repeat && hold(true)(), up: hold(false) }],
  ]);
}

export function Handles() {
  const { piece, materials, veil, mayChange } = useBench();
  const tool = veilHand.use('veilTool').veilTool;
  const look = veilHand.use('look').look;
  useBrushKeys();
  useFlash();
  const plate = cutPlate(piece, veil);
  if (!plate || !materials || !mayChange) return null;
  const Hand = hands[tool];
  return (
    <g>
      <Hand plate={plate} />
      <ChangedMark plate={plate} />
      <SolvingMark plate={plate} veil={veil?.id} />
      {look === 'wipe' && <WipeLine />}
    </g>
  );
}
