import { areaDm2 } from '../area';
import { cleaningsWithin, NO_EXPOSURE } from '../exposure';
import { find, modelOf, sparedSlots, type Book } from '../ledger';
import { headAdvice, type HeadAdvice } from '../nozzle';
import { largestCount, normalCdf, ONE_SIDED } from '../numeric';
import type { Uncertain } from '../quantity';
import { queueUse, runsDry, type PrinterModel } from '../usage';
import type { Printer } from '../workbook';
import { switchesIn } from './switchesIn';
import { NO_PRINT, slotView, type AdviceCode, type NotKnown, type SlotView } from '../advice';

export interface JobChannel {
  readonly slotId: string;
  readonly name: string;
  readonly use: Uncertain;
  readonly left: Uncertain | null;
  /** That it comes to its reserve; null: not known. */
  readonly probability: number | null;
  readonly notKnown: NotKnown | null;
  /** To be filled in before, so that it stays above its reserve with 95 %, ml; 0: nothing. */
  readonly topUpMl: number;
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
  /** How many of the last job in the queue are safe: at most 5 % that any channel comes to its reserve; null: not known. */
  readonly safeCopies: number | null;
  /** What its head asks for first; a gap is not empty ink. */
  readonly head: HeadAdvice | null;
}

export interface Job {
  readonly subjectId: string;
  readonly copies: number;
  readonly widthMm: number;
  readonly heightMm: number;
  /** What the picture itself asks for, where it was measured, ml/dm² by slot. */
  readonly demand?: ReadonlyMap<string, number> | undefined;
  /** It may leave one of two blacks alone. */
  readonly paperId?: string | null | undefined;
}

/** Below these probabilities of running short the answer is yes, likely, risky. */
const YES = 0.01;
/** The most that any channel may be risked. */
export const LIKELY = 0.05;
const RISKY = 0.2;
const AS_IT_IS: ReadonlyMap<string, Uncertain> = new Map();
const STAYS: ReadonlySet<AdviceCode> = new Set(['newChip', 'cleanContacts', 'reseatNow']);
const MOST_COPIES = 10_000;

interface Row {
  readonly code: AdviceCode;
  readonly reserveMl: number;
  readonly channel: JobChannel;
  readonly shared: number;
}

/**
 * Can these jobs be printed with the ink that is really there? The probability is that *any* channel comes to its reserve:
 * half of a picture's scatter is shared by all channels, the rest is each one's own. A slot of which something is not known
 * makes the answer "not known", never "safe".
 *
 * @param jobs the queue, one after the other; copies of one job are the same picture
 * @param at UTC instant
 * @param inkOf as if these slots held so much ink instead, as after a top-up
 */
export function canPrint(
  book: Book,
  printerId: string,
  jobs: readonly Job[],
  at: string,
  inkOf: ReadonlyMap<string, Uncertain> = AS_IT_IS,
): JobForecast {
  const printer = find(book.context, 'printer', printerId);
  const model = modelOf(book, printerId);
  const views = printer && model ? printer.slots.map((slot) => slotView(book, printerId, slot.id, at)!) : [];
  const rowsOf = (some: readonly Job[]): Row[] => {
    const switches = printer ? switchesIn(book, printer, some) : null;
    return views.map((view) =>
      rowOf(book.context, view, printer!, model!, some, switches?.get(view.slot.id) ?? 0, inkOf),
    );
  };
  const rows = rowsOf(jobs);
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
    cleanings: printer ? ownCleanings(printer, jobs) : 0,
    safeCopies:
      probability === null
        ? null
        : blocked.length > 0
          ? 0
          : safeCopies(jobs, (some) => anyShort(rowsOf(some))),
    head: headAdvice(book, printerId, at) ?? null,
  };
}

function rowOf(
  context: Book['context'],
  view: SlotView,
  printer: Printer,
  model: PrinterModel,
  jobs: readonly Job[],
  switched: number,
  inkOf: ReadonlyMap<string, Uncertain>,
): Row {
  const { slot, cartridge, advice } = view;
  const cleanings = ownCleanings(printer, jobs);
  const { use, sharedU } = queueUse(
    model,
    slot.id,
    jobs.map(({ subjectId, copies, widthMm, heightMm, demand, paperId }) => ({
      subjectId,
      dm2: areaDm2({ widthMm, heightMm }, copies),
      demand,
      spares: sparedSlots(context, printer.id, paperId),
    })),
    { ...NO_EXPOSURE, [printer.cleansAt]: cleanings, switched },
  );
  const given = inkOf.get(slot.id);
  const ink = given ?? (advice.notKnown === null ? (cartridge?.ink ?? null) : null);
  const reserveMl = cartridge?.reserveMl ?? 0;
  const left = ink ? { value: ink.value - use.value, u: Math.hypot(ink.u, use.u) } : null;
  return {
    // A top-up mends what it is about, not a chip that is not seen.
    code: given && !STAYS.has(advice.code) ? 'goOn' : advice.code,
    reserveMl,
    channel: {
      slotId: slot.id,
      name: slot.name,
      use,
      left,
      probability: ink ? runsDry(ink, reserveMl, use) : null,
      notKnown: given ? null : advice.notKnown,
      topUpMl: left ? Math.max(0, reserveMl + ONE_SIDED * left.u - left.value) : 0,
    },
    shared: sharedU,
  };
}

/** The most copies of the last job that stay within the risk. */
function safeCopies(jobs: readonly Job[], risk: (jobs: readonly Job[]) => number): number | null {
  const last = jobs.at(-1);
  if (!last) return null;
  return largestCount((copies) => risk([...jobs.slice(0, -1), { ...last, copies }]) <= LIKELY, MOST_COPIES);
}

/** Cleanings that the printer makes by itself in the middle of long jobs. */
const ownCleanings = ({ cleansEverySheets }: Printer, jobs: readonly Job[]): number =>
  jobs.reduce((sum, { copies }) => sum + cleaningsWithin(copies, cleansEverySheets), 0);

/** One less the probability that all channels stay above, over what they share. */
function anyShort(rows: readonly Row[]): number {
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
