import type { FactOf } from '../../workbook';
import type { Book } from '../Ledger';

/** A job that waits to be printed, or is being printed. */
export interface PlannedJob {
  /** Of the fact that planned it: prints name it. */
  readonly id: string;
  readonly job: FactOf<'jobPlanned'>;
  readonly printed: number;
  /** Copies still to be printed, at least 1. */
  readonly rest: number;
}

/**
 * What is still to be printed: the soonest wanted first, those without a day after them, in the order in which they were
 * planned.
 *
 * @param printerId for this printer alone; absent: all
 */
export function plannedJobs(book: Book, printerId?: string): PlannedJob[] {
  const waiting: PlannedJob[] = [];
  for (const [id, { job, printed }] of book.state.planned) {
    if (!job || printed >= job.copies || (printerId !== undefined && job.printerId !== printerId)) continue;
    waiting.push({ id, job, printed, rest: job.copies - printed });
  }
  return waiting.sort((a, b) => {
    const [first, second] = [a.job.by ?? '9', b.job.by ?? '9'];
    return first < second ? -1 : first > second ? 1 : a.id < b.id ? -1 : 1;
  });
}
