import { useBench } from '../../benchContext';

export function Summary() {
  const { lettering } = useBench();
  if (!lettering) return null;
  const { edges, lip, thickness } = lettering.relief;
  if (!edges && !lip && !thickness) return null;
  return (
    <span>
      {edges && (
        <>
          Edges <b>{edges.as}</b>
          {edges.gloss > 0 && ', glossy'}.{' '}
        </>
      )}
      {lip && 'A lip towards the lamp. '}
      {thickness && (
        <>
          Solid, <b>{Math.round(thickness.depth)} px</b> deep.
        </>
      )}
    </span>
  );
}
