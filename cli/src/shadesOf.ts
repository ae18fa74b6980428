import { all, find, Ledger } from '@hiraeth/core/ledger';
import { factsUntil } from '@hiraeth/core/report';
import { reprofile, shadeSeries, type ShadeComparison, type ShadeSeries } from '@hiraeth/core/colour';
import {
  measuredUnderWords,
  REPROFILE_WORDS,
  reprofileWords,
  shiftWords,
  VERDICT_WORDS,
} from '@hiraeth/core/words';
import type { Fact } from '@hiraeth/core/workbook';
import type { Done, Options } from './command';

/** Measured shades against the original and the last lot, fading, and whether to profile anew. */
export function shadesOf(facts: readonly Fact[], { at }: Options): Done {
  const ledger = Ledger.from(factsUntil(facts, at));
  const printers = all(ledger.context, 'printer').map((printer) => ({
    id: printer.id,
    name: printer.name,
    series: shadeSeries(ledger, printer.id),
    reprofile: reprofile(ledger, printer.id, at),
  }));
  const paper = (id: string | null): string =>
    find(ledger.context, 'paper', id ?? undefined)?.name ?? 'no paper named';
  const line = (what: string, found: ShadeComparison): string =>
    `  ${what}: ${VERDICT_WORDS[found.verdict]}; mean ΔE00 ${found.mean.toFixed(2)}, 95 % below ${found.p95.toFixed(2)}, worst ${found.worst[0]!.name} ${found.worst[0]!.deltaE.toFixed(2)}${shiftWords(
      found,
    )
      .map((words) => `; ${words}`)
      .join('')}`;
  return {
    data: {
      at,
      printers: printers.map(({ series, ...rest }) => ({ ...rest, series: series.map(seriesData) })),
    },
    text: [
      ...printers.flatMap(({ name, series, reprofile: found }) => [
        `${name}: profile anew? ${REPROFILE_WORDS[found.verdict]}`,
        ...found.why.map((reason) => `  ${reprofileWords(reason)}`),
        ...series.flatMap((one) => [
          `  ${one.chart} on ${paper(one.paperId)}, ${measuredUnderWords(one)}: ${one.sets.length} measured`,
          ...(one.againstOriginal ? [line('against the original', one.againstOriginal.found)] : []),
          ...(one.againstLot ? [line('against the last lot', one.againstLot.found)] : []),
          ...one.fading.flatMap(({ where, points }) =>
            points
              .slice(1)
              .map((point) => `  ${where}, ${point.months} months: mean ΔE00 ${point.mean.toFixed(2)}`),
          ),
        ]),
      ]),
      '',
    ].join('\n'),
  };
}

/** Figures of a series without every patch of every set. */
function seriesData({ sets, againstOriginal, againstLot, ...rest }: ShadeSeries) {
  const short = (one: ShadeSeries['againstLot']) =>
    one && {
      from: one.from.at,
      to: one.to.at,
      count: one.found.count,
      mean: one.found.mean,
      p95: one.found.p95,
      worst: one.found.worst,
      shift: one.found.shift,
      greys: one.found.greys,
      verdict: one.found.verdict,
    };
  return {
    ...rest,
    sets: sets.map(({ patches, ...set }) => ({ ...set, patches: patches.length })),
    againstOriginal: short(againstOriginal),
    againstLot: short(againstLot),
  };
}
