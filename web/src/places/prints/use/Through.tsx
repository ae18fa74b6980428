import { useCallback } from 'react';
import { COVERAGE } from '@hiraeth/core/numeric';
import type { PooledRatio, PrinterScore } from '@hiraeth/core/plan';
import { wrongIntervalWords } from '@hiraeth/core/words';
import { axis, Chart, tooltip, type Palette } from '../../../parts/Chart';
import { day } from '../../../parts/dates';
import type { Drawing } from './drawing';

/** Used against foretold: what changed in the printer, and what is missing from the log. */
export function Through({
  ratios,
  score,
}: {
  readonly ratios: readonly PooledRatio[];
  readonly score: PrinterScore;
}) {
  return (
    <>
      <h3>Used against foretold, weigh-in by weigh-in</h3>
      <Ratios ratios={ratios} changes={score.changes} />
      <p className="small soft">
        {score.changes.map(
          (change) =>
            `Since ${day(change.at)} it draws ${change.factor.toFixed(2)} ± ${(COVERAGE * change.u).toFixed(2)} times as much as before. `,
        )}
        {score.missing.map(
          (one) => `${day(one.from)} to ${day(one.to)} (the open circle): ${wrongIntervalWords(one.ratio)} `,
        )}
        {score.changes.length + score.missing.length === 0 &&
          'Nothing changed in it, and nothing is missing from the log.'}
      </p>
    </>
  );
}

function Ratios({
  ratios,
  changes,
}: {
  readonly ratios: readonly PooledRatio[];
  readonly changes: readonly { readonly at: string }[];
}) {
  const option = useCallback(
    (palette: Palette) => ({
      grid: { left: 48, right: 16, top: 20, bottom: 28 },
      tooltip: tooltip(palette, {
        trigger: 'item',
        formatter: ({ dataIndex }: { dataIndex: number }) => {
          const one = ratios[dataIndex]!;
          return `${day(one.at)}: ${one.ratio.toFixed(2)} ± ${(COVERAGE * one.u).toFixed(2)}`;
        },
      }),
      xAxis: axis(palette, { type: 'time', splitLine: { show: false } }),
      yAxis: axis(palette, { type: 'value', min: 0 }),
      series: [
        {
          type: 'scatter',
          symbolSize: 9,
          data: ratios.map((one) => ({
            value: [one.at, one.ratio],
            itemStyle: one.leftOut
              ? { color: 'transparent', borderColor: palette.madder, borderWidth: 2 }
              : { color: palette.petrol },
          })),
          markLine: {
            silent: true,
            symbol: 'none',
            label: { color: palette.soft },
            lineStyle: { color: palette.soft },
            data: [
              { yAxis: 1, label: { formatter: 'as foretold', position: 'insideEndTop' } },
              ...changes.map(({ at }) => ({
                xAxis: at,
                lineStyle: { color: palette.ochre, type: 'dashed' },
                label: { formatter: 'it changed', color: palette.ochre },
              })),
            ],
          },
        },
        {
          type: 'custom',
          silent: true,
          data: ratios.map(({ at, ratio, u }) => [
            Date.parse(at),
            Math.max(0, ratio - COVERAGE * u),
            ratio + COVERAGE * u,
          ]),
          renderItem: (_: unknown, api: Drawing) => {
            const [x, low] = api.coord([api.value(0), api.value(1)]);
            const [, high] = api.coord([api.value(0), api.value(2)]);
            return {
              type: 'line',
              shape: { x1: x, x2: x, y1: low, y2: high },
              style: { stroke: palette.soft, lineWidth: 1 },
            };
          },
        },
      ],
    }),
    [ratios, changes],
  );
  return (
    <Chart
      label={`Used against foretold at ${ratios.length} weigh-ins, all channels together; one means as foretold.`}
      option={option}
      height={200}
      file="hiraeth-use-through-time"
    />
  );
}
