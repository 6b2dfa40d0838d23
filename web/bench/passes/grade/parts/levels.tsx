import { useState } from 'react';
import { levelSchema, levelsSchema, type Channel, type Level } from '../../../../../core/passes/grade/tone/schema';
import { ChartLine } from '../../../charts/ChartLine';
import { TonesChart } from '../../../charts/TonesChart';
import { EditedValue } from '../../../EditedValue';
import { Choice } from '../../../../ui/Choice';
import { countsOf, useTones } from '../tones';
import type { GradePart, PartProps } from './part';
import { Tone } from './Value';

export const channelNames: Record<Channel, string> = {
  all: 'all channels',
  red: 'the red channel',
  green: 'the green channel',
  blue: 'the blue channel',
};
const height = 64;
const plain = levelSchema.parse({});

function LevelsSentence({ grade: { levels }, name, set }: PartProps) {
  const [channel, setChannel] = useState<Channel>('all');
  const counts = countsOf(useTones().before, channel);
  if (!levels) return null;
  const level = levels[channel] ?? plain;
  const edit = (part: Partial<Level>) => set({ levels: { ...levels, [channel]: { ...level, ...part } } });
  const { black, white, gamma, low, high } = level;
  // Neither end passes the other.
  const blackTo = (value: number) => edit({ black: Math.min(value, white - 1 / 255) });
  const whiteTo = (value: number) => edit({ white: Math.max(value, black + 1 / 255) });
  return (
    <div>
      <TonesChart
        counts={counts}
        height={height}
        hasHandles
        label={`How often each tone of ${channelNames[channel]} is there before line 9, and what becomes black and white`}
      >
        <ChartLine label={`Black of ${name}`} at={black} height={height} undoLabel="Set the black" edit={blackTo} />
        <ChartLine label={`White of ${name}`} at={white} height={height} undoLabel="Set the white" edit={whiteTo} />
      </TonesChart>
      <p className="leading-7">
        Levels of{' '}
        <Choice<Channel>
          label={`Channel of the levels of ${name}`}
          inSentence
          value={channel}
          options={channelNames}
          onChoose={setChannel}
        />
        : from <Tone label={`Black of ${name}, 0 to 255`} value={black} edit={blackTo} /> to{' '}
        <Tone label={`White of ${name}, 0 to 255`} value={white} edit={whiteTo} /> of 255, gamma{' '}
        <EditedValue
          label={`Gamma of ${name}`}
          value={gamma}
          digits={2}
          step={0.02}
          min={0.1}
          max={10}
          edit={(value) => edit({ gamma: value })}
        />
        , spread to <Tone label={`Lowest tone of ${name}`} value={low} edit={(value) => edit({ low: value })} /> to{' '}
        <Tone label={`Highest tone of ${name}`} value={high} edit={(value) => edit({ high: value })} />.
      </p>
    </div>
  );
}

export const levels: GradePart = {
  title: 'Levels',
  fields: ['levels'],
  first: () => ({ levels: levelsSchema.parse({ all: plain }) }),
  Sentence: LevelsSentence,
  says: () => 'with other levels',
};
