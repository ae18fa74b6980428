import { areaDm2 } from '@hiraeth/core/area';
import Button from '@mui/material/Button';
import { memo, useCallback, useMemo, useState } from 'react';
import { all, find, modelOf, settingsOf } from '@hiraeth/core/ledger';
import { ALWAYS, paperAndWaste, type MonthOfInk } from '@hiraeth/core/account';
import { coefficientPerDm2 } from '@hiraeth/core/usage';
import { COVERAGE } from '@hiraeth/core/numeric';
import { formatUncertain, type Uncertain } from '@hiraeth/core/quantity';
import {
  pooledRatios,
  scoreForecasts,
  whatWasLearnt,
  type PooledRatio,
  type ScoredInterval,
} from '@hiraeth/core/plan';
import { printedIn } from '@hiraeth/core/cost';
import { useCsv as makeCsv } from '@hiraeth/core/exchange';
import { wrongIntervalWords } from '@hiraeth/core/words';
import type { Printer, Slot } from '@hiraeth/core/workbook';
import { useHour, useLedger } from '../../state/hooks';
import { axis, Chart, type Palette, legend, tooltip } from '../../parts/Chart';
import { download } from '../../parts/download';
import { day, month } from '../../parts/dates';
import { Pick } from '../../parts/fields';
import { Lines } from '../../parts/Lines';

type Per = 'dm2' | 'sheet';
/** Many more kinds would be bars too thin to read. */
const MOST_KINDS = 5;
const MOST_FORECASTS = 40;
/** So many weigh-ins say how it goes; older ones are points on points. */
const MOST_RATIOS = 120;

interface Kind {
  readonly id: string;
  readonly name: string;
  /** By slot, in the order of the printer. */
  readonly uses: readonly Uncertain[];
}

/** What each kind of picture takes from each channel, how well that is known over time, and paper beside waste. */
export default memo(function UseCharts({ printerId }: { readonly printerId: string }) {
  const ledger = useLedger();
  const at = useHour();
  const [per, setPer] = useState<Per>('sheet');
  const printer = find(ledger.context, 'printer', printerId);
  const kinds = useMemo(() => kindsOf(ledger, printerId, at), [ledger, printerId, at]);
  const most = useMemo(() => kinds.slice(0, MOST_KINDS), [kinds]);
  const scores = useMemo(() => scoreForecasts(ledger), [ledger]);
  const ratios = useMemo(
    () => pooledRatios(ledger, printerId, scores).slice(-MOST_RATIOS),
    [ledger, printerId, scores],
  );
  const score = scores.printers.find(({ id }) => id === printerId);
  const intervals = useMemo(
    () =>
      scores.intervals
        .filter((one) => one.printerId === printerId && !one.leftOut)
        .sort((a, b) => (a.to < b.to ? 1 : -1))
        .slice(0, MOST_FORECASTS),
    [scores, printerId],
  );
  const learnt = useMemo(() => whatWasLearnt(ledger, printerId, at), [ledger, printerId, at]);
  const months = useMemo(
    () =>
      paperAndWaste(ledger, printerId, yearBefore(at), at).filter(
        (month) => month.paperMl + month.headMl + month.changesMl + month.lostMl > 0,
      ),
    [ledger, printerId, at],
  );
  if (!printer || !score || kinds.length === 0) return null;
  const { widthMm, heightMm } = settingsOf(ledger.context).standardSheet;
  const factor = per === 'sheet' ? areaDm2({ widthMm, heightMm }) : 1;
  const unit = per === 'sheet' ? `ml a sheet of ${widthMm} × ${heightMm} mm` : 'µl a dm²';
  const scale = per === 'sheet' ? factor : 1000;
  return (
    <section className="section" aria-label="What it takes">
      <header>
        <h2>What it takes</h2>
        <Pick<Per>
          label="Amounts"
          value={per}
          options={[
            { value: 'sheet', label: 'for one standard sheet' },
            { value: 'dm2', label: 'for one dm²' },
          ]}
          onPick={setPer}
        />
      </header>
      <p className="small">
        {learnt &&
          `From ${learnt.weighIns === 1 ? 'one weigh-in' : `${learnt.weighIns} weigh-ins`} and ${learnt.copies} prints, ± at 95 %. `}
        {learnt?.ratios
          .map(
            ({ slotName, more, less, ratio }) =>
              `${short(more)} takes ${ratio.value.toFixed(1)} ± ${(COVERAGE * ratio.u).toFixed(1)} times the ${slotName.toLowerCase()} of ${short(less).toLowerCase()}. `,
          )
          .join('')}
      </p>
      <Bars printer={printer} kinds={most} scale={scale} unit={unit} />
      <details>
        <summary>The same as a table</summary>
        <div className="scrollx">
          <Lines
            columns={[
              { head: unit, of: (slot: Slot) => slot.name },
              ...kinds.map(({ name, uses }) => ({
                head: name,
                n: true as const,
                of: (_: Slot, s: number) =>
                  formatUncertain({ value: scale * uses[s]!.value, u: scale * uses[s]!.u }, ''),
              })),
            ]}
            rows={printer.slots}
            keyOf={({ id }) => id}
          />
        </div>
        <Button
          size="small"
          onClick={() =>
            download(
              'hiraeth-use.csv',
              makeCsv(
                printer.slots.map((slot) => slot.name),
                kinds,
              ),
              'text/csv',
            )
          }
        >
          These numbers (CSV)
        </Button>
      </details>
      {ratios.length > 1 && (
        <>
          <h3>Used against foretold, weigh-in by weigh-in</h3>
          <Through ratios={ratios} changes={score.changes} />
          <p className="small soft">
            {score.changes.map(
              (change) =>
                `Since ${day(change.at)} it draws ${change.factor.toFixed(2)} ± ${(COVERAGE * change.u).toFixed(2)} times as much as before. `,
            )}
            {score.missing.map(
              (one) =>
                `${day(one.from)} to ${day(one.to)} (the open circle): ${wrongIntervalWords(one.ratio)} `,
            )}
            {score.changes.length + score.missing.length === 0 &&
              'Nothing changed in it, and nothing is missing from the log.'}
          </p>
        </>
      )}
      <Forecasts printer={printer} intervals={intervals} />
      {months.length > 1 && (
        <>
          <h3>Paper beside waste, month by month</h3>
          <Waste months={months} />
        </>
      )}
    </section>
  );
});

/** The first of the same month a year before. */
const yearBefore = (at: string): string => `${Number(at.slice(0, 4)) - 1}-${at.slice(5, 7)}-01T00:00:00.000Z`;

const short = (name: string): string => name.replace(/ \(.*/, '');

function kindsOf(ledger: ReturnType<typeof useLedger>, printerId: string, at: string): Kind[] {
  const model = modelOf(ledger, printerId);
  const printer = find(ledger.context, 'printer', printerId);
  if (!model || !printer) return [];
  const area = new Map<string, number>();
  for (const one of printedIn(ledger, printerId, ALWAYS, at))
    if (one.subjectId !== null) area.set(one.subjectId, (area.get(one.subjectId) ?? 0) + one.dm2);
  return all(ledger.context, 'subject')
    .filter(({ id }) => area.has(id))
    .sort((a, b) => area.get(b.id)! - area.get(a.id)!)
    .map(({ id, name }) => ({
      id,
      name: short(name),
      uses: printer.slots.map((slot) => coefficientPerDm2(model, slot.id, id)),
    }));
}

function Bars({
  printer,
  kinds,
  scale,
  unit,
}: {
  readonly printer: Printer;
  readonly kinds: readonly Kind[];
  readonly scale: number;
  readonly unit: string;
}) {
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

interface Drawing {
  readonly coord: (at: readonly [number, number]) => readonly [number, number];
  readonly size: (of: readonly [number, number]) => readonly [number, number];
  readonly value: (of: number) => number;
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

/** Its own record: what was foretold, and what the scale then said. */
function Forecasts({
  printer,
  intervals,
}: {
  readonly printer: Printer;
  readonly intervals: readonly ScoredInterval[];
}) {
  if (intervals.length === 0) return null;
  const inside = intervals.filter((one) => one.inside).length;
  return (
    <details>
      <summary>
        The last {intervals.length} forecasts: {inside} held what the scale then said
      </summary>
      <div className="scrolly">
        <Lines
          columns={[
            { head: 'To', of: (one) => day(one.to) },
            { head: 'Channel', of: (one) => printer.slots.find(({ id }) => id === one.slotId)?.name },
            {
              head: 'Foretold',
              n: true,
              of: (one) => (
                <>
                  {one.foretoldMl.toFixed(1)} ± {(COVERAGE * one.u).toFixed(1)} ml
                </>
              ),
            },
            { head: 'Weighed', n: true, of: (one) => `${one.usedMl.toFixed(1)} ml` },
            {
              head: 'Inside',
              of: (one) => (one.inside ? 'yes' : 'no'),
              tone: (one) => (one.inside ? '' : 'warn'),
            },
          ]}
          rows={intervals}
          keyOf={(one) => `${one.cartridgeId}/${one.to}/${one.slotId}`}
          widest={620}
        />
      </div>
    </details>
  );
}

function Through({
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

function Waste({ months }: { readonly months: readonly MonthOfInk[] }) {
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
