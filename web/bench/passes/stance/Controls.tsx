import { setStance } from '../../../../core/piece/edits/steady';
import { standingBox } from '../../../../core/type/standing';
import type { Stance } from '../../../../core/passes/stance/schema';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { AlignSettings } from './AlignSettings';
import { BendSettings } from './BendSettings';
import { EchoSettings } from './EchoSettings';
import { KeptButton, KeptWithin } from './KeepingSettings';
import { LineSettings } from './LineSettings';

export function Controls() {
  const { lettering, letters, piece } = useBench();
  const box = letters && standingBox(letters);
  if (!lettering || !box) return <p className="text-faint">Set a word first (line 1).</p>;
  const { stance, id } = lettering;
  const { width, height } = piece.sheet;
  const set = (label: string, change: Partial<Stance>) => () => void editing.commit(label, setStance(id, change));
  const fit = Math.min((width * 0.9) / box.width, (height * 0.9) / box.height);
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap gap-1">
        <KeptButton lettering={lettering} what="across">
          Centre across
        </KeptButton>
        <KeptButton lettering={lettering} what="down">
          Centre down
        </KeptButton>
        <button
          className="plain-button"
          onClick={set('Fit to the sheet', {
            scale: stance.scale * fit,
            x: width / 2 + (stance.x - box.x - box.width / 2) * fit,
            y: heightKept(box, fit, height) + (stance.y - box.y - box.height / 2) * fit,
          })}
        >
          Fit to the sheet
        </button>
        <button
          className="plain-button"
          aria-pressed={stance.flipAcross}
          onClick={set('Flip left to right', { flipAcross: !stance.flipAcross })}
        >
          Flip across
        </button>
        <button
          className="plain-button"
          aria-pressed={stance.flipDown}
          onClick={set('Flip top to bottom', { flipDown: !stance.flipDown })}
        >
          Flip down
        </button>
      </div>
      <KeptWithin lettering={lettering} box={box} />
      <div className="flex flex-wrap gap-x-2">
        <span className="label self-center">Reset</span>
        <button className="quiet-button" disabled={stance.rotation === 0} onClick={set('Set upright', { rotation: 0 })}>
          Upright
        </button>
        <button className="quiet-button" disabled={stance.scale === 1} onClick={set('Reset the scale', { scale: 1 })}>
          Set size
        </button>
        <button
          className="quiet-button"
          disabled={!stance.pivot}
          onClick={set('Turn about the middle', { pivot: null })}
        >
          Turn about the middle
        </button>
        <button className="quiet-button" disabled={!stance.bend} onClick={set('Straighten the words', { bend: null })}>
          Straight
        </button>
        <button
          className="quiet-button"
          disabled={!stance.perspective}
          onClick={set('Flat again', { perspective: null })}
        >
          Flat
        </button>
      </div>
      <BendSettings />
      <LineSettings />
      <AlignSettings />
      <EchoSettings />
    </div>
  );
}

/** Where the middle of a box that grows comes to lie down the sheet: where it is, as far as the box stays inside. */
function heightKept(box: { y: number; height: number }, factor: number, room: number): number {
  const half = (box.height * factor) / 2;
  return Math.min(Math.max(box.y + box.height / 2, half), room - half);
}
