import { useState } from 'react';
import { cardWidth } from '../../core/proof/paper';
import { Quantity } from '../ui/Quantity';
import { Part } from './Choices';
import { keptScreen, screenPerMm } from './screen';
import type { ProofSettings, SetProof } from './settings';

interface PaperProps {
  settings: ProofSettings;
  set: SetProof;
  /** Of the sheet, mm. */
  width: number;
  height: number;
}

/** Trim, safe area, and the size on paper. */
export function PaperChoices({ settings, set, width, height }: PaperProps) {
  const { edges, bleed, safe, trueSize } = settings;
  const isSame = safe.every((side) => side === safe[0]);
  const most = Math.floor(Math.min(width, height) / 2) - 1;
  const value = (label: string, shown: number, change: (next: number) => Partial<ProofSettings>) => (
    <Quantity
      label={label}
      value={shown}
      unit="mm"
      digits={1}
      step={0.5}
      min={0}
      max={Math.max(0, most)}
      onCommit={(next) => set({ ...change(next), edges: true })}
      onStep={(next) => set({ ...change(next), edges: true })}
    />
  );
  return (
    <>
      <Part title="Safe area and bleed">
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="accent-iron"
            checked={edges}
            onChange={({ target }) => set({ edges: target.checked })}
          />
          Show where it is trimmed, and the safe area
        </label>
        <p>
          {value('Bleed', bleed, (next) => ({ bleed: next }))} are cut off around; words keep{' '}
          {isSame ? (
            value('Safe margin', safe[0], (next) => ({ safe: [next, next, next, next] }))
          ) : (
            <SafeSides safe={safe} value={value} />
          )}{' '}
          from the trim.
        </p>
      </Part>
      <Part title="Size on paper">
        <p>
          {width.toFixed(0)} × {height.toFixed(0)} mm
        </p>
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="accent-iron"
            checked={trueSize}
            onChange={({ target }) => set({ trueSize: target.checked })}
          />
          As large as it is printed
        </label>
        {trueSize && <Calibration onChange={() => set({ trueSize: true })} />}
      </Part>
    </>
  );
}

const sides = ['top', 'right', 'bottom', 'left'] as const;

/** A safe margin that is another on each side. */
function SafeSides({
  safe,
  value,
}: {
  safe: ProofSettings['safe'];
  value(label: string, shown: number, change: (next: number) => Partial<ProofSettings>): React.ReactNode;
}) {
  return sides.map((side, i) => (
    <span key={side}>
      {i > 0 && ', '}
      {value(`Safe margin at the ${side}`, safe[i], (next) => ({
        safe: safe.map((one, k) => (k === i ? next : one)) as ProofSettings['safe'],
      }))}{' '}
      {side}
    </span>
  ));
}

/** A bank card held to the screen says how large its px are. */
function Calibration({ onChange }: { onChange(): void }) {
  const [wide, setWide] = useState(Math.round(screenPerMm() * cardWidth));
  return (
    <div className="flex flex-col gap-1">
      <p className="text-faint">Hold a bank card to the screen, and make this as wide as it is.</p>
      <div
        className="h-14 max-w-full rounded border-2 border-dashed border-faint"
        style={{ width: wide }}
        aria-hidden
      />
      <input
        type="range"
        aria-label="Width of the card on this screen"
        aria-valuetext={`${wide} px`}
        min={160}
        max={640}
        value={wide}
        onChange={({ target }) => {
          const next = Number(target.value);
          setWide(next);
          keptScreen.keep(next / cardWidth);
          onChange();
        }}
      />
    </div>
  );
}
