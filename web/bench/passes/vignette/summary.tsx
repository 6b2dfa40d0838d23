import { useBench } from '../../benchContext';

export function Summary() {
  const { vignette } = useBench().piece;
  if (!vignette || vignette.stops === 0) return null;
  const amount = Math.abs(vignette.stops);
  return (
    <span>
      A vignette {vignette.stops < 0 ? 'darkens' : 'lightens'} the corners by{' '}
      <b>{amount === 1 ? '1 stop' : `${amount} stops`}</b>.
    </span>
  );
}
