import { printerAdvice } from '../../advice';
import { all, plannedJobs } from '../../ledger';
import type { PrinterRule, Rule } from '../found';
import { agitated, emptyMasses, rested } from './cartridges';
import { densities, oldBottles, orders } from './inks';
import { scaleSteps } from './scales';
import { dose, nozzleCheck, profile, retired, topUps, wastePad, weighIn } from './printers';

const PRINTER_RULES: readonly PrinterRule[] = [
  topUps,
  weighIn,
  nozzleCheck,
  wastePad,
  dose,
  retired,
  profile,
];

/** One that nothing stands in asks for nothing. */
const printers: Rule = (asked) =>
  all(asked.book.context, 'printer').flatMap((printer) => {
    const slots = printerAdvice(asked.book, printer.id, asked.at)?.slots ?? [];
    const here = slots.flatMap(({ cartridge }) => cartridge ?? []);
    return here.length === 0 ? [] : PRINTER_RULES.flatMap((rule) => rule(asked, printer, here));
  });

/** What is still to be printed, by when it is wanted, on a printer that stands there. */
const prints: Rule = ({ book }) =>
  plannedJobs(book).flatMap(({ id, job, rest }) =>
    job.by === undefined || book.state.printers.get(job.printerId)?.retired
      ? []
      : [
          {
            code: 'print',
            subject: { kind: 'job', id, name: job.title },
            dueMs: Date.parse(job.by),
            doneBy: ['printed'],
            figure: rest,
          },
        ],
  );

/** All that may be due, a rule each. */
export const RULES: readonly Rule[] = [
  printers,
  rested,
  agitated,
  emptyMasses,
  densities,
  scaleSteps,
  oldBottles,
  orders,
  prints,
];
