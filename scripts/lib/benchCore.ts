import { writeFileSync } from 'node:fs';
import { performance } from 'node:perf_hooks';
import { all, keepHead, Ledger, modelOf, reviveHead } from '@hiraeth/core/ledger';
import { makeStamp, parseWorkbook, serializeWorkbook, type Fact } from '@hiraeth/core/workbook';
import { report, reportOf } from '@hiraeth/core/report';
import { ABERLANW } from '@hiraeth/demo';
import { simulateStudio } from '@hiraeth/rig';

const AT = '2026-11-24T18:00:00.000Z';
const ROUNDS = 5;
const RATIO_ROUNDS = 9;

const msOf = (work: () => unknown): number => {
  const start = performance.now();
  work();
  return performance.now() - start;
};

/** Each of them in turn, round after round, and the least of each, ms: a machine that is slow for a while is slow for all. */
function sideBySide<K extends string>(works: Record<K, () => unknown>): Record<K, number> {
  const least = {} as Record<K, number>;
  for (let round = 0; round < ROUNDS; round++)
    for (const [name, work] of Object.entries(works) as [K, () => unknown][])
      least[name] = Math.min(least[name] ?? Infinity, msOf(work));
  return least;
}

/**
 * How many times as long as another work one takes: held against it just before and just after, the middle one of some rounds. The
 * least of a short work falls into a good moment that a long one never has to itself.
 */
function timesAsLong(work: () => unknown, other: () => unknown): string {
  const ratios = Array.from({ length: RATIO_ROUNDS }, () => {
    const before = msOf(other);
    const took = msOf(work);
    return (2 * took) / (before + msOf(other));
  });
  return ratios.sort((a, b) => a - b)[RATIO_ROUNDS >> 1]!.toFixed(1);
}

function fileToReport(text: string): void {
  const workbook = parseWorkbook(text);
  if (!workbook.ok) throw new Error('What was written could not be read.');
  report(workbook.value.facts, AT);
}

/** A weighing of what stands in the first slot, and the models with it. */
function weighOneMore(ledger: Ledger): number {
  const fit = (): void => {
    for (const { id } of all(ledger.context, 'printer')) modelOf(ledger.snapshot(), id);
  };
  fit();
  const [slot] = [...(ledger.state.printers.values().next().value?.slots.values() ?? [])];
  const [weighed] = makeStamp(
    { now: () => Date.parse(AT) },
    () => 0.6,
  )([
    {
      kind: 'weighed',
      what: 'cartridge',
      subjectId: slot?.cartridgeId ?? '',
      massG: { value: 60, u: 0.02 },
      purpose: 'weighIn',
    },
  ]);
  const start = performance.now();
  ledger.add([weighed!]);
  fit();
  return performance.now() - start;
}

/** From what was kept, and a day's entries since with one taken back, to a book that answers. */
function atOnce(kept: string, since: readonly Fact[]): void {
  if (!reviveHead(kept, since)) throw new Error('What was kept could not be gone on with.');
}

/**
 * How long the core takes at growing size.
 *
 * @param big where the largest workbook is written
 */
export function benchCore(big: string): Record<string, number | string>[] {
  const years = simulateStudio(ABERLANW, { seed: 5, endAt: AT, days: 3650, busy: 9 }).facts;
  const rows: Record<string, number | string>[] = [];
  for (const size of [1_000, 10_000, 100_000]) {
    // The first ones, with their definitions.
    const facts: Fact[] = [
      ...years.filter((fact) => fact.kind === 'defined').slice(0, size / 2),
      ...years.filter((fact) => fact.kind !== 'defined').slice(0, size),
    ].slice(0, size);
    const ledger = Ledger.from(facts);
    const stamp = makeStamp({ now: () => Date.parse(AT) }, () => 0.4);
    const text = serializeWorkbook(facts, AT);
    const job = facts.findLast(({ kind }) => kind === 'printed')!;
    const day = stamp(Array.from({ length: 50 }, () => ({ ...job, at: AT })));
    day.push(...stamp([{ kind: 'voided', factId: day[0]!.id, reason: 'not printed' }]));
    const kept = keepHead(ledger.base());
    const json = (): unknown => JSON.parse(text);
    const fold = (): unknown => Ledger.from(facts);
    const file = (): void => fileToReport(text);
    const took = sideBySide({
      json,
      read: () => parseWorkbook(text),
      fold,
      report: () => reportOf(Ledger.from(facts), AT),
      checked: () => report(facts, AT),
      file,
      kept: () => atOnce(kept, day),
      one: () => ledger.add(stamp([{ kind: 'noted', text: 'one more' }])),
    });
    const ms = (time: number): number => Math.round(time);
    rows.push({
      facts: facts.length,
      'file (MB)': (text.length / 1e6).toFixed(1),
      'JSON.parse of it (ms)': ms(took.json),
      'fold (ms)': ms(took.fold),
      'fold (× JSON.parse)': timesAsLong(fold, json),
      'fold and report (ms)': ms(took.report),
      'with checks (ms)': ms(took.checked),
      'read the file (ms)': ms(took.read),
      'file to report (ms)': ms(took.file),
      'file to report (× JSON.parse)': timesAsLong(file, json),
      'one fact more (ms)': took.one.toFixed(2),
      'one weighing more, fitted (ms)': weighOneMore(ledger).toFixed(2),
      'shown at once (ms)': ms(took.kept),
    });
    if (size === 100_000) writeFileSync(big, text);
  }
  return rows;
}
