import type { ComponentType } from 'react';
import { useAppSelector } from '../../../store';
import { useBench } from '../../benchContext';
import type { VeilTool } from '../../benchState';
import { cutPlate, type CutPlate } from './cutting';
import { Grafting } from './Grafting';
import { KeyingTone } from './KeyingTone';
import { PaintingEdge } from './PaintingEdge';
import { Scribbling } from './Scribbling';
import { ShadowPainting } from './ShadowPainting';
import { TouchingUp } from './TouchingUp';
import { Tracing } from './Tracing';
import { Weaving } from './Weaving';
import { WipeLine } from './WipeLine';

const hands: Record<VeilTool, ComponentType<{ plate: CutPlate }>> = {
  trace: Tracing,
  scribble: Scribbling,
  tone: KeyingTone,
  edge: PaintingEdge,
  'touch-up': TouchingUp,
  weave: Weaving,
  shadow: ShadowPainting,
  graft: Grafting,
};

export function Handles() {
  const { piece, materials, veil, mayChange } = useBench();
  const tool = useAppSelector(({ bench }) => bench.hand.veilTool);
  const look = useAppSelector(({ bench }) => bench.veilLook);
  const plate = cutPlate(piece, veil);
  if (!plate || !materials || !mayChange) return null;
  const Hand = hands[tool];
  return (
    <g>
      <Hand plate={plate} />
      {look === 'wipe' && <WipeLine />}
    </g>
  );
}
