import { Minus, Plus } from 'lucide-react';
import { Quantity } from '../../ui/Quantity';
import { useViewport, zoomLimits, zoomedAt } from './viewport';

const step = 1.25;

/** How large the sheet is shown, in steps, as a number, whole or one to one. */
export function ZoomControl({ onWhole }: { onWhole(): void }) {
  const { view, size, setView } = useViewport();
  const density = window.devicePixelRatio || 1;
  const to = (zoom: number): void => setView(zoomedAt(view, [size.width / 2, size.height / 2], zoom));
  return (
    <div
      role="group"
      aria-label="Zoom"
      className="absolute bottom-1 right-1 flex items-center rounded-sheet border border-rule bg-card"
    >
      <button
        className="quiet-button"
        aria-label="Zoom out"
        title="Zoom out: Alt Page down"
        onClick={() => to(view.zoom / step)}
      >
        <Minus size={14} aria-hidden />
      </button>
      <span className="min-w-14 text-center">
        <Quantity
          label="Zoom"
          value={view.zoom * density * 100}
          unit="%"
          digits={view.zoom * density < 0.1 ? 1 : 0}
          min={zoomLimits.least * 100}
          max={zoomLimits.most * 100}
          onDraft={(percent) => to(percent / 100 / density)}
          onCommit={(percent) => to(percent / 100 / density)}
        />
      </span>
      <button
        className="quiet-button"
        aria-label="Zoom in"
        title="Zoom in: Alt Page up"
        onClick={() => to(view.zoom * step)}
      >
        <Plus size={14} aria-hidden />
      </button>
      <button className="quiet-button" title="The whole sheet: ," onClick={onWhole}>
        whole
      </button>
      <button className="quiet-button" title="One to one: /" onClick={() => to(1 / density)}>
        1:1
      </button>
    </div>
  );
}
