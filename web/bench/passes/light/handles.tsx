import { useState } from 'react';
import type { Lamp } from '../../../../core/light/lamp';
import type { Point } from '../../../../core/shape/affine';
import { sure } from '../../../../core/survey/sentences';
import { roundedPoint } from '../../../../core/shape/rounding';
import { useSurvey } from '../../../api/surveys';
import { store } from '../../../store';
import { useBench } from '../../benchContext';
import { useFarthestPlate } from '../../farthestPlate';
import { looked } from '../../benchState';
import { editing } from '../../editing';
import { useDrag } from '../../view/drag';
import { Hairline, lineThrough } from '../../view/Hairline';
import { Ring } from '../../view/Ring';
import { useViewport } from '../../view/viewport';
import { touchHand } from '../../touch/hand';
import { lightHand, type LightHand } from './hand';
import { fromDial, lampEdit, onDial } from './lamp';
import { lampFromSun, lightFromRound, lightFromStanding, tiltFromShadow, tonesAlong } from './shown';
import { WholeSheet } from '../../view/WholeSheet';

export function Handles() {
  const { piece, mayChange } = useBench();
  const { lightTool } = lightHand.use('lightTool');
  const { on } = touchHand.use('on');
  // The brush has the sheet to itself.
  if (!mayChange || on !== null) return null;
  if (lightTool !== 'turn') return <ShowingLight tool={lightTool} />;
  return piece.lamp && <LampOnSheet lamp={piece.lamp} />;
}

/** The dial on the sheet is this part of its shorter side. */
const dialPart = 0.32;

/** The lamp's ring on the sheet: where it stands, or its direction about the sheet's middle. */
function LampOnSheet({ lamp }: { lamp: Lamp }) {
  const { piece } = useBench();
  const { toScreen } = useViewport();
  const set = lampEdit(piece);
  const { width, height } = piece.sheet;
  const middle: Point = [width / 2, height / 2];
  const reach = dialPart * Math.min(width, height);
  const [x, y] = onDial(lamp);
  const place: Point = lamp.at ?? [middle[0] + x * reach, middle[1] + y * reach];
  const moved = (to: Point): Partial<Lamp> =>
    lamp.at
      ? { at: roundedPoint(to) as [number, number] }
      : fromDial([(to[0] - middle[0]) / reach, (to[1] - middle[1]) / reach], lamp.height < 0);
  const drag = useDrag({
    begin: () => undefined,
    move: ({ to }) => editing.draft(set(moved(to))),
    end: ({ to, moved: hasMoved }) =>
      hasMoved ? editing.commit('Move the lamp', set(moved(to))) : editing.cancelDraft(),
    cancel: () => editing.cancelDraft(),
  });
  return (
    <g>
      {!lamp.at && <Hairline d={lineThrough([toScreen(place), toScreen(middle)])} dashed={lamp.height < 0} />}
      <Ring at={toScreen(place)} label="Move the lamp" drag={drag} cursor="move" active />
    </g>
  );
}

/** The next drag, or click, shows where the light comes from. */
function ShowingLight({ tool }: { tool: Exclude<LightHand['lightTool'], 'turn'> }) {
  const { piece, materials } = useBench();
  const { toScreen } = useViewport();
  const { shown } = lightHand.use('shown');
  const [drawn, setLine] = useState<[Point, Point] | null>(null);
  const line = drawn ?? (tool === 'foot' ? shown : null);
  const plate = useFarthestPlate();
  const set = lampEdit(piece);
  const { survey } = useSurvey(plate?.sha256 ?? null);
  const done = (label: string, change: Partial<Lamp>, next: LightHand['lightTool'] = 'turn'): void => {
    lightHand.set({ lightTool: next });
    editing.commit(label, set(change));
  };
  const round = async (from: Point, to: Point): Promise<void> => {
    if (!plate || !materials) {
      store.dispatch(looked({ problem: 'There is no photograph whose light could be read here.' }));
      return;
    }
    done('Show the light on something round', {
      ...lightFromRound(from, to, await tonesAlong(materials.picture(plate.asset), plate, from, to)),
      at: null,
    });
  };
  const standing = (foot: Point): void => {
    const { sheet } = piece;
    // Where the photograph's level lines meet; the middle, where it does not tell.
    const { planes } = survey;
    const meeting = planes && planes.confidence > sure ? (planes.vanishing[0]?.place ?? null) : null;
    const found = plate && meeting ? meeting[1] * plate.scale + plate.y : sheet.height / 2;
    // Upright lines meet far above or below: that is no horizon.
    const horizon = found > 0 && found < sheet.height ? found : sheet.height / 2;
    const light = shown && lightFromStanding([...shown, foot], sheet, horizon);
    if (light) done('Show the light by a shadow and its foot', { ...light, at: null });
    else {
      lightHand.set({ lightTool: 'turn' });
      store.dispatch(
        looked({ problem: 'Foot and shadow do not lie on ground below the horizon: the height stays as it was.' }),
      );
    }
  };
  const drag = useDrag({
    begin: () => undefined,
    move: ({ from, to }) => (tool === 'shadow' || tool === 'round') && setLine([from, to]),
    end: ({ from, to, moved }) => {
      setLine(null);
      if (tool === 'sun') done('Point at the sun', lampFromSun(from, piece.sheet));
      else if (tool === 'foot') standing(from);
      else if (!moved) return;
      else if (tool === 'shadow') {
        lightHand.set({ shown: [from, to] });
        done('Show the light by a shadow', { tilt: tiltFromShadow(from, to), at: null }, 'foot');
      } else
        void round(from, to).catch(() =>
          store.dispatch(
            looked({ problem: 'The photograph could not be read there. Nothing was changed; try again.' }),
          ),
        );
    },
    cancel: () => setLine(null),
  });
  return (
    <g>
      <WholeSheet data-testid={`show-light-${tool}`} {...drag} />
      {line && (
        <g pointerEvents="none">
          <Hairline d={lineThrough(line.map(toScreen))} active />
        </g>
      )}
    </g>
  );
}
