import { demandBySlot } from '../image';
import type { PlannedJob } from '../ledger';
import type { Job } from './canPrint';

/**
 * A planned job as forecasts take it.
 *
 * @param copies of it; as a rule what is still to be printed
 */
export function jobOfPlanned({ job, rest }: PlannedJob, copies: number = rest): Job {
  const { subjectId, widthMm, heightMm, demand, paperId } = job;
  return {
    subjectId,
    copies,
    widthMm,
    heightMm,
    demand: demand && demandBySlot(demand),
    paperId,
  };
}
