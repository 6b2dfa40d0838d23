import { useBench } from '../../benchContext';
import { veilsBefore } from './standing';

export function Summary() {
  const { piece } = useBench();
  if (!piece.backdrop) return null;
  const names = veilsBefore(piece).map(({ name }) => name);
  return (
    <span>
      {' '}
      A backdrop behind <b>{names.length > 0 ? names.join(', ') : 'nothing'}</b>.
    </span>
  );
}
