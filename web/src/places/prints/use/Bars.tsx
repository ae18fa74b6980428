import { useCallback } from 'react';
import { COVERAGE } from '@hiraeth/core/numeric';
import type { Uncertain } from '@hiraeth/core/quantity';
import { axis, Chart, legend, tooltip, type Palette } from '../../../parts/Chart';
import type { Drawing } from './drawing';
import type { UseShown } from './kinds';

/** What each kind of picture takes from each channel, with its interval. */
export function Bars({ printer, kinds, scale, unit }: UseShown) {
  const option = useCallback(
    (palette: Palette) => ({
      grid: { left: 48, right: 8, top: 54, bottom: 52 },
      legend: legend(
        palette,
        kinds.map(({ name }) => name),
      ),
      tooltip: tooltip(palette, {
        valueFormatter: (value: unknown) => (typeof value === 'number' ? value.toPrecision(3) : ''),
      }),
      xAxis: axis(palette, {
        type: 'category',
        data: printer.slots.map(({ name }) => name),
        splitLine: { show: false },
        axisLabel: {
          color: palette.soft,
          fontSize: 12,
          interval: 0,
          rotate: printer.slots.length > 6 ? 25 : 0,
        },
      }),
      yAxis: axis(palette, {
        type: 'value',
        name: unit,
        nameTextStyle: { align: 'left', color: palette.soft },
      }),
      series: [
        ...kinds.map(({ name, uses }, k) => ({
          name,
          type: 'bar',
          barGap: '8%',
          data: uses.map(({ value }) => scale * value),
          itemStyle: fillOf(palette, k),
        })),
        ...kinds.map(({ name, uses }, k) => whiskers(palette, name, k, kinds.length, uses, scale)),
      ],
    }),
    [printer, kinds, scale, unit],
  );
  return (
    <Chart
      label={`What each of ${kinds.length} kinds of picture takes from each channel, with intervals of 95 %. The same as a table below.`}
      option={option}
      height={280}
      file="hiraeth-use"
    />
  );
}

/** Tones of the sheet, and an outline, that differ without colour too. */
function fillOf(palette: Palette, k: number): object {
  const line = { borderColor: palette.text, borderWidth: 1 };
  return [
    { color: palette.petrol },
    { color: palette.ochre },
    { color: 'transparent', ...line },
    { color: palette.line, ...line },
    { color: palette.madder },
  ][k]!;
}

/** Intervals over the bars of one kind; a bar's place among those of its channel is that of its kind. */
function whiskers(
  palette: Palette,
  name: string,
  k: number,
  of: number,
  uses: readonly Uncertain[],
  scale: number,
): object {
  return {
    name: `${name}, interval`,
    type: 'custom',
    silent: true,
    tooltip: { show: false },
    legendHoverLink: false,
    data: uses.map(({ value, u }, i) => [
      i,
      scale * Math.max(0, value - COVERAGE * u),
      scale * (value + COVERAGE * u),
    ]),
    renderItem: (_: unknown, api: Drawing) => {
      const [width] = api.size([1, 0]);
      // Bars fill four fifths of a channel's place, side by side.
      const offset = ((k + 0.5) / of - 0.5) * 0.8 * width;
      const [x, low] = api.coord([api.value(0), api.value(1)]);
      const [, high] = api.coord([api.value(0), api.value(2)]);
      return {
        type: 'line',
        shape: { x1: x + offset, x2: x + offset, y1: low, y2: high },
        style: { stroke: palette.text, lineWidth: 1 },
      };
    },
  };
}
