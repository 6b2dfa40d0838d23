import { Quantity } from '../../ui/Quantity';

interface BrushSettings {
  radius: number;
  softness: number;
  strength: number;
}

/** Size, softness and strength of a brush. */
export function BrushOptions({
  radius,
  softness,
  strength,
  set,
}: BrushSettings & { set(change: Partial<BrushSettings>): void }) {
  const changing = (part: (value: number) => Partial<BrushSettings>) => {
    const change = (value: number): void => set(part(value));
    return { onDraft: change, onCommit: change };
  };
  const percent = { unit: '%', min: 0, max: 100 } as const;
  return (
    <p className="flex flex-wrap items-center gap-x-3">
      <span>
        Brush{' '}
        <Quantity
          label="Size of the brush"
          value={radius * 2}
          unit="px"
          min={2}
          max={10000}
          {...changing((value) => ({ radius: value / 2 }))}
        />
      </span>
      <span>
        soft{' '}
        <Quantity
          {...percent}
          label="Softness of the brush"
          value={softness * 100}
          {...changing((value) => ({ softness: value / 100 }))}
        />
      </span>
      <span>
        strong{' '}
        <Quantity
          {...percent}
          label="Strength of the brush"
          value={strength * 100}
          {...changing((value) => ({ strength: value / 100 }))}
        />
      </span>
    </p>
  );
}
