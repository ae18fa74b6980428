import { addExposure, jobExposure, NO_EXPOSURE, type Exposure } from '../exposure';
import { find, modelOf, type Book } from '../ledger';
import { headAdvice, type HeadAdvice } from '../nozzle';
import { normalCdf, type Uncertain } from '../quantity';
import { predictUse, runsDry, SHARED_SCATTER } from '../usage';
import type { Printer } from '../workbook';
import { NO_PRINT, slotView, type AdviceCode, type NotKnown } from './adviceFor';

export interface JobChannel {
  readonly slotId: string;
  readonly name: string;
  readonly use: Uncertain;
  readonly left: Uncertain | null;
  /** That it comes to its reserve; null: not known. */
  readonly probability: number | null;
  readonly notKnown: NotKnown | null;
}

export interface JobForecast {
  readonly answer: 'yes' | 'likely' | 'risky' | 'no' | 'notKnown';
  /** That any channel comes to its reserve; null: not known. */
  readonly probability: number | null;
  readonly channels: readonly JobChannel[];
  /** The channel that decides: the first that is not known, else the likeliest to run short. */
  readonly first: JobChannel | null;
  /** What stands in the way before anything is printed, by slot. */
  readonly blocked: readonly { readonly slotId: string; readonly name: string; readonly code: AdviceCode }[];
  /** Cleanings in the middle that the printer makes by itself: their ink is in the figures. */
  readonly cleanings: number;
  /** What its head asks for first; a gap is not empty ink. */
  readonly head: HeadAdvice | null;
}

export interface Job {
  readonly subjectId: string;
  readonly copies: number;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Below these probabilities of running short the answer is yes, likely, risky. */
const YES = 0.01;
const LIKELY = 0.05;
const RISKY = 0.2;
/**
 * Can these jobs be printed with the ink that is really there? The probability is that *any* channel comes to its reserve:
 * half of a picture's scatter is shared by all channels, the rest is each one's own. A slot of which something is not known
 * makes the answer "not known", never "safe".
 *
 * @param jobs the queue, one after the other; copies of one job are the same picture
 * @param at UTC instant
 */
export function canPrint(book: Book, printerId: string, jobs: readonly Job[], at: string): JobForecast {
  const printer = find(book.context, 'printer', printerId);
  const model = modelOf(book, printerId);
  const cleanings = printer ? ownCleanings(printer, jobs) : 0;
  const exposure = jobs.reduce<Exposure>(
    (sum, job) =>
      addExposure(sum, jobExposure(job.subjectId, (job.copies * job.widthMm * job.heightMm) / 10_000)),
    printer && cleanings > 0 ? { ...NO_EXPOSURE, [printer.cleansAt]: cleanings } : NO_EXPOSURE,
  );
  const rows = (printer && model ? printer.slots : []).map((slot) => {
    const view = slotView(book, printerId, slot.id, at)!;
    const use = predictUse(model!, slot.id, exposure);
    const ink = view.advice.notKnown === null ? (view.cartridge?.ink ?? null) : null;
    return {
      code: view.advice.code,
      reserveMl: view.cartridge?.reserveMl ?? 0,
      ink,
      channel: {
        slotId: slot.id,
        name: slot.name,
        use,
        left: ink ? { value: ink.value - use.value, u: Math.hypot(ink.u, use.u) } : null,
        probability: ink ? runsDry(ink, view.cartridge!.reserveMl, use) : null,
        notKnown: view.advice.notKnown,
      },
      shared: sharedU(model!, slot.id, exposure),
    };
  });
  const channels = rows.map((row) => row.channel);
  const unknown = channels.find((channel) => channel.probability === null);
  const blocked = rows
    .filter((row) => NO_PRINT.has(row.code))
    .map((row) => ({ slotId: row.channel.slotId, name: row.channel.name, code: row.code }));
  const worst = channels.reduce<JobChannel | null>(
    (a, b) => (a && (a.probability ?? 2) >= (b.probability ?? 2) ? a : b),
    null,
  );
  const probability = unknown || rows.length === 0 ? null : anyShort(rows);
  return {
    answer:
      probability === null
        ? 'notKnown'
        : blocked.length > 0 || probability >= RISKY
          ? 'no'
          : probability >= LIKELY
            ? 'risky'
            : probability >= YES
              ? 'likely'
              : 'yes',
    probability,
    channels,
    first: unknown ?? worst,
    blocked,
    cleanings,
    head: headAdvice(book, printerId, at) ?? null,
  };
}

/** Cleanings that the printer makes by itself in the middle of long jobs. */
function ownCleanings({ cleansEverySheets: everySheets }: Printer, jobs: readonly Job[]): number {
  if (everySheets === null || everySheets <= 0) return 0;
  return jobs.reduce((sum, job) => sum + Math.floor(job.copies / everySheets), 0);
}

/** The part of a channel's doubt that all of them have in common, ml. */
function sharedU(model: NonNullable<ReturnType<typeof modelOf>>, slotId: string, exposure: Exposure): number {
  const scattered = predictUse(model, slotId, exposure).u ** 2;
  const still =
    predictUse(model, slotId, {
      ...exposure,
      areas: exposure.areas.map((area) => ({ ...area, squares: 0 })),
    }).u ** 2;
  return Math.sqrt(Math.max(0, SHARED_SCATTER * (scattered - still)));
}

/** One less the probability that all channels stay above, over what they share. */
function anyShort(
  rows: readonly { readonly channel: JobChannel; readonly reserveMl: number; readonly shared: number }[],
): number {
  const STEPS = 41;
  let stays = 0;
  let weight = 0;
  for (let i = 0; i < STEPS; i++) {
    const z = -4 + (8 * i) / (STEPS - 1);
    const w = Math.exp(-0.5 * z * z);
    let all = 1;
    for (const { channel, reserveMl, shared } of rows) {
      const left = channel.left!;
      const own = Math.sqrt(Math.max(1e-12, left.u ** 2 - shared ** 2));
      all *= normalCdf((left.value - reserveMl - shared * z) / own);
    }
    stays += w * all;
    weight += w;
  }
  return 1 - stays / weight;
}
