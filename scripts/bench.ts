/** `npm run bench`: how long the core takes at growing size, side by side with the budgets of a busy decade. */
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import {
  all,
  fitDrying,
  keepHead,
  Ledger,
  makeStamp,
  modelOf,
  report,
  reportOf,
  reviveHead,
  serializeWorkbook,
  parseWorkbook,
  type Fact,
} from '@hiraeth/core';
import { ABERLANW } from '@hiraeth/demo';
import { simulateStudio } from '@hiraeth/rig';
import { benchBrowser } from './lib/benchBrowser';
import { benchPlan } from './lib/benchPlan';
import { benchUse } from './lib/benchUse';
import { benchPhotographs } from './lib/benchPhotographs';

const AT = '2026-11-24T18:00:00.000Z';
const BIG = join(tmpdir(), 'hiraeth-bench.hiraeth.json');
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

const years = simulateStudio(ABERLANW, { seed: 5, endAt: AT, days: 3650, busy: 9 }).facts;
console.log(`A simulated decade of ${years.length} facts.\n`);
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
    'file (MB)': (text.length / 1e6).toFixed(1),
    'JSON.parse of it (ms)': Math.round(time(() => void JSON.parse(text))),
    'one weighing more, fitted (ms)': weighOneMore(ledger).toFixed(2),
    'shown at once (ms)': Math.round(atOnce(ledger, day)),
  });
  if (size === 100_000) writeFileSync(BIG, text);
}
console.table(rows);
const started = performance.now();
execFileSync('node', ['cli/bin/hiraeth.mjs', 'report', BIG], { maxBuffer: 1e9 });
console.log(`Command-line report of the last: ${Math.round(performance.now() - started)} ms.`);
console.log(
  'Asked at 100,000 facts: fold under 3 × JSON.parse, file to report under 6 ×, command-line report under 1500 ms; one more costs what it costs at 1,000; shown at once under 250 ms.',
);
console.log('\nIn the browser, 100,000 facts (asked: usable within 1500 ms, no task over 100 ms):');
console.table(await benchBrowser(BIG));
const readings = Array.from({ length: 200 }, (_, i) => ({
  minutes: i * 5,
  g: 16.8 + 4.5 * Math.exp((-i * 5) / 94),
}));
console.log(`Drying curve of 200 weighings: ${time(() => void fitDrying(readings, null)).toFixed(1)} ms`);
console.log('\nPhotographed checks (asked: 98 % of the gaps found, at most 1 % of the lines invented):');
console.table([benchPhotographs(Number(process.env['PHOTOGRAPHS'] ?? 40))]);
console.log('\nPlans against what then happened (simulated studios, 300 days known, a year to judge by):');
console.table(benchPlan(Number(process.env['PLANS'] ?? 10)));
console.log(
  '\nUse foretold on simulated years, seeds apart from building (intervals asked: 93 to 98 % inside):',
);
console.table(benchUse(Number(process.env['YEARS'] ?? 40)));
