import { lettersOffSheet } from '../../../../core/passes/stance/gauge';
import { standingBox } from '../../../../core/type/standing';
import { useBench } from '../../benchContext';
import { NothingYet } from '../../gauges/NothingYet';

export function Gauge() {
  const { letters, lettering, piece } = useBench();
  const box = letters && standingBox(letters);
  if (!letters || !box) return <NothingYet hasWords={lettering !== null && lettering.words.text !== ''} />;
  const { width, height } = piece.sheet;
  const off = lettersOffSheet(letters, piece.sheet);
  const edges: [string, number][] = [
    ['left', box.x],
    ['right', width - box.x - box.width],
    ['top', box.y],
    ['bottom', height - box.y - box.height],
  ];
  const places: Record<string, string> = {
    left: 'left-0 top-1/2 -translate-y-1/2 pl-1',
    right: 'right-0 top-1/2 -translate-y-1/2 pr-1',
    top: 'left-1/2 top-0 -translate-x-1/2',
    bottom: 'bottom-0 left-1/2 -translate-x-1/2',
  };
  return (
    <div>
      <h3 className="mb-1 label">From the ink to the sheet’s edges, px</h3>
      <div className="relative mx-auto h-28 w-full border border-rule bg-white">
        <div className="absolute border border-iron" style={{ left: '30%', top: '32%', width: '40%', height: '36%' }} />
        {edges.map(([name, distance]) => (
          <span key={name} className={`absolute ${places[name]} ${distance < 0 ? 'font-semibold text-ochre' : ''}`}>
            {Math.round(distance)}
          </span>
        ))}
      </div>
      <p className="mt-3">
        The ink is {Math.round(box.width)} × {Math.round(box.height)} px.
      </p>
      <p className={off.length > 0 ? 'mt-2 font-semibold text-ochre' : 'mt-2 text-faint'}>
        {off.length === 0
          ? 'All letters stand on the sheet.'
          : `${off.length === 1 ? 'One letter leaves' : `${off.length} letters leave`} the sheet: ${off.map((letter) => letter.text).join(' ')}`}
      </p>
    </div>
  );
}
