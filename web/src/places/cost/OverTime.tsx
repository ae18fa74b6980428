import { useCallback } from 'react';
import { formatMoney, minorPerMajor, PAGE_LOCALE } from '@hiraeth/core/quantity';
import type { MonthCost, Payback } from '@hiraeth/core/cost';
import { month } from '../../parts/dates';
import { axis, Chart, type Palette, legend, tooltip } from '../../parts/Chart';

/** Refilled and originals month by month, and what was saved so far, with the day on which the kit is paid back. */
export function OverTime({
  months,
  payback,
  currency,
}: {
  readonly months: readonly MonthCost[];
  readonly payback: Payback;
  readonly currency: string;
}) {
  const option = useCallback(
    (palette: Palette) => {
      const each = minorPerMajor(currency);
      const amount = (minor: number | null): number | null =>
        minor === null ? null : Number((minor / each).toFixed(2));
      const names = months.map(({ from }) => month(from));
      const paid = payback.at === null ? undefined : month(payback.at);
      const isEarly = paid !== undefined && names.indexOf(paid) < names.length / 2;
      const sign =
        new Intl.NumberFormat(PAGE_LOCALE, { style: 'currency', currency })
          .formatToParts(0)
          .find(({ type }) => type === 'currency')?.value ?? currency;
      return {
        grid: { left: 56, right: 64, top: 64, bottom: 28 },
        legend: legend(palette),
        tooltip: tooltip(palette, {
          valueFormatter: (value: unknown) =>
            typeof value === 'number' ? formatMoney(value * each, currency) : 'not known',
        }),
        xAxis: axis(palette, { type: 'category', data: names, splitLine: { show: false } }),
        yAxis: [
          axis(palette, { type: 'value', name: `a month, ${sign}` }),
          axis(palette, { type: 'value', name: `saved so far, ${sign}`, splitLine: { show: false } }),
        ],
        series: [
          {
            name: 'refilled',
            type: 'bar',
            barGap: '10%',
            data: months.map(({ refillMinor }) => amount(refillMinor)),
            itemStyle: { color: palette.petrol },
          },
          {
            name: 'originals for the same',
            type: 'bar',
            data: months.map(({ originalMinor }) => amount(originalMinor)),
            itemStyle: { color: 'transparent', borderColor: palette.text, borderWidth: 1 },
          },
          {
            name: 'saved so far',
            type: 'line',
            yAxisIndex: 1,
            showSymbol: false,
            data: months.map(({ savedSoFarMinor }) => amount(savedSoFarMinor)),
            lineStyle: { color: palette.ochre, width: 2 },
            itemStyle: { color: palette.ochre },
            ...(paid && names.includes(paid)
              ? {
                  markLine: {
                    silent: true,
                    symbol: 'none',
                    lineStyle: { color: palette.ochre, type: 'dashed' },
                    // Beside its line, within the picture: above it stand the names of the axes.
                    label: {
                      formatter: 'paid back',
                      color: palette.ochre,
                      align: isEarly ? 'left' : 'right',
                      offset: [isEarly ? 6 : -6, 18],
                    },
                    data: [{ xAxis: paid }],
                  },
                }
              : {}),
          },
        ],
      };
    },
    [months, payback, currency],
  );
  if (months.length < 2) return null;
  const last = months.at(-1)!;
  const each = minorPerMajor(currency);
  return (
    <Chart
      label={`Cost by month over ${months.length} months, refilled beside originals${last.savedSoFarMinor === null ? '' : `; saved so far ${(last.savedSoFarMinor / each).toFixed(2)} ${currency}`}. The same as a table under Months.`}
      option={option}
      height={250}
      file="hiraeth-cost"
    />
  );
}
