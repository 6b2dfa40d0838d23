import { LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent } from 'echarts/components';
import { init, use as register } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import type { EdgePlace } from '../../../../core/passes/veils/softness/compareEdge';

register([LineChart, GridComponent, LegendComponent, CanvasRenderer]);

const colour = { ink: '#1F2328', rule: '#C8C8C2', iron: '#9C3B22', verdigris: '#2C6E63' };
const text = { fontFamily: "'Instrument Sans Variable', sans-serif", fontSize: 11, color: colour.ink };

/** Two lines along the border: how soft the photo is, and how soft the matte, px. */
export function EdgeChart({ places }: { places: readonly EdgePlace[] }) {
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const chart = init(place.current!);
    const line = (name: string, values: (number | null)[], tint: string, type: 'solid' | 'dashed') => ({
      type: 'line' as const,
      name,
      data: values,
      showSymbol: false,
      connectNulls: false,
      lineStyle: { color: tint, width: 1.5, type },
      itemStyle: { color: tint },
    });
    chart.setOption({
      animation: false,
      grid: { left: 26, right: 4, top: 24, bottom: 16 },
      legend: { top: 0, left: 0, itemWidth: 18, itemHeight: 8, textStyle: text, icon: 'rect' },
      xAxis: {
        type: 'category',
        data: places.map((_, i) => i),
        axisLabel: { show: false },
        axisTick: { show: false },
        axisLine: { lineStyle: { color: colour.rule } },
        name: 'along the border',
        nameLocation: 'middle',
        nameGap: 4,
        nameTextStyle: text,
      },
      yAxis: {
        type: 'value',
        min: 0,
        axisLabel: { ...text, formatter: '{value}' },
        splitLine: { lineStyle: { color: colour.rule } },
      },
      series: [
        line(
          'photo, px',
          places.map(({ photo }) => photo),
          colour.ink,
          'solid',
        ),
        line(
          'matte, px',
          places.map(({ matte }) => matte),
          colour.iron,
          'dashed',
        ),
      ],
    });
    return () => chart.dispose();
  }, [places]);
  return (
    <div
      ref={place}
      className="h-[130px] w-full"
      role="img"
      aria-label="Softness of the photo and of the matte along the border"
    />
  );
}
