import { COVERAGE } from '@hiraeth/core/numeric';
import { formatMoney, formatUncertain } from '@hiraeth/core/quantity';
import { howMany, unknownInkWords, type SpokenReport } from '@hiraeth/core/words';

/** The report for reading in a terminal: the same numbers as `--json`, in columns. */
export function reportText(report: SpokenReport): string {
  const money = (minor: number | null, decimals?: number): string =>
    minor === null ? '–' : formatMoney(minor, report.currency, decimals ? { decimals } : {});
  const lines = [
    `${report.name}, ${report.at.slice(0, 16).replace('T', ' ')} UTC, ${howMany(report.facts, 'entry', 'entries')}`,
    '',
  ];
  lines.push(row('Cartridge', 'where', 'ink now', 'fills', 'added', 'used', 'lost'));
  for (const c of report.cartridges) {
    const ink =
      c.inkMl === null || c.u === null ? 'weigh it first' : formatUncertain({ value: c.inkMl, u: c.u }, 'ml');
    lines.push(
      row(
        c.label,
        c.printer ? `${c.printer}: ${c.slot}` : c.retired ? 'retired' : 'shelf',
        ink,
        String(c.fills),
        ml(c.addedMl),
        ml(c.usedMl),
        ml(c.lostMl),
      ),
    );
  }
  for (const p of report.printers) {
    lines.push(
      '',
      `${p.name}: ${howMany(p.copies, 'print')}, ${p.areaDm2.toFixed(0)} dm²; ${ml(p.printedMl)} on paper, ${ml(p.wasteMl)} in cleanings, changes and idle days`,
    );
    lines.push(
      `  refill    ${money(p.refill.perPrint, 3)} a print  ${money(p.refill.perMl, 3)} a ml  ${money(p.refill.minor)} to date`,
    );
    if (p.original)
      lines.push(
        `  original  ${money(p.original.perPrint, 3)} a print  ${money(p.original.perMl, 3)} a ml  ${money(p.original.minor)} to date`,
      );
    lines.push(
      !p.inkKnown
        ? '  no comparison: of no print is the ink known'
        : p.savedMinor === null
          ? `  no comparison: no price for ${p.withoutPrice.join(', ') || 'the originals'}`
          : `  saved     ${money(p.savedMinor)}`,
    );
    lines.push(...unknownInkWords(p).map((words) => `  ${words}`));
    const b = p.balance;
    lines.push(
      `  balance   ${ml(b.startMl + b.addedMl)} in = ${ml(b.printedMl)} printed + ${ml(b.cleanedMl)} cleaned + ${ml(b.changesMl)} changes + ${ml(b.idleMl)} idle + ${ml(b.drawnOutMl + b.primedMl + b.spiltMl)} by hand + ${ml(b.onHandMl)} on hand; gap ${b.gapMl.toFixed(1)} ± ${b.gapU.toFixed(1)} ml${b.named ? `: ${b.named}` : ''}`,
    );
  }
  if (report.problems.length > 0)
    lines.push(
      '',
      ...report.problems.map(
        (problem) => `${problem.severity}: ${problem.at?.slice(0, 10) ?? ''} ${problem.message}`,
      ),
    );
  // A terminal keeps its columns with plain spaces.
  return `${lines.join('\n').replaceAll('\u00a0', ' ')}\n(± is the expanded uncertainty at about 95 %, ${COVERAGE} u)\n`;
}

const ml = (value: number): string => `${value.toFixed(1)} ml`;
const WIDTHS = [22, 32, 18, 6, 12, 12, 10];
const row = (...cells: string[]): string =>
  cells
    .map((cell, i) => cell.padEnd(WIDTHS[i] ?? 0))
    .join(' ')
    .trimEnd();
