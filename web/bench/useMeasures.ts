import { useEffect, useState } from 'react';
import type { Measures } from '../../core/render/measure';
import type { Piece } from '../../core/piece/schema';
import type { SheetRenderer } from './workers/renderer';

/** How long the picture must have been at rest before it is measured, ms. */
const restMs = 400;

/**
 * What gauges show, measured when the picture has come to rest, and the piece that it was measured on.
 * @param piece null while it is being changed
 */
export function useMeasures(
  renderer: SheetRenderer,
  piece: Piece | null,
  sharp: boolean,
): { measures: Measures | null; measuredOn: Piece | null } {
  const [measured, setMeasured] = useState<{ measures: Measures | null; measuredOn: Piece | null }>({
    measures: null,
    measuredOn: null,
  });
  useEffect(() => {
    if (!piece || !sharp) return;
    let current = true;
    const measure = (): void =>
      void renderer.measureAtRest().then(
        (measures) => {
          if (!current) return;
          if (measures) setMeasured({ measures, measuredOn: piece });
          // Given up for a look at something else: the piece is as it was.
          else timer = window.setTimeout(measure, restMs);
        },
        () => undefined,
      );
    let timer = window.setTimeout(measure, restMs);
    return () => {
      current = false;
      window.clearTimeout(timer);
    };
  }, [renderer, piece, sharp]);
  return measured;
}
