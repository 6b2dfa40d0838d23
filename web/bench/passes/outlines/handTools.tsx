import { useBench } from '../../benchContext';

export function HandTools() {
  const { lettering } = useBench();
  const count = lettering?.outlines.list.length ?? 0;
  return (
    <span className="text-faint">
      {count === 0
        ? 'Draw an outline in the ticket; then drag the ring beside the letters to set its width.'
        : 'Drag a ring beside the letters to set an outline’s width; arrows set the width of the nearest.'}
    </span>
  );
}
