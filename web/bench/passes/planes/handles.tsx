import { useState } from 'react';
import { cornersOnSheet, middleInPlane } from '../../../../core/piece/edits/planes';
import type { Lettering } from '../../../../core/piece/schema';
import type { Point } from '../../../../core/shape/affine';
import { inPlane, onSheet, type StraightLine } from '../../../../core/shape/scenePlane';
import { roundedPoint } from '../../../../core/shape/rounding';
import { flatLetters, useBench } from '../../benchContext';
import { editing } from '../../editing';
import { useDrag } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { carryOut } from './carryOut';
import { planesHand } from './hand';
import { PlaneLines } from './PlaneLines';
import { planeEdit, planeOf, slideEdit } from './inPlanes';
import { WholeSheet } from '../../view/WholeSheet';

export function Handles() {
  const { piece, lettering, mayChange } = useBench();
  const { planeTool, redrawn } = planesHand.use('planeTool', 'redrawn');
  const plane = piece.planes.find(({ id }) => id === redrawn);
  if (!mayChange) return null;
  if (planeTool === 'draw') return <DrawingPlane />;
  if (plane) return <PlaneLines plane={plane} />;
  return lettering && <Sliding lettering={lettering} />;
}

/** Four lines are drawn, one after the other; the fourth makes the plane. */
function DrawingPlane() {
  const { piece, lettering, lettersOf } = useBench();
  const { toScreen } = useViewport();
  const { lines } = planesHand.use('lines');
  const [drawn, setDrawn] = useState<StraightLine | null>(null);
  const flat = lettering && flatLetters(lettersOf, lettering);
  const add = (line: StraightLine): void => {
    const all = [...lines, line];
    if (all.length < 4) return planesHand.set({ lines: all });
    const isMade = carryOut('Draw a plane', planeEdit(piece, all, lettering, flat));
    planesHand.set({ lines: [], planeTool: isMade ? 'slide' : 'draw' });
  };
  const drag = useDrag({
    begin: () => undefined,
    move: ({ from, to }) => setDrawn([from, to]),
    end: ({ from, to, moved }) => {
      setDrawn(null);
      if (moved) add([roundedPoint(from, 1) as Point, roundedPoint(to, 1) as Point]);
    },
    cancel: () => setDrawn(null),
  });
  return (
    <g>
      <WholeSheet data-testid="draw-plane" {...drag} />
      <g pointerEvents="none">
        {[...lines, ...(drawn ? [drawn] : [])].map((line, i) => (
          <Hairline key={i} d={lineThrough(line.map(toScreen))} active />
        ))}
      </g>
    </g>
  );
}

/** The plane's net about the words, and a ring by which they are slid along it; another scales them. */
function Sliding({ lettering }: { lettering: Lettering }) {
  const { piece } = useBench();
  const { toScreen } = useViewport();
  const found = planeOf(piece, lettering);
  const move = (factorOf: (start: Point, to: Point) => number, isSlide: boolean) => ({
    begin: () => ({ lettering, scene: found! }),
    edit: ({
      start,
      from,
      to,
    }: {
      start: { lettering: Lettering; scene: NonNullable<typeof found> };
      from: Point;
      to: Point;
    }) => {
      const [a, b] = [inPlane(start.scene.scene, from), inPlane(start.scene.scene, to)];
      const by: Point = isSlide ? [b[0] - a[0], b[1] - a[1]] : [0, 0];
      return slideEdit(start.lettering, start.scene, by, isSlide ? 1 : factorOf(a, b)).edit;
    },
  });
  const slide = useSlide(
    move(() => 1, true),
    'Slide along the plane',
  );
  const middle = found && middleInPlane(lettering, lettering.stance.perspective!.box, found.scene);
  const scale = useSlide(
    move((a, b) => {
      const far = ([x, y]: Point): number => Math.hypot(x - middle![0], y - middle![1]);
      return Math.min(20, Math.max(0.05, far(b) / Math.max(1, far(a))));
    }, false),
    'Scale along the plane',
  );
  if (!found || !middle) return null;
  const corners = cornersOnSheet(lettering, lettering.stance.perspective!.box);
  const at = onSheet(found.scene, middle);
  return (
    <g>
      <g pointerEvents="none">
        <Hairline d={`${lineThrough(corners.map(toScreen))}Z`} />
      </g>
      {at && <Ring at={toScreen(at)} label="Slide along the plane" drag={slide} cursor="move" active />}
      <Ring at={toScreen(corners[2])} label="Scale along the plane" drag={scale} />
    </g>
  );
}

interface Slide<Start> {
  begin(): Start;
  edit(drag: { start: Start; from: Point; to: Point }): ReturnType<typeof slideEdit>['edit'];
}

function useSlide<Start>({ begin, edit }: Slide<Start>, label: string) {
  return useDrag<Start>({
    begin,
    move: (drag) => {
      const made = edit(drag);
      if (made) editing.draft(made);
    },
    end: (drag) => {
      const made = drag.moved ? edit(drag) : null;
      if (made) editing.commit(label, made);
      else editing.cancelDraft();
    },
    cancel: () => editing.cancelDraft(),
  });
}
