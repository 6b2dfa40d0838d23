import type { ComponentType } from 'react';
import { useAppSelector } from '../../../store';
import { useBench } from '../../benchContext';
import type { VeilTool } from '../../benchState';
import type { CutPlate } from './cutting';
import { KeyingTone } from './KeyingTone';
import { PaintingEdge } from './PaintingEdge';
import { Scribbling } from './Scribbling';
import { TouchingUp } from './TouchingUp';
import { Tracing } from './Tracing';
import { Weaving } from './Weaving';

const hands: Record<VeilTool, ComponentType<{ plate: CutPlate }>> = { trace: Tracing, scribble: Scribbling, tone: KeyingTone, edge: PaintingEdge, 'touch-up': TouchingUp, weave: Weaving };

export function Handles() {
  const { piece, materials, veil, mayChange } = useBench();
  const tool = useAppSelector(({ bench }) => bench.hand.veilTool);
  const plate = piece.plates.find(({ id }) => id === veil?.plate) ?? piece.plates[0];
  if (!plate || !materials || !mayChange) return null;
  const Hand = hands[tool];
  return <Hand plate={plate} />;
}
