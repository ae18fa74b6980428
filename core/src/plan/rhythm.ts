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
  /** Printed area by day, dm². */
  readonly dayArea: readonly number[];
  /** In slot order. */
  readonly channels: readonly RhythmChannel[];
  /** Drawn by cleanings from all channels together, ml a day. */
  readonly cleaningMlPerDay: number;
}

/** What one channel drew. */
export interface RhythmChannel {
  readonly slot: Printer['slots'][number];
  /** ml by day; without cartridge changes, which a policy decides. */
  readonly dayUse: readonly number[];
  /** Mean ml a day. */
  readonly meanMl: number;
  /** Drawn by changes of the other cartridges, ml a day: as many as there were in these days. */
  readonly changeMl: number;
  /** Relative standard uncertainty of the learnt use. */
  readonly useU: number;
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
  const read = Array.from({ length: days }, (_, i) => {
    const from = new Date(end - (days - i) * DAY_MS).toISOString();
    const to = new Date(end - (days - i - 1) * DAY_MS).toISOString();
    const [fromPosition, toPosition] = [positionAt(state.timeline, from), positionAt(state.timeline, to)];
    return { from, to, fromPosition, toPosition };
  });
  let cleaning = 0;
  const channels = printer.slots.map((slot): RhythmChannel => {
    let sum: Exposure = NO_EXPOSURE;
    let changes = 0;
    const dayUse = read.map((day) => {
      const all = exposureDuring(timeline, { slotId: slot.id, ...day });
      const exposure = { ...all, change: 0 };
      changes += all.change;
      sum = addExposure(sum, exposure);
      for (const level of CLEANING_LEVELS) cleaning += exposure[level] * drawOf(model, slot.id, level).value;
      return predictUse(model, slot.id, exposure).value;
    });
    const areas = sum.areas.map((area) => ({ ...area, squares: 0 }));
    const use = predictUse(model, slot.id, { ...sum, areas });
    return {
      slot,
      dayUse,
      meanMl: dayUse.reduce((a, b) => a + b, 0) / days,
      // Of as many changes as there are channels one is its own: with that it is full again.
      changeMl: (drawOf(model, slot.id, 'change').value * changes * (1 - 1 / printer.slots.length)) / days,
      useU: use.value > 0 ? use.u / use.value : 0.5,
    };
  });
  const areaOf = ({ fromPosition, toPosition }: (typeof read)[number]): number =>
    state.timeline.items
      .slice(fromPosition, toPosition)
      .reduce((sum, event) => (event.type === 'job' || event.type === 'image' ? sum + event.dm2 : sum), 0);
  return {
    printer,
    model,
    days,
    dayArea: read.map(areaOf),
    channels,
    cleaningMlPerDay: cleaning / days,
  };
}
