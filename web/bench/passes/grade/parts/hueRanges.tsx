import { X } from 'lucide-react';
import type { Grade } from '../../../../../core/passes/grade/schema';
import { hueRangeSchema, type HueRange } from '../../../../../core/passes/grade/tone/schema';
import { wholeTurn } from '../../../../../core/light/lamp';
import { hexOfOklab, readOklab } from '../../../../../core/pixels/colour';
import { useBench } from '../../../benchContext';
import { EditedValue } from '../../../EditedValue';
import { editing } from '../../../editing';
import { openEye } from '../../../view/eyeChoice';
import type { GradePart, PartProps } from './part';
import { Percent } from './Value';

const mostRanges = 8;
const degrees = { unit: '°', min: 0, max: 360 } as const;

function RangesSentence({ grade: { hueRanges }, name, set }: PartProps) {
  const { mayChange } = useBench();
  const change = (place: number, part: Partial<HueRange>) =>
    set({ hueRanges: hueRanges.map((range, i) => (i === place ? { ...range, ...part } : range)) });
  return (
    <div>
      {hueRanges.map((range, i) => (
        <RangeSentence
          key={i}
          range={range}
          name={`range ${i + 1} of ${name}`}
          edit={(part) => change(i, part)}
          remove={
            hueRanges.length > 1
              ? () =>
                  editing.commit(
                    'Remove a range of hues',
                    set({ hueRanges: hueRanges.filter((_, other) => other !== i) }),
                  )
              : null
          }
        />
      ))}
      <button
        className="quiet-button"
        disabled={!mayChange || hueRanges.length >= mostRanges}
        onClick={() =>
          editing.commit(
            'Add a range of hues',
            set({ hueRanges: [...hueRanges, hueRangeSchema.parse({ centre: 200 })] }),
          )
        }
      >
        Another range
      </button>
    </div>
  );
}

interface RangeProps {
  range: HueRange;
  name: string;
  edit(part: Partial<HueRange>): ReturnType<PartProps['set']>;
  remove: (() => void) | null;
}

function RangeSentence({ range, name, edit, remove }: RangeProps) {
  const { mayChange } = useBench();
  const radians = (range.centre * Math.PI) / 180;
  const swatch = hexOfOklab(0.65, 0.11 * Math.cos(radians), 0.11 * Math.sin(radians));
  const take = (css: string): void => {
    const [, a, b] = readOklab(css);
    const centre = Math.round(wholeTurn((Math.atan2(b, a) * 180) / Math.PI));
    void editing.commit('Choose the hue of a range', edit({ centre }));
  };
  return (
    <p className="leading-7">
      <span className="inline-block h-3 w-3 rounded-sheet align-middle" style={{ background: swatch }} aria-hidden />{' '}
      Hues around{' '}
      <EditedValue {...degrees} label={`Centre of ${name}`} value={range.centre} edit={(centre) => edit({ centre })} />{' '}
      <button className="quiet-button" disabled={!mayChange} onClick={() => openEye(`The hue of ${name}`, take)}>
        (point at one)
      </button>
      , <EditedValue {...degrees} label={`Width of ${name}`} value={range.width} edit={(width) => edit({ width })} />{' '}
      wide, fading over{' '}
      <EditedValue
        {...degrees}
        min={1}
        max={180}
        label={`Fading of ${name}`}
        value={range.soft}
        edit={(soft) => edit({ soft })}
      />
      : turned by{' '}
      <EditedValue
        {...degrees}
        min={-180}
        max={180}
        label={`Turn of ${name}`}
        value={range.turn}
        edit={(turn) => edit({ turn })}
      />
      ,{' '}
      <Percent
        label={`Saturation of ${name}`}
        value={range.saturation}
        min={0}
        max={400}
        edit={(saturation) => edit({ saturation })}
      />{' '}
      of their colour, lightness{' '}
      <Percent
        label={`Lightness of ${name}`}
        value={range.lightness}
        min={-50}
        max={50}
        edit={(lightness) => edit({ lightness })}
      />
      .
      {remove && (
        <button
          className="quiet-button px-0.5 align-middle"
          aria-label={`Remove ${name}`}
          disabled={!mayChange}
          onClick={remove}
        >
          <X size={14} aria-hidden />
        </button>
      )}
    </p>
  );
}

export const hueRanges: GradePart = {
  title: 'Hue by range',
  fields: ['hueRanges'],
  first: (): Partial<Grade> => ({ hueRanges: [hueRangeSchema.parse({ centre: 40, saturation: 1.3 })] }),
  Sentence: RangesSentence,
  says: () => 'changed in some hues',
};
