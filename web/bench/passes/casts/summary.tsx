import { useBench } from '../../benchContext';

export function Summary() {
  const { lettering, piece } = useBench();
  if (!lettering) return null;
  const { contact, ambient, thrown, mirrored } = lettering.casts;
  const plane = thrown && piece.planes.find(({ id }) => id === thrown.plane);
  const flat = thrown?.onto === 'wall' ? 'on the wall behind' : 'on the ground';
  const thrownWhere = thrown && (plane ? `on ${plane.name}` : flat);
  const parts = [...(contact || ambient ? ['close by'] : []), ...(thrownWhere ? [thrownWhere] : [])];
  if (parts.length === 0 && !mirrored) return null;
  return (
    <span>
      {parts.length > 0 && (
        <>
          A shadow <b>{parts.join(' and ')}</b>.{' '}
        </>
      )}
      {mirrored && 'Mirrored below.'}
    </span>
  );
}
