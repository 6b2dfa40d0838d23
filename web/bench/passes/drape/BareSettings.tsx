import type { Bare } from '../../../../core/passes/drape/schema';
import type { Lettering } from '../../../../core/piece/schema';
import type { Edit } from '../../../../core/piece/edits/edit';
import { useBench } from '../../benchContext';
import { ChartLine } from '../../charts/ChartLine';
import { chartWidth, TonesChart } from '../../charts/TonesChart';
import { EditedValue } from '../../EditedValue';
import { biteEdit } from './edits';
import { measuredDrape } from './measured';

const height = 56;

/** The surface's lightness under the letters, and where ink holds on it. */
export function BareSettings({ lettering, bare }: { lettering: Lettering; bare: Bare }) {
  const bench = useBench();
  const set = biteEdit(lettering);
  const change = (part: Partial<Bare>) => set({ bare: { ...bare, ...part } });
  const counts = measuredDrape(bench)?.place.lightness ?? [];
  const { dark, light, noise, grain } = bare;
  const ordered = (from: number, to: number): [number, number] => [Math.min(from, to), Math.max(from, to)];
  return (
    <div className="flex flex-col gap-1">
      <Histogram counts={counts} bare={bare} change={change} />
      <p className="leading-7">
        Bare where the surface is darker than{' '}
        <Lightness label="Dark: all bare" value={dark[0]} edit={(value) => change({ dark: ordered(value, dark[1]) })} />
        , inked from{' '}
        <Lightness
          label="Dark: all inked"
          value={dark[1]}
          edit={(value) => change({ dark: ordered(dark[0], value) })}
        />{' '}
        to{' '}
        <Lightness
          label="Light: all inked"
          value={light[0]}
          edit={(value) => change({ light: ordered(value, light[1]) })}
        />
        , bare again from{' '}
        <Lightness
          label="Light: all bare"
          value={light[1]}
          edit={(value) => change({ light: ordered(light[0], value) })}
        />
        . The borders waver by{' '}
        <Lightness label="Waver of the borders" value={noise} edit={(value) => change({ noise: value })} /> in grains of{' '}
        <EditedValue
          label="Grain of the borders"
          value={grain}
          unit="px"
          digits={1}
          step={0.5}
          min={0.5}
          max={500}
          edit={(value) => change({ grain: value })}
        />
        .
      </p>
    </div>
  );
}

function Lightness({
  label,
  value,
  edit,
}: {
  label: string;
  value: number;
  edit(value: number): ReturnType<ReturnType<typeof biteEdit>>;
}) {
  return <EditedValue label={label} value={value} factor={100} unit="%" min={0} max={100} edit={edit} />;
}

/** The borders of bare and inked, each dragged along the tones. */
function Histogram({
  counts,
  bare,
  change,
}: {
  counts: readonly number[];
  bare: Bare;
  change(part: Partial<Bare>): Edit;
}) {
  const { dark, light } = bare;
  const ink = [
    [dark[0], 0],
    [dark[1], 1],
    [light[0], 1],
    [light[1], 0],
  ].map(([at, share]) => `${at * chartWidth},${height - share * (height - 2)}`);
  const undoLabel = 'Set where ink holds';
  const lines = [
    { label: 'Dark: all bare', at: dark[0], edit: (to: number) => change({ dark: [Math.min(to, dark[1]), dark[1]] }) },
    { label: 'Dark: all inked', at: dark[1], edit: (to: number) => change({ dark: [dark[0], Math.max(to, dark[0])] }) },
    {
      label: 'Light: all inked',
      at: light[0],
      edit: (to: number) => change({ light: [Math.min(to, light[1]), light[1]] }),
    },
    {
      label: 'Light: all bare',
      at: light[1],
      edit: (to: number) => change({ light: [light[0], Math.max(to, light[0])] }),
    },
  ];
  return (
    <TonesChart
      counts={counts}
      height={height}
      hasHandles
      label="How often each lightness is there under the letters, dark at the left, and where ink holds"
    >
      <polyline points={ink.join(' ')} fill="none" stroke="#9C3B22" strokeWidth={1.5} pointerEvents="none" />
      {lines.map((line) => (
        <ChartLine key={line.label} {...line} label={`${line.label}, dragged`} height={height} undoLabel={undoLabel} />
      ))}
    </TonesChart>
  );
}
