import { EditedValue } from '../../../EditedValue';
import { ColourField } from '../../../coats/ColourField';
import { openEye } from '../../../view/eyeChoice';
import { useBench } from '../../../benchContext';
import { editing } from '../../../editing';
import { readColour } from '../../../../../core/pixels/colour';
import { decodeExact } from '../../../../../core/pixels/transfer';
import { balanceOfGrey } from '../../../../../core/passes/grade/tone/whiteBalance';
import { greyMixSchema, splitTintSchema } from '../../../../../core/passes/grade/tone/schema';
import type { GradePart, PartProps } from './part';
import { Percent } from './Value';

function BalanceSentence({ grade: { whiteBalance }, name, set }: PartProps) {
  const { mayChange } = useBench();
  if (!whiteBalance) return null;
  const take = (css: string): void => {
    const [red, green, blue] = readColour(css).map(decodeExact);
    const found = balanceOfGrey([red, green, blue]);
    if (found) void editing.commit('White balance from a grey', set({ whiteBalance: found }));
  };
  return (
    <p className="leading-7">
      Light{' '}
      <EditedValue
        label={`Warmth of ${name}`}
        value={whiteBalance.warmth}
        unit="mired"
        min={-200}
        max={100}
        edit={(warmth) => set({ whiteBalance: { ...whiteBalance, warmth } })}
      />{' '}
      {whiteBalance.warmth < 0 ? 'cooler' : 'warmer'}, tint{' '}
      <EditedValue
        label={`Tint of ${name}`}
        value={whiteBalance.tint}
        digits={1}
        min={-60}
        max={60}
        edit={(tint) => set({ whiteBalance: { ...whiteBalance, tint } })}
      />{' '}
      towards {whiteBalance.tint < 0 ? 'green' : 'magenta'}.{' '}
      <button className="quiet-button" disabled={!mayChange} onClick={() => openEye(`The grey of ${name}`, take)}>
        Point at a grey
      </button>
    </p>
  );
}

export const whiteBalance: GradePart = {
  title: 'White balance',
  fields: ['whiteBalance'],
  first: () => ({ whiteBalance: { warmth: 15, tint: 0 } }),
  Sentence: BalanceSentence,
  says: ({ whiteBalance: balance }) => ((balance?.warmth ?? 0) < 0 ? 'cooler' : 'warmer'),
};

function StrengthSentence({ grade: { saturation, vibrance }, name, set }: PartProps) {
  return (
    <p className="leading-7">
      <Percent
        label={`Saturation of ${name}`}
        value={saturation}
        min={0}
        max={400}
        edit={(value) => set({ saturation: value })}
      />{' '}
      of its colour, and pale colours by{' '}
      <Percent
        label={`Vibrance of ${name}`}
        value={vibrance}
        min={-100}
        max={100}
        edit={(value) => set({ vibrance: value })}
      />{' '}
      more vibrant.
    </p>
  );
}

export const saturation: GradePart = {
  title: 'Saturation and vibrance',
  fields: ['saturation', 'vibrance'],
  first: () => ({ saturation: 1.2 }),
  Sentence: StrengthSentence,
  says: ({ saturation: times, vibrance }) => {
    if (times === 0) return 'without colour';
    return times < 1 || (times === 1 && vibrance < 0) ? 'less colourful' : 'more colourful';
  },
};

function HueSentence({ grade: { hue }, name, set }: PartProps) {
  return (
    <p className="leading-7">
      All hues turned by{' '}
      <EditedValue
        label={`Hue of ${name}`}
        value={hue}
        unit="°"
        min={-360}
        max={360}
        edit={(value) => set({ hue: value })}
      />
      ; lightness stays.
    </p>
  );
}

export const hue: GradePart = {
  title: 'Hue',
  fields: ['hue'],
  first: () => ({ hue: 150 }),
  Sentence: HueSentence,
  says: () => 'hue shifted',
};

function GreySentence({ grade: { greyMix }, name, set }: PartProps) {
  if (!greyMix) return null;
  const sum = greyMix.red + greyMix.green + greyMix.blue;
  return (
    <p className="leading-7">
      Grey from{' '}
      {(['red', 'green', 'blue'] as const).map((channel, i) => (
        <span key={channel}>
          <Percent
            label={`Share of ${channel} in ${name}`}
            value={greyMix[channel]}
            min={-200}
            max={300}
            edit={(value) => set({ greyMix: { ...greyMix, [channel]: value } })}
          />{' '}
          of {channel}
          {i < 2 ? ', ' : ''}
        </span>
      ))}{' '}
      light; together {Math.round(100 * sum)} %.
    </p>
  );
}

export const greyMix: GradePart = {
  title: 'Black and white',
  fields: ['greyMix'],
  first: () => ({ greyMix: greyMixSchema.parse({}) }),
  Sentence: GreySentence,
  says: () => 'black and white',
};

function TintSentence({ grade: { splitTint }, name, set }: PartProps) {
  if (!splitTint) return null;
  const { shadows, highlights, amount, balance } = splitTint;
  const change = (part: Partial<typeof splitTint>) => set({ splitTint: { ...splitTint, ...part } });
  return (
    <p className="leading-7">
      Shadows towards{' '}
      <ColourField
        label={`Tint of shadows of ${name}`}
        colour={shadows ?? '#808080'}
        edit={(colour) => change({ shadows: colour })}
        small
      />
      , highlights towards{' '}
      <ColourField
        label={`Tint of highlights of ${name}`}
        colour={highlights ?? '#808080'}
        edit={(colour) => change({ highlights: colour })}
        small
      />
      , by{' '}
      <Percent
        label={`Amount of the tint of ${name}`}
        value={amount}
        min={0}
        max={100}
        edit={(value) => change({ amount: value })}
      />
      ; balance{' '}
      <Percent
        label={`Balance of the tint of ${name}`}
        value={balance}
        min={-100}
        max={100}
        edit={(value) => change({ balance: value })}
      />
      .
    </p>
  );
}

export const splitTint: GradePart = {
  title: 'Split tint',
  fields: ['splitTint'],
  first: () => ({ splitTint: splitTintSchema.parse({ shadows: '#2f5f73', highlights: '#d9a066' }) }),
  Sentence: TintSentence,
  says: () => 'tinted in shadows and highlights',
};

const InvertSentence = () => <p className="leading-7">Inverted.</p>;

export const invert: GradePart = {
  title: 'Inverted',
  fields: ['invert'],
  first: () => ({ invert: true }),
  Sentence: InvertSentence,
  says: () => 'inverted',
};

function SubtractSentence({ grade: { subtract }, name, set }: PartProps) {
  return (
    <p className="leading-7">
      Less the colour{' '}
      <ColourField
        label={`Colour that ${name} subtracts`}
        colour={subtract ?? '#000000'}
        edit={(colour) => set({ subtract: colour })}
        small
      />
      .
    </p>
  );
}

export const subtract: GradePart = {
  title: 'A colour subtracted',
  fields: ['subtract'],
  first: () => ({ subtract: '#33445a' }),
  Sentence: SubtractSentence,
  says: () => 'with a colour subtracted',
};
