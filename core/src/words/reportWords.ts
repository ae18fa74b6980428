import type { GapCode } from '../account';
import type { FoundProblem, LifeFinding, Report } from '../report';
import { bottleName, type Book } from '../ledger';
import { adviceTitle, reasonWords } from './adviceWords';
import { explain } from './explain';
import { lotName } from './lotName';

/** What the fold noticed, in a sentence. */
export function findingWords(finding: LifeFinding): string {
  const { label } = finding;
  const amount = finding.ml.toFixed(1);
  switch (finding.code) {
    case 'leak':
      return `${label} lost ${amount} ml while nothing printed: a leak, a plug or vent not tight, or too full.`;
    case 'heavier':
      return `${label} gained ${amount} ml while nothing printed: a fill is missing from the log, or another cartridge was weighed.`;
    case 'surprise':
      return `${label} used ${amount} ml by mass where ${finding.foretoldMl?.toFixed(1) ?? '?'} ml were expected: prints not logged, a leak, or a wrong mass.`;
    case 'ranDry':
      return `${label} faded or ran dry: it was at or below its reserve.`;
    case 'contradicts':
      return `What was last seen of ${label} does not fit the log: weigh it, or say what happened.`;
  }
}

/** A problem of the report, in a sentence. */
export const problemWords = ({ problem }: FoundProblem): string =>
  isFinding(problem) ? findingWords(problem) : explain(problem);

const isFinding = (problem: FoundProblem['problem']): problem is LifeFinding => !('severity' in problem);

/** What a gap in the ink balance most likely is. */
export function gapWords(gap: GapCode, leakedMl: number): string {
  switch (gap) {
    case 'moreThanWentIn':
      return 'more ink left than went in: a fill is missing from the log, or prints were logged twice';
    case 'leaked':
      return `${leakedMl.toFixed(1)} ml leaked while nothing printed; look at plugs, vents and how full they were`;
    case 'notLogged':
      return 'more was drawn than the log explains: prints or cleanings that were not logged';
    case 'missing':
      return 'ink is missing: prints or cleanings that were not logged, a leak, or evaporation';
  }
}

/** The report as it is printed and documented: codes, and beside each the sentence that says it. */
export function spokenReport(report: Report, book: Pick<Book, 'context'>) {
  return {
    ...report,
    cartridges: report.cartridges.map((cartridge) => ({
      ...cartridge,
      composition: cartridge.composition.map((share) => ({ ...share, name: lotName(book, share.lot) })),
    })),
    bottles: report.bottles.map((bottle) => ({
      ...bottle,
      name: bottleName(book.context, bottle.id) ?? bottle.id,
    })),
    printers: report.printers.map((printer) => ({
      ...printer,
      balance: {
        ...printer.balance,
        named: printer.balance.gap === null ? null : gapWords(printer.balance.gap, printer.balance.leakedMl),
      },
      advice: printer.advice.map((advice) => ({
        ...advice,
        words: adviceTitle({ ...advice, strategy: null }),
        reasons: advice.why.map(reasonWords),
      })),
    })),
    problems: report.problems.map(({ severity, at, factId, problem }) => ({
      severity,
      at,
      factId,
      code: problem.code,
      message: problemWords({ severity, at, factId, problem }),
    })),
  };
}
export type SpokenReport = ReturnType<typeof spokenReport>;
