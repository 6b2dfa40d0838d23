import { useRef, useState } from 'react';
import { curveThrough, ordered } from '../../../../../core/shape/curve';
import { curvesSchema, type Channel, type CurvePoints } from '../../../../../core/passes/grade/tone/schema';
import { useBench } from '../../../benchContext';
import { CurveHandles } from '../../../charts/CurveHandles';
import { chartWidth, TonesChart } from '../../../charts/TonesChart';
import { editing } from '../../../editing';
import { Choice } from '../../../../ui/Choice';
import { countsOf, useTones } from '../tones';
import { mostPoints, moved, straight, withPoint } from '../../../charts/curvePoints';
import { channelNames } from './levels';
import type { GradePart, PartProps } from './part';
import { Tone } from './Value';

const height = 180;
function CurveSentence({ grade: { curve }, name, set }: PartProps) {
  const [channel, setChannel] = useState<Channel>('all');
  if (!curve) return null;
  const points = ordered(curve[channel] ?? straight);
  return (
    <CurveEditor
      key={channel}
      points={points}
      channel={channel}
      onChannel={setChannel}
      name={name}
      edit={(next) => set({ curve: { ...curve, [channel]: next } })}
    />
  );
}

interface EditorProps {
  points: CurvePoints;
  channel: Channel;
  onChannel(channel: Channel): void;
  name: string;
  edit(points: CurvePoints): ReturnType<PartProps['set']>;
}

function CurveEditor({ points, channel, onChannel, name, edit }: EditorProps) {
  const { mayChange } = useBench();
  const svg = useRef<SVGSVGElement>(null);
  const [wanted, choose] = useState(0);
  const counts = countsOf(useTones().before, channel);
  const chosen = Math.min(wanted, points.length - 1);
  const mayAdd = mayChange && points.length < mostPoints;
  const add = (next: CurvePoints, x: number): void => {
    void editing.commit('Add a point to the curve', edit(next));
    choose(next.findIndex(([at]) => at === x));
  };
  const remove = (place: number): void => {
    if (points.length <= 2) return;
    void editing.commit('Remove a point of the curve', edit(points.filter((_, i) => i !== place)));
    choose(Math.max(0, place - 1));
  };
  const [x, y] = points[chosen];
  return (
    <div>
      <TonesChart
        svg={svg}
        counts={counts}
        height={height}
        hasHandles
        label={`Curve of ${channelNames[channel]}, ${points.length} points; a double click adds one`}
        onDoubleClick={({ clientX, clientY }) => {
          const box = svg.current!.getBoundingClientRect();
          const at = (clientX - box.left) / box.width;
          if (mayAdd) add(ordered([...points, [at, 1 - (clientY - box.top) / box.height]]), at);
        }}
      >
        <CurveLine points={points} />
        <CurveHandles
          points={points}
          width={chartWidth}
          height={height}
          of={`of the curve of ${name}`}
          says={(px, py) => `${Math.round(px * 255)} becomes ${Math.round(py * 255)}`}
          undoLabel="Move a point of the curve"
          chosen={chosen}
          edit={edit}
          onChoose={choose}
          onRemove={remove}
        />
      </TonesChart>
      <p className="leading-7">
        In{' '}
        <Choice<Channel>
          label={`Channel of the curve of ${name}`}
          inSentence
          value={channel}
          options={channelNames}
          onChoose={onChannel}
        />
        ,{' '}
        <Tone
          label={`Tone at the chosen point of ${name}`}
          value={x}
          edit={(value) => edit(moved(points, chosen, value, y))}
        />{' '}
        becomes{' '}
        <Tone label={`What it becomes in ${name}`} value={y} edit={(value) => edit(moved(points, chosen, x, value))} />.{' '}
        <button
          className="quiet-button"
          disabled={!mayAdd}
          onClick={() => {
            const next = withPoint(points);
            add(next, next.find(([at]) => !points.some(([other]) => other === at))![0]);
          }}
        >
          Another point
        </button>{' '}
        {points.length > 2 && (
          <button className="quiet-button" disabled={!mayChange} onClick={() => remove(chosen)}>
            Remove this one
          </button>
        )}
      </p>
    </div>
  );
}

/** The curve, and the line on which nothing changes. */
function CurveLine({ points }: { points: CurvePoints }) {
  const through = curveThrough(points);
  const path = Array.from({ length: 121 }, (_, i) => {
    const value = i / 120;
    return `${i === 0 ? 'M' : 'L'}${(value * chartWidth).toFixed(1)} ${((1 - through(value)) * height).toFixed(1)}`;
  }).join('');
  return (
    <g pointerEvents="none">
      <line x1={0} y1={height} x2={chartWidth} y2={0} stroke="#5C6066" strokeWidth={0.75} strokeDasharray="3 3" />
      <path d={path} fill="none" stroke="#9C3B22" strokeWidth={1.75} />
    </g>
  );
}

export const curve: GradePart = {
  title: 'Curve',
  fields: ['curve'],
  first: () => ({
    curve: curvesSchema.parse({
      all: [
        [0, 0],
        [0.25, 0.22],
        [0.75, 0.78],
        [1, 1],
      ],
    }),
  }),
  Sentence: CurveSentence,
  says: () => 'with a curve',
};
