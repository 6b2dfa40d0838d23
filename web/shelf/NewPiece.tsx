import { unnamed } from '../../core/piece/unnamed';
import { useState } from 'react';
import { paperToPx } from '../../core/piece/lengths';
import { api, ask } from '../api/client';
import type { StoredAsset } from '../api/files';
import { PlateGrid } from '../plates/PlateChooser';
import { Problem } from '../ui/Problem';
import { Sheet } from '../ui/Sheet';

/** Beginning a piece: on a photograph, or with a sheet of a given size. */
export function NewPiece({
  open,
  onClose,
  onPlate,
  onMade,
}: {
  open: boolean;
  onClose(): void;
  onPlate(asset: StoredAsset): void;
  onMade(id: string): void;
}) {
  const [way, setWay] = useState<'photograph' | 'size'>('photograph');
  return (
    <Sheet title="New piece" open={open} onClose={onClose} wide>
      <div className="mb-4 flex gap-2">
        <button className="plain-button" aria-pressed={way === 'photograph'} onClick={() => setWay('photograph')}>
          On a photograph
        </button>
        <button className="plain-button" aria-pressed={way === 'size'} onClick={() => setWay('size')}>
          By sheet size
        </button>
      </div>
      {way === 'photograph' ? <PlateGrid onChoose={onPlate} /> : <BySize onMade={onMade} />}
    </Sheet>
  );
}

type Unit = 'px' | 'in' | 'mm';
const presets: { name: string; width: number; height: number; unit: Unit; ppi: number }[] = [
  { name: 'Square, screen', width: 1080, height: 1080, unit: 'px', ppi: 72 },
  { name: 'Wide, screen', width: 1920, height: 1080, unit: 'px', ppi: 72 },
  { name: '13 × 19 in', width: 13, height: 19, unit: 'in', ppi: 300 },
  { name: '18 × 24 in', width: 18, height: 24, unit: 'in', ppi: 200 },
  { name: 'A3', width: 297, height: 420, unit: 'mm', ppi: 300 },
];

function BySize({ onMade }: { onMade(id: string): void }) {
  const [size, setSize] = useState({ width: '13', height: '19', unit: 'in' as Unit, ppi: '300' });
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const numbers = { width: Number(size.width), height: Number(size.height), ppi: Number(size.ppi) };
  const width = paperToPx(numbers.width, size.unit, numbers.ppi);
  const height = paperToPx(numbers.height, size.unit, numbers.ppi);
  const known = [numbers.width, numbers.height, numbers.ppi].every((number) => Number.isFinite(number) && number > 0);
  const make = (): void => {
    setProblem(null);
    ask(
      api.pieces.$post({
        json: { name: name.trim() || unnamed, sheet: { width, height, ppi: numbers.ppi, paint: '#ffffff' } },
      }),
    ).then(
      ({ id }) => onMade(id),
      (error: unknown) => setProblem(error instanceof Error ? error.message : 'This piece could not be made.'),
    );
  };
  const field = (key: 'width' | 'height' | 'ppi', label: string) => (
    <label className="flex flex-col">
      <span className="label">{label}</span>
      <input
        className="field w-24"
        inputMode="decimal"
        value={size[key]}
        onChange={(event) => setSize({ ...size, [key]: event.target.value.replace(',', '.') })}
      />
    </label>
  );
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (known) make();
      }}
    >
      <div className="flex flex-wrap gap-2">
        {presets.map((preset) => (
          <button
            type="button"
            key={preset.name}
            className="plain-button"
            onClick={() =>
              setSize({
                width: String(preset.width),
                height: String(preset.height),
                unit: preset.unit,
                ppi: String(preset.ppi),
              })
            }
          >
            {preset.name}
          </button>
        ))}
      </div>
      <div className="flex items-end gap-3">
        {field('width', 'Width')}
        {field('height', 'Height')}
        <label className="flex flex-col">
          <span className="label">Unit</span>
          <select
            className="field"
            value={size.unit}
            onChange={(event) => setSize({ ...size, unit: event.target.value as Unit })}
          >
            <option value="px">px</option>
            <option value="in">in</option>
            <option value="mm">mm</option>
          </select>
        </label>
        {field('ppi', 'ppi')}
      </div>
      <label className="flex flex-col">
        <span className="label">Name</span>
        <input
          className="field w-80"
          placeholder="left empty, it is called by its first words"
          value={name}
          maxLength={200}
          onChange={(event) => setName(event.target.value)}
        />
      </label>
      <p className={known ? '' : 'text-iron'}>
        {known
          ? `${width} × ${height} px, ${((width * height) / 1e6).toFixed(1)} megapixels.`
          : 'Width, height and ppi must be numbers above 0.'}
      </p>
      {problem && <Problem>{problem}</Problem>}
      <button className="strong-button self-start" disabled={!known}>
        Make the piece
      </button>
    </form>
  );
}
