import { DAY_MS } from '../time';
import { addExposure, exposureDuring, NO_EXPOSURE, positionAt, type Exposure } from '../exposure';
import { find, modelOf, type Book, timelineIn } from '../ledger';
import { drawOf, predictUse, type PrinterModel } from '../usage';
import { CLEANING_LEVELS, type Printer } from '../workbook';

/** How a printer has been used lately: what each channel drew on each day, by the learnt use. */
export interface Rhythm {
  readonly printer: Printer;
  readonly model: PrinterModel;
  /** Days that it was read from. */
  readonly days: number;
  /** ml by day, then by slot order; without cartridge changes, which a policy decides. */
  readonly dayUse: readonly (readonly number[])[];
  /** Printed area by day, dm². */
  readonly dayArea: readonly number[];
  /** Mean ml a day by slot. */
  readonly meanMl: readonly number[];
  /** Drawn by changes of the other cartridges, ml a day by slot: as many as there were in these days. */
  readonly changeMl: readonly number[];
  /** Relative standard uncertainty of the learnt use, by slot. */
  readonly useU: readonly number[];
  /** Drawn by cleanings from all channels together, ml a day. */
  readonly cleaningMlPerDay: number;
}

/** So many days back are the usual rhythm, and at least so many are needed to speak of one. */
export const RHYTHM_DAYS = 180;
const LEAST_DAYS = 14;
/** People's seasons differ from the last half year by about this much. */
export const RHYTHM_DRIFT = 0.15;

/**
 * The usual rhythm of a printer from its last half year.
 *
 * @param at UTC instant
 * @returns null when there is no such printer, or it was not used for two weeks yet
 */
export function rhythmOf(book: Book, printerId: string, at: string): Rhythm | null {
  const key = `${printerId}\n${at}`;
  const known = kept.get(book.state)?.get(key);
  if (known && known.context === book.context) return known.rhythm;
  const rhythm = readRhythm(book, printerId, at);
  if (!book.live) {
    const mine = kept.get(book.state) ?? new Map<string, Kept>();
    kept.set(book.state, mine.set(key, { context: book.context, rhythm }));
  }
  return rhythm;
}

interface Kept {
  readonly context: Book['context'];
  readonly rhythm: Rhythm | null;
}

/** Forecast, plan of weighings, doses and ways of changing ask for the same; a state never changes once it is handed out. */
const kept = new WeakMap<Book['state'], Map<string, Kept>>();

function readRhythm(book: Book, printerId: string, at: string): Rhythm | null {
  const printer = find(book.context, 'printer', printerId);
  const model = modelOf(book, printerId);
  const state = book.state.printers.get(printerId);
  if (!printer || !model || !state?.firstAt) return null;
  const end = Date.parse(at);
  const days = Math.min(RHYTHM_DAYS, Math.floor((end - Date.parse(state.firstAt)) / DAY_MS));
  if (days < LEAST_DAYS || state.jobs === 0) return null;
  const timeline = timelineIn(book.context, book.state, printerId)!;
  const dayUse: number[][] = [];
  const dayArea: number[] = [];
  const sums = printer.slots.map((): Exposure => NO_EXPOSURE);
  const changes = printer.slots.map(() => 0);
  let cleaning = 0;
  for (let i = days; i > 0; i--) {
    const from = new Date(end - i * DAY_MS).toISOString();
    const to = new Date(end - (i - 1) * DAY_MS).toISOString();
    const fromPosition = positionAt(state.timeline, from);
    const toPosition = positionAt(state.timeline, to);
    dayUse.push(
      printer.slots.map((slot, s) => {
        const all = exposureDuring(timeline, { slotId: slot.id, fromPosition, toPosition, from, to });
        changes[s]! += all.change;
        const exposure = { ...all, change: 0 };
        sums[s] = addExposure(sums[s]!, exposure);
        for (const level of CLEANING_LEVELS)
          cleaning += exposure[level] * drawOf(model, slot.id, level).value;
        return predictUse(model, slot.id, exposure).value;
      }),
    );
    let area = 0;
    for (let p = fromPosition; p < toPosition; p++) {
      const event = state.timeline.items[p]!;
      if (event.type === 'job' || event.type === 'image') area += event.dm2;
    }
    dayArea.push(area);
  }
  return {
    printer,
    model,
    days,
    dayUse,
    dayArea,
    meanMl: printer.slots.map((_, s) => dayUse.reduce((sum, day) => sum + day[s]!, 0) / days),
    // Of as many changes as there are channels one is its own: with that it is full again.
    changeMl: printer.slots.map(
      ({ id }, s) =>
        (drawOf(model, id, 'change').value * changes[s]! * (1 - 1 / printer.slots.length)) / days,
    ),
    useU: printer.slots.map((slot, s) => {
      const use = predictUse(model, slot.id, {
        ...sums[s]!,
        areas: sums[s]!.areas.map((area) => ({ ...area, squares: 0 })),
      });
      return use.value > 0 ? use.u / use.value : 0.5;
    }),
    cleaningMlPerDay: cleaning / days,
  };
}
