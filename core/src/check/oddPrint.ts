import { areaDm2 } from '../area';
import type { Drawing } from '../exposure';
import type { CheckedBook } from '../ledger';
import type { FactOf } from '../workbook';
import type { FactProblem } from './factProblem';

type OddPrint = Extract<FactProblem, { code: 'oddPrint' }>;

/** Before so many jobs nothing is unusual. */
const LEAST_JOBS = 8;
/** A sheet so many times larger or smaller than any before is a slip of a digit, or another unit. */
const TIMES = 8;
/** Wider than the widest that was ever printed by more than this goes through no such printer. */
const WIDER = 1.35;
/** So many times the area of the busiest day is more than a day's. */
const DAYS = 4;

/** What a printer printed up to a place of its timeline. */
interface Usual {
  readonly upTo: number;
  readonly jobs: number;
  readonly leastDm2: number;
  readonly mostDm2: number;
  readonly widestMm: number;
  readonly busiestDm2: number;
  readonly day: string;
  readonly dayDm2: number;
}

const NOTHING: Usual = {
  upTo: 0,
  jobs: 0,
  leastDm2: Infinity,
  mostDm2: 0,
  widestMm: 0,
  busiestDm2: 0,
  day: '',
  dayDm2: 0,
};
/** A timeline only grows: what was gone through is not gone through again. */
const known = new WeakMap<readonly Drawing[], Usual>();

function usualUpTo(items: readonly Drawing[], length: number): Usual {
  const before = known.get(items);
  let usual = before && before.upTo <= length ? before : NOTHING;
  for (let i = usual.upTo; i < length; i++) {
    const item = items[i];
    if (item?.type !== 'job' && item?.type !== 'image') continue;
    const sheet = areaDm2(item, 1);
    const day = item.at.slice(0, 10);
    const dayDm2 = (day === usual.day ? usual.dayDm2 : 0) + item.dm2;
    usual = {
      upTo: length,
      jobs: usual.jobs + 1,
      leastDm2: Math.min(usual.leastDm2, sheet),
      mostDm2: Math.max(usual.mostDm2, sheet),
      widestMm: Math.max(usual.widestMm, Math.min(item.widthMm, item.heightMm)),
      busiestDm2: Math.max(usual.busiestDm2, dayDm2),
      day,
      dayDm2,
    };
  }
  if (usual.upTo !== length) usual = { ...usual, upTo: length };
  known.set(items, usual);
  return usual;
}

/**
 * A print unlike all that its printer ever printed: centimetres typed for millimetres, a digit too many, a sheet that does not
 * go through it, more copies than a few days hold. Asked about once, never refused.
 *
 * @param book what is true before it
 * @param print to be logged
 * @returns null where nothing is odd, or too little was printed yet to say so
 */
export function oddPrint(
  book: CheckedBook,
  print: FactOf<'printed'> | FactOf<'jobPlanned'>,
): OddPrint | null {
  const timeline = book.state.printers.get(print.printerId)?.timeline;
  if (!timeline || timeline.length < LEAST_JOBS) return null;
  // One of the past is held against what was printed since as well: it is as usual as any.
  const usual = usualUpTo(timeline.items, timeline.length);
  if (usual.jobs < LEAST_JOBS) return null;
  const { widthMm, heightMm, copies } = print;
  const sheet = areaDm2(print, 1);
  const narrowMm = Math.min(widthMm, heightMm);
  const of = {
    severity: 'ask',
    code: 'oddPrint',
    widthMm,
    heightMm,
    copies,
    widestMm: usual.widestMm,
  } as const;
  if (sheet * TIMES < usual.leastDm2) return { ...of, how: 'small' };
  if (sheet > TIMES * usual.mostDm2) return { ...of, how: 'large' };
  if (narrowMm > WIDER * usual.widestMm) return { ...of, how: 'wide' };
  return sheet * copies > DAYS * usual.busiestDm2 ? { ...of, how: 'many' } : null;
}
