import { EditedValue } from '../../../EditedValue';
import type { GradePart, PartProps } from './part';
import { Percent } from './Value';

function LightSentence({ grade: { light }, name, set }: PartProps) {
  return (
    <p className="leading-7">
      <EditedValue
        label={`Light of ${name}`}
        value={light}
        unit="stops"
        digits={2}
        step={0.05}
        min={-8}
        max={8}
        edit={(value) => set({ light: value })}
      />{' '}
      of light ({Math.round(100 * 2 ** light)} %).
    </p>
  );
}

export const light: GradePart = {
  title: 'Light',
  fields: ['light'],
  first: () => ({ light: 0.5 }),
  Sentence: LightSentence,
  says: ({ light: stops }) => (stops < 0 ? 'darkened' : 'lightened'),
};

function ContrastSentence({ grade: { contrast }, name, set }: PartProps) {
  return (
    <p className="leading-7">
      Contrast{' '}
      <EditedValue
        label={`Contrast of ${name}`}
        value={contrast}
        factor={100}
        min={-300}
        max={300}
        edit={(value) => set({ contrast: value })}
      />
      : middle tones {(2 ** contrast).toFixed(2)} times as steep; black and white stay.
    </p>
  );
}

export const contrast: GradePart = {
  title: 'Contrast',
  fields: ['contrast'],
  first: () => ({ contrast: 0.3 }),
  Sentence: ContrastSentence,
  says: ({ contrast: amount }) => (amount < 0 ? 'softer in contrast' : 'harder in contrast'),
};

function FadeSentence({ grade: { fade }, name, set }: PartProps) {
  return (
    <p className="leading-7">
      Faded by{' '}
      <Percent label={`Fading of ${name}`} value={fade} min={0} max={100} edit={(value) => set({ fade: value })} />:
      blacks lifted, colours taken back.
    </p>
  );
}

export const fade: GradePart = {
  title: 'Faded',
  fields: ['fade'],
  first: () => ({ fade: 0.5 }),
  Sentence: FadeSentence,
  says: () => 'faded',
};

function BlurSentence({ grade: { blur }, name, set }: PartProps) {
  return (
    <p className="leading-7">
      Blurred by{' '}
      <EditedValue
        label={`Blur of ${name}`}
        value={blur}
        unit="px"
        digits={1}
        step={0.5}
        min={0}
        max={500}
        edit={(value) => set({ blur: value })}
      />
      .
    </p>
  );
}

/** A length that suits a sheet 1800 px wide, on one of another width. */
const onSheet = (px: number, width: number): number => Math.round((px * width) / 180) / 10;

export const blur: GradePart = {
  title: 'Blur',
  fields: ['blur'],
  first: (width) => ({ blur: onSheet(6, width) }),
  Sentence: BlurSentence,
  says: () => 'blurred',
  isOfNeighbours: true,
};

function LocalSentence({ grade: { localContrast }, name, set }: PartProps) {
  if (!localContrast) return null;
  return (
    <p className="leading-7">
      Fine tones{' '}
      <Percent
        label={`Local contrast of ${name}`}
        value={localContrast.amount}
        min={-100}
        max={300}
        edit={(amount) => set({ localContrast: { ...localContrast, amount } })}
      />{' '}
      {localContrast.amount < 0 ? 'softer' : 'stronger'} against those within{' '}
      <EditedValue
        label={`Radius of the local contrast of ${name}`}
        value={localContrast.radius}
        unit="px"
        digits={1}
        step={0.5}
        min={0.5}
        max={300}
        edit={(radius) => set({ localContrast: { ...localContrast, radius } })}
      />
      .
    </p>
  );
}

export const localContrast: GradePart = {
  title: 'Local contrast',
  fields: ['localContrast'],
  first: (width) => ({ localContrast: { amount: 0.4, radius: onSheet(20, width) } }),
  Sentence: LocalSentence,
  says: ({ localContrast: local }) => ((local?.amount ?? 0) < 0 ? 'softer in detail' : 'clearer in detail'),
  isOfNeighbours: true,
};
