import { useAppSelector } from '../../../store';
import { useBench } from '../../benchContext';
import { TouchingUp } from './TouchingUp';
import { Tracing } from './Tracing';

export function Handles() {
  const { piece, materials, veil, mayChange } = useBench();
  const tool = useAppSelector(({ bench }) => bench.hand.veilTool);
  const plate = piece.plates.find(({ id }) => id === veil?.plate) ?? piece.plates[0];
  if (!plate || !materials || !mayChange) return null;
  return tool === 'trace' ? <Tracing plate={plate} /> : <TouchingUp plate={plate} />;
}
