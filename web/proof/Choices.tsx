import { stocks, type StockName } from '../../core/proof/stock';
import type { ProofLook } from '../../core/proof/look';
import { presses, pressNames, type PressName } from '../../core/press/presses';
import type { Printed } from '../../core/press/table';
import { Quantity } from '../ui/Quantity';
import type { Comparing, ProofSettings, SetProof } from './settings';

interface ChoicesProps {
  settings: ProofSettings;
  set: SetProof;
}

interface Option<Value> {
  value: Value;
  name: string;
  title?: string;
}

/** One of a few ways to look, as buttons in a row. */
function Ways<Value>({
  label,
  options,
  chosen,
  onChoose,
}: {
  label: string;
  options: readonly Option<Value>[];
  chosen: Value;
  onChoose(value: Value): void;
}) {
  return (
    <div className="flex flex-wrap gap-1" role="group" aria-label={label}>
      {options.map(({ value, name, title }) => (
        <button
          key={name}
          className="plain-button"
          title={title}
          aria-pressed={value === chosen}
          onClick={() => onChoose(value)}
        >
          {name}
        </button>
      ))}
    </div>
  );
}

const comparings: readonly Option<Comparing>[] = [
  { value: 'now', name: 'Finished' },
  { value: 'before', name: 'Photograph', title: 'The bare photograph' },
  { value: 'wipe', name: 'Wipe', title: 'The photograph at the left of a line, the finished picture at the right' },
  { value: 'blink', name: 'Blink', title: 'One after the other' },
  { value: 'beside', name: 'Side by side' },
];

const distances: readonly Option<ProofLook['distance']>[] = [
  { value: null, name: 'On this screen' },
  { value: 1, name: '1 m' },
  { value: 3, name: '3 m' },
  { value: 10, name: '10 m' },
  { value: 'thumbnail', name: '160 px', title: 'As a thumbnail of 160 px' },
];

const eyes: readonly Option<ProofLook['eyes']>[] = [
  { value: 'colour', name: 'All colours' },
  { value: 'grey', name: 'Grey' },
  { value: 'protan', name: 'Little red', title: 'Protan: the cones for long waves are weak or missing' },
  { value: 'deutan', name: 'Little green', title: 'Deutan: the cones for middle waves are weak or missing' },
  { value: 'tritan', name: 'Little blue', title: 'Tritan: the cones for short waves are weak or missing' },
];

const bodies: readonly Option<ProofLook['body']>[] = [
  { value: 'sheet', name: 'Flat' },
  { value: 'poster', name: 'On a wall' },
  { value: 'mug', name: 'A mug' },
  { value: 'shirt', name: 'A shirt' },
];

const papers: readonly Option<StockName | null>[] = [
  { value: null, name: 'Screen' },
  ...(Object.keys(stocks) as StockName[]).map((value) => ({ value, name: stocks[value].name })),
];

const ownPresses: readonly Option<PressName | null>[] = [
  { value: null, name: 'None' },
  ...pressNames.map((value) => ({ value, name: presses[value].name, title: 'A press that is made up' })),
];

/** A body that is usually made of something is shown so. */
const usualStock: Partial<Record<ProofLook['body'], StockName>> = { shirt: 'whiteShirt' };

/** All ways to look at the finished picture. */
export function Choices({ settings, set, printed }: ChoicesProps & { printed: Printed | null }) {
  const { comparing, look } = settings;
  const see = (change: Partial<ProofLook>): void => set({ look: { ...look, ...change } });
  const isDeficient = look.eyes !== 'colour' && look.eyes !== 'grey';
  return (
    <div className="flex flex-col gap-4">
      <Part title="Before and after">
        <Ways
          label="Before and after"
          options={comparings}
          chosen={comparing}
          onChoose={(value) => set({ comparing: value })}
        />
      </Part>
      <Part title="From how far">
        <Ways
          label="From how far"
          options={distances}
          chosen={look.distance}
          onChoose={(distance) => see({ distance })}
        />
        {typeof look.distance === 'number' && (
          <p>
            Seen from{' '}
            <Quantity
              label="Distance"
              value={look.distance}
              unit="m"
              digits={1}
              step={0.5}
              min={0.2}
              max={200}
              onCommit={(distance) => see({ distance })}
              onStep={(distance) => see({ distance })}
            />{' '}
            at its printed size: what the eye cannot make out is gone.
          </p>
        )}
      </Part>
      <Part title="With whose eyes">
        <Ways label="With whose eyes" options={eyes} chosen={look.eyes} onChoose={(value) => see({ eyes: value })} />
        {isDeficient && (
          <p>
            <Quantity
              label="Severity"
              value={look.severity * 100}
              unit="%"
              step={5}
              min={0}
              max={100}
              onCommit={(value) => see({ severity: value / 100 })}
              onStep={(value) => see({ severity: value / 100 })}
            />{' '}
            severe
          </p>
        )}
      </Part>
      <Part title="Printed on">
        <Ways
          label="Printed on"
          options={papers}
          chosen={look.stock}
          onChoose={(stock) => see({ stock, press: null })}
        />
      </Part>
      <Part title="On a press">
        <Ways
          label="On a press"
          options={ownPresses}
          chosen={look.press}
          onChoose={(press) => see({ press, stock: press === null ? look.stock : null })}
        />
        {look.press !== null && (
          <>
            <label className="flex items-center gap-2">
              <input type="checkbox" checked={look.marks} onChange={(event) => see({ marks: event.target.checked })} />
              mark what it cannot print
            </label>
            {printed && <p role="status">{saysOf(printed, look.press)}</p>}
          </>
        )}
      </Part>
      <Part title="Seen as">
        <Ways
          label="Seen as"
          options={bodies}
          chosen={look.body}
          onChoose={(body) => see({ body, stock: look.stock ?? usualStock[body] ?? null })}
        />
      </Part>
    </div>
  );
}

/** What a picture asks of a press, in a sentence. */
export function saysOf({ mostInk, beyond }: Printed, press: PressName): string {
  const percent = (value: number): number => Math.round(value * 100);
  const dries = presses[press].mostInk;
  const ink = `The most ink on one spot is ${percent(mostInk)} %; up to ${percent(dries)} % dry.`;
  if (beyond === 0) return `${ink} All its colours can be printed.`;
  const share = beyond < 0.01 ? 'Less than 1' : String(percent(beyond));
  return `${ink} ${share} % of the picture cannot be printed as it is: it comes as near as the inks go.`;
}

/** A heading with what belongs to it. */
export function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section className="flex flex-col gap-1.5" aria-label={title}>
      <h2 className="label">{title}</h2>
      {children}
    </section>
  );
}
