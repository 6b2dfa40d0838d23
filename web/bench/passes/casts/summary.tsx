import { useBench } from '../../benchContext';

export function Summary() {
  const { lettering } = useBench();
  if (!lettering) return null;
  const { contact, ambient, thrown, mirrored } = lettering.casts;
  const thrownWhere = thrown && (thrown.onto === 'wall' ? 'on the wall behind' : 'on the ground');
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
