import { veilHand } from './hand';
import type { ToneCut } from '../../../../core/passes/veils/schema';
import { apply, type Point } from '../../../../core/shape/affine';
import { useBench } from '../../benchContext';
import { KeyCross, useKeyCross } from '../../view/KeyCross';
import { Ring } from '../../view/Ring';
import { useDrag } from '../../view/drag';
import { useViewport } from '../../view/viewport';
import { fromPlate, inTurn, toPlate, workingCut, type CutPlate } from './cutting';
import { keyTone } from './solving';
import { WholeSheet } from '../../view/WholeSheet';

/** Radius of the disc whose mean colour is sampled, plate px. */
const sampled = 3;

/** Cutting by colour: a click takes a sample, a click on a sample lets it go. */
export function KeyingTone({ plate }: { plate: CutPlate }) {
  const { operation } = veilHand.use('operation');
  const { veil, renderer } = useBench();
  const { toSheet, toScreen } = useViewport();
  const found = veil?.cuts[workingCut(veil, 'tone', operation)] as ToneCut | undefined;
  const take = (at: Point): void =>
    inTurn(async () => {
      const colour = await renderer.colour(apply(plate.home, toPlate(plate, at)), sampled * plate.scale);
      const [x, y] = toPlate(plate, at);
      if (colour)
        keyTone('Sample a colour', plate, ({ samples }) => ({
          samples: [...samples, { x: Math.round(x * 10) / 10, y: Math.round(y * 10) / 10, colour }],
        }));
    });
  const keyPoint = useKeyCross({ enter: take });
  return (
    <g>
      <WholeSheet onPointerDown={(event) => event.button === 0 && take(toSheet(event))} />
      {keyPoint && <KeyCross at={keyPoint} />}
      {found?.samples.map(({ x, y, colour }, i) => (
        <Sample
          key={i}
          at={toScreen(fromPlate(plate, [x, y]))}
          colour={colour}
          onClick={() =>
            keyTone('Remove a sample', plate, ({ samples }) => ({ samples: samples.filter((_, k) => k !== i) }))
          }
        />
      ))}
    </g>
  );
}

function Sample({ at, colour, onClick }: { at: [number, number]; colour: string; onClick(): void }) {
  const drag = useDrag<null>({ begin: () => null, move: () => undefined, end: ({ moved }) => !moved && onClick() });
  return (
    <g>
      <circle cx={at[0]} cy={at[1]} r={8} fill={colour} stroke="#fff" strokeWidth={2} />
      <Ring at={at} label="A sampled colour: click to remove it" drag={drag} cursor="pointer" />
    </g>
  );
}
