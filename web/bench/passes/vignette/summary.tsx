import { useBench } from '../../benchContext';

export function Summary() {
  const { vignette } = useBench().piece;
  if (!vignette || vignette.stops === 0) return null;
  return (
    <span>
      A vignette {vignette.stops < 0 ? 'darkens' : 'lightens'} the corners by <b>{Math.abs(vignette.stops)} stops</b>.
    </span>
  );
}
