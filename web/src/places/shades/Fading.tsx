import { useCallback } from 'react';
import type { ShadeSeries } from '@hiraeth/core/colour';
import { axis, Chart, type Palette } from '../../parts/Chart';
import { Lines } from '../../parts/Lines';

/** What light and months did to a print, by where it hangs. */
export function Fading({ series }: { readonly series: ShadeSeries }) {
  const { fading } = series;
  const option = useCallback(
    (palette: Palette) => ({
      grid: { left: 52, right: 150, top: 34, bottom: 44 },
      xAxis: axis(palette, { type: 'value', name: 'months', nameLocation: 'middle', nameGap: 28 }),
      yAxis: axis(palette, { type: 'value', name: 'mean ΔE00', min: 0 }),
      series: fading.map(({ where, points }, i) => ({
        type: 'line',
        name: where,
        symbolSize: 9,
        symbol: i % 2 === 0 ? 'circle' : 'rect',
        lineStyle: { width: 2, type: i % 2 === 0 ? 'solid' : 'dashed', color: palette.text },
        itemStyle: { color: palette.text },
        endLabel: { show: true, formatter: where, color: palette.text, fontSize: 13 },
        data: points.map(({ months, mean }) => [months, mean]),
      })),
    }),
    [fading],
  );
  if (fading.length === 0) return null;
  return (
    <section className="section" aria-label="Fading">
      <header>
        <h2>Fading</h2>
        <span className="soft small">Against the same print when it was fresh.</span>
      </header>
      <Chart
        label="Mean colour difference from the fresh print, by months and place"
        height={220}
        option={option}
      />
      <Lines
        columns={[
          { head: 'Where', of: ({ where }) => where },
          { head: 'Months', of: ({ months }) => months },
          { head: 'Mean ΔE00', of: ({ mean }) => mean.toFixed(1) },
          { head: 'Worst patch', of: ({ worst }) => worst.toFixed(1) },
        ]}
        rows={fading.flatMap(({ where, points }) => points.slice(1).map((point) => ({ where, ...point })))}
        keyOf={({ where, months }) => `${where}${months}`}
      />
    </section>
  );
}
