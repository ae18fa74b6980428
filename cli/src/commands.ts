import { COVERAGE, seeded } from '@hiraeth/core/numeric';
import { aheadOfClock, all, printersInUse, find, Ledger, settingsOf, type Book } from '@hiraeth/core/ledger';
import {
  BAR_WORDS,
  notKnownWords,
  POLICY_WORDS,
  taxWords,
  spokenReport,
  type SpokenReport,
  leakWords,
  unseenCleaningWords,
  wrongIntervalWords,
  howMany,
} from '@hiraeth/core/words';
import { factsUntil, reportAndBook, type FoundProblem, type Report } from '@hiraeth/core/report';
import {
  forecastUse,
  PLAN_DEFAULTS,
  planPrinter,
  scoreForecasts,
  type PrinterPlan,
} from '@hiraeth/core/plan';
import { formatMoney, formatUncertain, type Uncertain } from '@hiraeth/core/quantity';
import { quoteEdition } from '@hiraeth/core/cost';
import type { Fact } from '@hiraeth/core/workbook';
import { EXIT } from './exit';
import type { Command, Done, Options } from './command';
import { checksOf } from './checksOf';
import { importOf } from './importOf';
import { logOf } from './logOf';
import { reportText } from './reportText';
import { shadesOf } from './shadesOf';
import { stepsOf } from './stepsOf';

/** A report leaves out what has not happened by then; what has not happened at all is another clock's, and is said. */
function withAhead(report: Report, facts: readonly Fact[], now: number): Report {
  const latest = new Date(now).toISOString();
  // Nearly always there are none: the log is not folded once more for it.
  if (facts.every(({ at }) => at <= latest)) return report;
  const ahead = aheadOfClock(Ledger.from(facts), now).map((fact): FoundProblem => ({
    severity: 'warning',
    at: fact.at,
    factId: fact.id,
    problem: { severity: 'ask', code: 'future', at: fact.at },
  }));
  return { ...report, problems: [...report.problems, ...ahead] };
}

/** Every command: the same core as the screens, over an exported workbook. */
export const COMMANDS: Readonly<Record<Command, (facts: readonly Fact[], options: Options) => Done>> = {
  report: (facts, { at, from, now }) => {
    const { report, book } = reportAndBook(facts, at, from);
    const found = spokenReport(withAhead(report, facts, now), book);
    return { data: found, text: reportText(found) };
  },
  check: (facts, { at, now }) => {
    const { report, book } = reportAndBook(facts, at);
    const found = spokenReport(withAhead(report, facts, now), book);
    return {
      data: { facts: found.facts, problems: found.problems },
      text: checkText(found),
      exit: found.problems.some((problem) => problem.severity === 'error') ? EXIT.problems : EXIT.fine,
    };
  },
  forecast: (facts, { from, to }) => {
    if (from === null || to === null) return 'A forecast needs --from and --to.';
    const found = forecastUse(facts, from, to);
    const { context } = Ledger.from(facts.filter((fact) => fact.kind === 'defined'));
    const lines = found.printers.flatMap(({ id, channels }) => {
      const printer = find(context, 'printer', id);
      return [
        `${printer?.name ?? id}, ${from.slice(0, 10)} to ${to.slice(0, 10)}`,
        ...channels.map(
          (channel) =>
            `  ${(printer?.slots.find((slot) => slot.id === channel.slotId)?.name ?? channel.slotId).padEnd(20)} ${formatUncertain({ value: channel.useMl, u: channel.u }, 'ml')}`,
        ),
      ];
    });
    return { data: found, text: plain(lines) };
  },
  score: (facts, { at }) => {
    const ledger = Ledger.from(factsUntil(facts, at));
    const found = scoreForecasts(ledger);
    const count = found.printers.reduce((sum, printer) => sum + printer.count, 0);
    return {
      data: found,
      text: plain([
        found.inside === null
          ? 'Nothing was weighed twice yet.'
          : `${count} forecasts, ${Math.round(100 * found.inside)} % of them inside their 95 % interval`,
        ...found.printers.flatMap(({ id, gain, changes, missing, leaks, unseenCleanings }) => [
          `${find(ledger.context, 'printer', id)?.name ?? id}: draws ${gain.toFixed(2)} times what it drew at first`,
          ...changes.map(
            (change) =>
              `  since ${change.at.slice(0, 10)} ${change.factor.toFixed(2)} ± ${(COVERAGE * change.u).toFixed(2)} times as much`,
          ),
          ...leaks.map(
            ({ cartridgeId, mlPerDay }) =>
              `  ${leakWords(find(ledger.context, 'cartridge', cartridgeId)?.label ?? cartridgeId, mlPerDay)}`,
          ),
          ...(unseenCleanings > 0 ? [`  ${unseenCleaningWords(unseenCleanings)}`] : []),
          ...missing.map(
            (one) =>
              `  ${one.from.slice(0, 10)} to ${one.to.slice(0, 10)}: ${wrongIntervalWords(one.ratio)} (${Math.round(100 * one.probability)} %)`,
          ),
        ]),
      ]),
    };
  },
  steps: stepsOf,
  import: importOf,
  log: logOf,
  checks: checksOf,
  shades: shadesOf,
  quote: (facts, { at, words }) => {
    const ledger = Ledger.from(factsUntil(facts, at));
    const { currency } = settingsOf(ledger.context);
    const named = (kind: 'printer' | 'subject' | 'paper', said: string | undefined) =>
      all(ledger.context, kind).find((one) => one.id === said || one.name === said);
    const printer = named('printer', words.get('--printer'));
    const subject = named('subject', words.get('--subject'));
    const on = named('paper', words.get('--on'));
    const size = /^(\d+(?:\.\d+)?)x(\d+(?:\.\d+)?)$/.exec(words.get('--size') ?? '');
    const copies = wholeNumber(words.get('--copies') ?? '');
    if (!printer) return `Which printer? This workbook has ${list(all(ledger.context, 'printer'))}.`;
    if (!subject) return `Which subject? This workbook has ${list(all(ledger.context, 'subject'))}.`;
    if (words.has('--on') && !on)
      return `On which paper? This workbook has ${list(all(ledger.context, 'paper'))}.`;
    if (!size || Number(size[1]) <= 0 || Number(size[2]) <= 0) return 'A size in mm, such as 297x420.';
    if (copies === null || copies < 1) return 'How many copies? A whole number of at least 1.';
    const spoils = wholeNumber(words.get('--spoils') ?? '0');
    const proofs = wholeNumber(words.get('--proofs') ?? '0');
    const paper = words.has('--paper') ? wholeNumber(words.get('--paper')!) : null;
    const allowance = Number(words.get('--allowance') ?? '0');
    if (spoils === null || proofs === null || (words.has('--paper') && paper === null) || !(allowance >= 0))
      return 'Spoils, proofs and paper are whole numbers of at least 0, the allowance is in percent.';
    const quote = quoteEdition(
      ledger,
      {
        printerId: printer.id,
        subjectId: subject.id,
        ...(on ? { paperId: on.id } : {}),
        widthMm: Number(size[1]),
        heightMm: Number(size[2]),
        copies,
        proofs,
        spoils,
        paperMinor: paper,
        allowance: allowance / 100,
      },
      at,
    )!;
    const money = (amount: Uncertain | null): string =>
      amount === null
        ? 'not known: a price is missing'
        : `${formatMoney(amount.value, currency)} ± ${formatMoney(COVERAGE * amount.u, currency)}`;
    return {
      data: quote,
      text: plain([
        `${copies} × ${subject.name}, ${size[1]} × ${size[2]} mm, on ${printer.name}: ${howMany(quote.sheets, 'sheet')}`,
        ...quote.channels.map(
          (channel) =>
            `  ${channel.name.padEnd(20)} ${formatUncertain(channel.ml, 'ml')}, to have above the reserve ${channel.haveMl.toFixed(1)} ml`,
        ),
        `Ink        ${money(quote.inkMinor)}`,
        `In all     ${money(quote.totalMinor)}`,
        ...(quote.tax && quote.totalMinor
          ? [
              `Tax        ${taxWords(quote.tax, quote.totalMinor.value, (minor) => formatMoney(minor, currency))}`,
            ]
          : []),
        `A copy     ${money(quote.perCopyMinor)}`,
        `Originals  ${money(quote.originalMinor)}`,
      ]),
    };
  },
  plan: (facts, { at, words }) => {
    const number = (name: string, otherwise: number, most: number): number | null => {
      const value = words.has(name) ? wholeNumber(words.get(name)!) : otherwise;
      return value !== null && value >= 1 && value <= most ? value : null;
    };
    const weeks = number('--weeks', PLAN_DEFAULTS.weeks, 520);
    const years = number('--years', PLAN_DEFAULTS.years, 20_000);
    const seed = words.has('--seed') ? wholeNumber(words.get('--seed')!) : 1;
    if (weeks === null || years === null || seed === null)
      return 'Weeks (to 520), years (to 20000) and the seed are whole numbers.';
    const ledger = Ledger.from(factsUntil(facts, at));
    const printers = printersInUse(ledger).map((printer) =>
      planPrinter(ledger, printer.id, at, { ...PLAN_DEFAULTS, weeks, years }, seeded(seed))!,
    );
    return {
      data: {
        printers: printers.map((plan) => ({
          ...plan,
          policies: plan.policies.map((policy) => ({
            code: policy.code,
            routinesPerYear: policy.routinesPerYear.value,
            primingMl: policy.primingMl.value,
            wasteMinor: policy.wasteMinor.value,
            padYears: policy.padYears,
            minutesPerYear: policy.minutesPerYear.value,
            dryProbability: policy.dryProbability,
            dryU: policy.dryU,
            threshold: policy.threshold,
            bar: policy.bar,
            spread: {
              routinesPerYear: policy.routinesPerYear.u,
              primingMl: policy.primingMl.u,
              wasteMinor: policy.wasteMinor.u,
              minutesPerYear: policy.minutesPerYear.u,
            },
          })),
        })),
      },
      text: plain(printers.flatMap((plan) => planLines(ledger, plan))),
    };
  },
};

function planLines(book: Book, plan: PrinterPlan): string[] {
  const printer = find(book.context, 'printer', plan.id)!;
  const { currency } = settingsOf(book.context);
  if (plan.notKnown === 'noRhythm') return [`${printer.name}: not used for two weeks yet, nothing to go by`];
  return [
    `${printer.name}: comes to its reserve`,
    ...plan.reserveAt.map((date) => {
      const name = printer.slots.find((slot) => slot.id === date.slotId)?.name ?? date.slotId;
      return `  ${name.padEnd(20)} ${date.notKnown !== null ? `not known: ${notKnownWords(date.notKnown)}` : date.median === null ? 'not within ten years' : `${date.median.slice(0, 10)} (${date.low?.slice(0, 10) ?? '…'} to ${date.high?.slice(0, 10) ?? '…'})`}`;
    }),
    ...plan.policies.map(
      (policy) =>
        `  ${POLICY_WORDS[policy.code].padEnd(42)} ${policy.routinesPerYear.value.toFixed(1)} routines, ${policy.primingMl.value.toFixed(0)} ml, ${formatMoney(policy.wasteMinor.value, currency)}, ${(policy.minutesPerYear.value / 60).toFixed(1)} h, dry ${(100 * policy.dryProbability).toFixed(1)} %${policy.bar ? ` (${BAR_WORDS[policy.bar]})` : ''}`,
    ),
    `  Best: ${plan.best === null ? 'not known' : POLICY_WORDS[plan.best]}`,
    ...plan.buy
      .slice(0, 6)
      .map(
        (item) =>
          `  Order ${item.volumeMl.toFixed(0)} ml of ${find(book.context, 'ink', item.inkId)?.name ?? item.inkId} by ${item.by.slice(0, 10)}`,
      ),
  ];
}

const plain = (lines: readonly string[]): string => `${lines.join('\n').replaceAll('\u00a0', ' ')}\n`;
const list = (things: readonly { readonly id: string; readonly name: string }[]): string =>
  things.map(({ id, name }) => `${id} (${name})`).join(', ') || 'none yet';

function wholeNumber(text: string): number | null {
  return /^\d{1,9}$/.test(text) ? Number(text) : null;
}

function checkText(found: SpokenReport): string {
  const lines = found.problems.map(
    (problem) =>
      `${problem.severity}  ${problem.at?.slice(0, 16).replace('T', ' ') ?? ''}  ${problem.message}`,
  );
  return `${found.name}: ${howMany(found.facts, 'entry', 'entries')}, ${found.problems.length === 0 ? 'nothing to complain of' : `${found.problems.length} to look at`}\n${lines.join('\n')}${lines.length > 0 ? '\n' : ''}`;
}
