import { ScatterChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { init, use as register } from 'echarts/core';
import { LabelLayout } from 'echarts/features';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import type { StoredFace } from '../api/faces';
import type { MeasureName } from './measures';

register([ScatterChart, GridComponent, LabelLayout, CanvasRenderer]);

const colour = { ink: '#1F2328', faint: '#5C6066', rule: '#C8C8C2', iron: '#9C3B22', verdigris: '#2C6E63' };
const text = { fontFamily: "'Instrument Sans Variable', sans-serif", fontSize: 11, color: colour.ink };

interface FacesChartProps {
  faces: readonly StoredFace[];
  across: MeasureName;
  up: MeasureName;
  chosen: string | null;
  onChoose(sha256: string): void;
}

/** All faces as points between two measures; a click chooses one. */
export function FacesChart({ faces, across, up, chosen, onChoose }: FacesChartProps) {
  const place = useRef<HTMLDivElement>(null);
  const choose = useRef(onChoose);
  useEffect(() => {
    choose.current = onChoose;
  });
  useEffect(() => {
    const chart = init(place.current!);
    const axis = (measure: MeasureName, gap: number) => ({
      type: 'value' as const,
      scale: true,
      name: `${measure.title}: ${measure.explains}`,
      nameLocation: 'middle' as const,
      nameGap: gap,
      nameTextStyle: { ...text, color: colour.faint },
      axisLabel: { ...text, formatter: (value: number) => `${Math.round(value * 100)} %` },
      axisLine: { lineStyle: { color: colour.rule } },
      splitLine: { lineStyle: { color: colour.rule, opacity: 0.5 } },
    });
    const points = faces.flatMap(({ sha256, name, facts }) =>
      facts.measures ? [{ id: sha256, name, value: [facts.measures[across.key], facts.measures[up.key]] }] : [],
    );
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
  }, [faces, across, up, chosen]);
  return (
    <div
      ref={place}
      className="h-[380px] w-full"
      role="img"
      aria-label={`The faces by ${across.title.toLowerCase()} and ${up.title.toLowerCase()}; the list gives the same numbers.`}
    />
  );
}
