import { howMany } from '@hiraeth/core/words';
import { useCallback } from 'react';
import { COVERAGE } from '@hiraeth/core/numeric';
import type { CartridgeView } from '@hiraeth/core/advice';
import type { LifeEntry } from '@hiraeth/core/ledger';
import { axis, band, Chart, type Palette, legend, tooltip } from '../../parts/Chart';
import { day } from '../../parts/dates';

/** Measured ink with its interval and what the gauge claimed, on one axis over time: in ml, and beside it as mass. */
export function LifeChart({
  view,
  entries,
  now,
}: {
  readonly view: CartridgeView;
  readonly entries: readonly LifeEntry[];
  readonly now: string;
}) {
  const { ink } = view;
  const emptyG = view.body.emptyG.value;
  const density = view.density.value;
  const chipMl = view.state?.chip.volumeMl ?? view.body.cartridge.chip?.volumeMl ?? view.body.type.capacityMl;
  const { reserveMl } = view;
  const option = useCallback(
    (palette: Palette) => lifeOption(palette, { entries, chipMl, reserveMl, ink, now, emptyG, density }),
    [entries, chipMl, reserveMl, ink, now, emptyG, density],
  );
  const first = entries[0];
  if (!first) return null;
  return (
    <Chart
      label={`Ink inside ${view.body.cartridge.label} since ${day(first.at)}: ${howMany(entries.length, 'entry', 'entries')}, from ${Math.min(...entries.map((e) => e.ml)).toFixed(0)} to ${Math.max(...entries.map((e) => e.ml)).toFixed(0)} ml.`}
      option={option}
      height={270}
    />
  );
}

interface Life {
  readonly entries: readonly LifeEntry[];
  readonly chipMl: number;
  readonly reserveMl: number;
  readonly ink: CartridgeView['ink'];
  readonly now: string;
  readonly emptyG: number;
  readonly density: number;
}

function lifeOption(palette: Palette, { entries, chipMl, reserveMl, ink, now, emptyG, density }: Life) {
  const line = [
    ...entries.map(({ at, ml, u }) => ({ x: at, value: ml, u })),
    ...(ink ? [{ x: now, value: ink.value, u: ink.u }] : []),
  ];
  // One round step for ml; the mass beside it is the same axis, read in g.
  const topMl = 10 * Math.ceil(Math.max(chipMl, ...line.map((p) => p.value + COVERAGE * p.u)) / 10);
  const weighed = entries
    .filter((entry) => entry.massG !== null)
    .map((entry) => [entry.at, Number(entry.ml.toFixed(2))]);
  const claims = entries
    .filter((entry) => entry.gauge !== null)
    .map((entry) => [entry.at, Number((entry.gauge! * chipMl).toFixed(1))]);
  return {
    grid: { left: 48, right: 56, top: 54, bottom: 30 },
    legend: legend(palette, [
      'ink by the log',
      'weighed',
      ...(claims.length > 0 ? ['the gauge’s claim'] : []),
    ]),
    tooltip: tooltip(palette, {
      valueFormatter: (value: unknown) => `${String(value)} ml`,
    }),
    xAxis: axis(palette, { type: 'time', splitLine: { show: false } }),
    yAxis: [
      axis(palette, { type: 'value', name: 'ml', min: 0, max: topMl }),
      axis(palette, {
        type: 'value',
        name: 'g',
        min: emptyG,
        max: emptyG + topMl * density,
        splitLine: { show: false },
        axisLabel: {
          color: palette.soft,
          fontSize: 13,
          showMaxLabel: false,
          formatter: (g: number) => g.toFixed(0),
        },
      }),
    ],
    series: lifeSeries(palette, line, weighed, claims, reserveMl),
  };
}

type At = readonly (string | number)[];

function lifeSeries(
  palette: Palette,
  line: readonly { readonly x: string; readonly value: number; readonly u: number }[],
  weighed: readonly At[],
  claims: readonly At[],
  reserveMl: number,
): object[] {
  return [
    ...band(palette, line),
    {
      name: 'ink by the log',
      type: 'line',
      data: line.map(({ x, value }) => [x, Number(value.toFixed(2))]),
      showSymbol: false,
      lineStyle: { color: palette.petrol, width: 2 },
      itemStyle: { color: palette.petrol },
      markLine: {
        silent: true,
        symbol: 'none',
        lineStyle: { color: palette.madder, type: 'dashed' },
        label: { formatter: 'reserve', color: palette.madder, position: 'insideEndTop' },
        data: [{ yAxis: reserveMl }],
      },
    },
    {
      name: 'weighed',
      type: 'scatter',
      data: weighed,
      symbolSize: 7,
      itemStyle: { color: palette.petrol },
    },
    ...(claims.length > 0
      ? [
          {
            name: 'the gauge’s claim',
            type: 'line',
            data: claims,
            symbol: 'emptyCircle',
            symbolSize: 7,
            lineStyle: { color: palette.ochre, width: 1, type: 'dotted' },
            itemStyle: { color: palette.ochre },
          },
        ]
      : []),
  ];
}
