import { ScatterChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { init, use as register } from 'echarts/core';
import { LabelLayout } from 'echarts/features';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';

register([ScatterChart, GridComponent, LabelLayout, CanvasRenderer]);

const colour = { ink: '#1F2328', faint: '#5C6066', rule: '#C8C8C2', iron: '#9C3B22', verdigris: '#2C6E63' };
const text = { fontFamily: "'Instrument Sans Variable', sans-serif", fontSize: 11, color: colour.ink };

/** One axis of the chart. */
export interface ChartAxis {
  title: string;
  explains: string;
  /** A value as it is written. */
  written(value: number): string;
}

export interface ChartPoint {
  id: string;
  name: string;
  value: [number, number];
}

interface PointsChartProps {
  /** What the points are, such as `The faces`. */
  what: string;
  points: readonly ChartPoint[];
  across: ChartAxis;
  up: ChartAxis;
  chosen: string | null;
  onChoose(id: string): void;
}

/** Things as points between two measures; a click chooses one. */
export function PointsChart({ what, points, across, up, chosen, onChoose }: PointsChartProps) {
  const place = useRef<HTMLDivElement>(null);
  const choose = useRef(onChoose);
  useEffect(() => {
    choose.current = onChoose;
  });
  useEffect(() => {
    const chart = init(place.current!);
    const axis = (measure: ChartAxis, gap: number) => ({
      type: 'value' as const,
      scale: true,
      name: `${measure.title}: ${measure.explains}`,
      nameLocation: 'middle' as const,
      nameGap: gap,
      nameTextStyle: { ...text, color: colour.faint },
      axisLabel: { ...text, formatter: measure.written, hideOverlap: true },
      axisLine: { lineStyle: { color: colour.rule } },
      splitLine: { lineStyle: { color: colour.rule, opacity: 0.5 } },
    });
    chart.setOption({
      animation: false,
      grid: { left: 58, right: 84, top: 12, bottom: 44 },
      xAxis: axis(across, 26),
      yAxis: axis(up, 42),
      // Names that would lie on others are left out, but for the chosen face's.
      series: [
        {
          type: 'scatter',
          symbolSize: 9,
          labelLayout: { hideOverlap: true },
          label: { show: true, position: 'right', formatter: '{b}', ...text },
          itemStyle: { color: colour.verdigris },
          data: points.filter(({ id }) => id !== chosen),
        },
        {
          type: 'scatter',
          symbolSize: 11,
          label: { show: true, position: 'top', formatter: '{b}', ...text, fontWeight: 'bold', color: colour.iron },
          itemStyle: { color: colour.iron },
          data: points.filter(({ id }) => id === chosen),
        },
      ],
    });
    chart.on('click', ({ data }) => choose.current((data as { id: string }).id));
    const observer = new ResizeObserver(() => chart.resize());
    observer.observe(place.current!);
    return () => {
      observer.disconnect();
      chart.dispose();
    };
  }, [points, across, up, chosen]);
  return (
    <div
      ref={place}
      className="h-[380px] w-full"
      role="img"
      aria-label={`${what} by ${across.title.toLowerCase()} and ${up.title.toLowerCase()}; the list gives the same numbers.`}
    />
  );
}
