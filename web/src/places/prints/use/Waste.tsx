import { useCallback } from 'react';
import type { MonthOfInk } from '@hiraeth/core/account';
import { axis, Chart, legend, tooltip, type Palette } from '../../../parts/Chart';
import { day, month } from '../../../parts/dates';

/** Ink on paper beside what was lost on the way, month by month. */
export function Waste({ months }: { readonly months: readonly MonthOfInk[] }) {
  const option = useCallback(
    (palette: Palette) => {
      const part = (name: string, of: (month: MonthOfInk) => number, itemStyle: object): object => ({
        name,
        type: 'bar',
        stack: 'ink',
        data: months.map((month) => Number(of(month).toFixed(2))),
        itemStyle,
      });
      const line = { borderColor: palette.text, borderWidth: 1 };
      return {
        grid: { left: 48, right: 8, top: 54, bottom: 28 },
        legend: legend(palette),
        tooltip: tooltip(palette, {
          valueFormatter: (value: unknown) => `${String(value)} ml`,
        }),
        xAxis: axis(palette, {
          type: 'category',
          data: months.map(({ from }) => month(from)),
          splitLine: { show: false },
        }),
        yAxis: axis(palette, { type: 'value', name: 'ml' }),
        series: [
          part('on paper', ({ paperMl }) => paperMl, { color: palette.petrol }),
          part('cleanings, idle days', ({ headMl }) => headMl, { color: palette.ochre }),
          part('changes, priming', ({ changesMl }) => changesMl, { color: palette.line, ...line }),
          part('lost', ({ lostMl }) => lostMl, { color: 'transparent', ...line }),
        ],
      };
    },
    [months],
  );
  const sum = (of: (month: MonthOfInk) => number): number => months.reduce((a, month) => a + of(month), 0);
  const paper = sum(({ paperMl }) => paperMl);
  const whole = paper + sum(({ headMl, changesMl, lostMl }) => headMl + changesMl + lostMl);
  return (
    <>
      <p>
        <strong>{Math.round((100 * paper) / whole)} %</strong> of {whole.toFixed(0)} ml reached paper since{' '}
        {day(months[0]!.from)}.
      </p>
      <Chart
        label={`Ink on paper beside waste over ${months.length} months.`}
        option={option}
        height={210}
        file="hiraeth-paper-and-waste"
      />
    </>
  );
}
