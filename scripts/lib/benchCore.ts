import { writeFileSync } from 'node:fs';
import { performance } from 'node:perf_hooks';
import {
  all,
  keepHead,
  Ledger,
  makeStamp,
  modelOf,
  parseWorkbook,
  report,
  reportOf,
  reviveHead,
  serializeWorkbook,
  type Fact,
} from '@hiraeth/core';
import { ABERLANW } from '@hiraeth/demo';
import { simulateStudio } from '@hiraeth/rig';

const AT = '2026-11-24T18:00:00.000Z';
const REPEATS = 3;

function time(work: () => void): number {
  let best = Infinity;
  for (let i = 0; i < REPEATS; i++) {
    const start = performance.now();
    work();
    best = Math.min(best, performance.now() - start);
  }
  return best;
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
function atOnce(ledger: Ledger, since: readonly Fact[]): number {
  const text = keepHead(ledger.base());
  return time(() => {
    if (!reviveHead(text, since)) throw new Error('What was kept could not be gone on with.');
  });
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
    // The last ones, with every definition before them.
    const facts: Fact[] = [
      ...years.filter((fact) => fact.kind === 'defined').slice(0, size / 2),
      ...years.filter((fact) => fact.kind !== 'defined').slice(0, size),
    ].slice(0, size);
    const ledger = Ledger.from(facts);
    const stamp = makeStamp({ now: () => Date.parse(AT) }, () => 0.4);
    const one = time(() => ledger.add(stamp([{ kind: 'noted', text: 'one more' }])));
    const text = serializeWorkbook(facts, AT);
    const job = facts.findLast(({ kind }) => kind === 'printed')!;
    const day = stamp(Array.from({ length: 50 }, () => ({ ...job, at: AT })));
    day.push(...stamp([{ kind: 'voided', factId: day[0]!.id, reason: 'not printed' }]));
    rows.push({
      facts: facts.length,
      'fold (ms)': Math.round(time(() => void Ledger.from(facts))),
      'report of it (ms)': Math.round(time(() => void reportOf(ledger, AT))),
      'report with checks (ms)': Math.round(time(() => void report(facts, AT))),
      'one fact more (ms)': one.toFixed(2),
      'read the file (ms)': Math.round(time(() => void parseWorkbook(text))),
      'file to report (ms)': Math.round(time(() => fileToReport(text))),
      'file (MB)': (text.length / 1e6).toFixed(1),
      'JSON.parse of it (ms)': Math.round(time(() => void JSON.parse(text))),
      'one weighing more, fitted (ms)': weighOneMore(ledger).toFixed(2),
      'shown at once (ms)': Math.round(atOnce(ledger, day)),
    });
    if (size === 100_000) writeFileSync(big, text);
  }
  return rows;
}
