import { interpolate, formatHex } from 'culori';
import type { GradientCoat } from '../../../core/coats/schema';
import { Choice } from '../../ui/Choice';
import { useBench } from '../benchContext';
import { EditedValue } from '../EditedValue';
import { ColourField } from './ColourField';
import type { CoatProps } from './coatProps';
import { SpanChoice } from './SpanChoice';

/** Stops, shape and layout of a gradient. */
export function GradientSettings({ at, index, coat, name, set, commit }: CoatProps<GradientCoat>) {
  const { mayChange } = useBench();
  return (
    <div>
      <p className="leading-7">
        <Choice
          label={`Shape of ${name}`}
          inSentence
          value={coat.shape}
          options={{ linear: 'linear', radial: 'radial', conic: 'conic' }}
          disabled={!mayChange}
          onChoose={(shape) => commit('Shape the gradient', { shape })}
        />
        {at.of !== 'sheet' && at.of !== 'panel' && (
          <>
            {' '}
            over{' '}
            <SpanChoice
              name={name}
              span={coat.span}
              onChoose={(span) => commit('Change the layout of the gradient', { span })}
            />
          </>
        )}
        <Layout {...{ at, index, coat, name, set, commit }} />, mixed in{' '}
        <Choice
          label={`What ${name} is mixed in`}
          inSentence
          value={coat.space}
          options={{ oklab: 'Oklab', srgb: 'sRGB' }}
          disabled={!mayChange}
          onChoose={(space) => commit('Change how the gradient is mixed', { space })}
        />
        .
      </p>
      <Stops {...{ at, index, coat, name, set, commit }} />
    </div>
  );
}

/** Where it lies in its box: what belongs to its shape. */
function Layout({ coat, name, set }: CoatProps<GradientCoat>) {
  return (
    <>
      {coat.shape !== 'radial' && (
        <>
          , at{' '}
          <EditedValue
            label={`Angle of ${name}`}
            value={coat.angle}
            unit="°"
            min={-360}
            max={360}
            edit={(angle) => set({ angle })}
          />
        </>
      )}
      {coat.shape !== 'linear' && (
        <>
          , from{' '}
          <EditedValue
            label={`Centre across of ${name}`}
            value={coat.centre[0]}
            factor={100}
            unit="%"
            min={-1000}
            max={1000}
            edit={(x) => set({ centre: [x, coat.centre[1]] })}
          />
          ,{' '}
          <EditedValue
            label={`Centre down of ${name}`}
            value={coat.centre[1]}
            factor={100}
            unit="%"
            min={-1000}
            max={1000}
            edit={(y) => set({ centre: [coat.centre[0], y] })}
          />
        </>
      )}
      {coat.shape === 'radial' && (
        <>
          , reaching{' '}
          <EditedValue
            label={`Reach of ${name}`}
            value={coat.spread}
            factor={100}
            unit="%"
            min={1}
            max={2000}
            edit={(spread) => set({ spread })}
          />
        </>
      )}
    </>
  );
}

/** The colours along the way. */
function Stops({ coat, name, set, commit }: CoatProps<GradientCoat>) {
  const { mayChange } = useBench();
  const { stops } = coat;
  const change = (index: number, stop: Partial<GradientCoat['stops'][number]>) =>
    set({ stops: stops.map((one, i) => (i === index ? { ...one, ...stop } : one)) });
  const add = (): void => {
    const sorted = [...stops].sort((a, b) => a.at - b.at);
    const [from, to] =
      sorted.length > 1 ? [sorted[sorted.length - 2], sorted[sorted.length - 1]] : [sorted[0], sorted[0]];
    const farEnd = from.at < 0.5 ? 1 : 0;
    const at = sorted.length > 1 ? (from.at + to.at) / 2 : farEnd;
    commit('Add a stop', {
      stops: [
        ...stops,
        {
          at: Math.round(at * 1000) / 1000,
          colour: formatHex(interpolate([from.colour, to.colour], 'oklab')(0.5)) ?? from.colour,
        },
      ].sort((a, b) => a.at - b.at),
    });
  };
  return (
    <>
      <ul className="flex flex-col gap-1">
        {stops.map((stop, i) => (
          <li key={i} className="flex items-center gap-2">
            <ColourField
              label={`Stop ${i + 1} of ${name}`}
              colour={stop.colour}
              edit={(colour) => change(i, { colour })}
              small
            />
            at{' '}
            <EditedValue
              label={`Place of stop ${i + 1} of ${name}`}
              value={stop.at}
              factor={100}
              unit="%"
              min={0}
              max={100}
              edit={(at) => change(i, { at })}
            />
            {stops.length > 1 && (
              <button
                className="quiet-button"
                disabled={!mayChange}
                aria-label={`Remove stop ${i + 1}`}
                onClick={() => commit('Remove a stop', { stops: stops.filter((_, k) => k !== i) })}
              >
                Remove
              </button>
            )}
          </li>
        ))}
      </ul>
      <button className="quiet-button" disabled={!mayChange || stops.length >= 64} onClick={add}>
        Add a stop
      </button>
    </>
  );
}
