import type { FactDraft } from '../../workbook';
import type { PlannedJob } from './plannedJobs';

/**
 * Copies of a planned job as they came out: good ones leave so many fewer to print; spoilt ones took ink, no more.
 *
 * @param copies at least 1
 * @param spoilt none of them is of use
 */
export function printOfPlanned({ id, job }: PlannedJob, copies: number, spoilt = false): FactDraft {
  const { printerId, title, widthMm, heightMm, subjectId, paperId, demand } = job;
  return {
    kind: 'printed',
    printerId,
    title,
    copies,
    widthMm,
    heightMm,
    subjectId,
    ...(paperId === undefined ? {} : { paperId }),
    ...(demand === undefined ? {} : { demand }),
    edition: title.slice(0, 100),
    ...(spoilt ? { as: 'spoilt' } : { plannedId: id }),
  };
}
