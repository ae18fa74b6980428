import {
  all,
  cartridgeOf,
  factsOf,
  isForShades,
  printersInUse,
  slotFor,
  type Book,
  type Snapshot,
} from '../ledger';
import type { Cartridge, CleaningLevel, DraftOf, FactDraft, FactOf, Printer, Slot } from '../workbook';
import type { Act } from './act';
import { takeBack } from './correcting';

/**
 * A head cleaning: what it draws is the printer's, not the prints'.
 *
 * @param slots the channels that it drew from, where it was not the whole head: the others gave nothing
 */
export const cleanHead = (
  printerId: string,
  level: CleaningLevel,
  slots: readonly Pick<Slot, 'id' | 'name'>[] = [],
): Act => ({
  facts: [
    {
      kind: 'cleaned',
      printerId,
      level,
      ...(slots.length > 0 ? { slotIds: slots.map(({ id }) => id) } : {}),
    },
  ],
  done: { code: 'cleaned', level, channels: slots.map(({ name }) => name) },
});

export const movePrinter = (printerId: string): Act => ({
  facts: [{ kind: 'printerMoved', printerId }],
  done: { code: 'printerMoved' },
});

/** A new head: its checks begin anew, and what it draws is learnt anew. */
export const replaceHead = (printerId: string): Act => ({
  facts: [{ kind: 'headReplaced', printerId }],
  done: { code: 'headReplaced', printerId },
});

/** Another setting may draw more or less from all channels: from here on the use is learnt anew. */
export const changeSetting = (printerId: string, what: string): Act => ({
  facts: [{ kind: 'settingChanged', printerId, what }],
  done: { code: 'settingChanged', what },
});

/** Another shade on a channel: where two blacks share one line, the one that took it over. */
export const switchShade = (printer: Printer, slot: Slot, shade: FactOf<'shadeSwitched'>['shade']): Act => ({
  facts: [{ kind: 'shadeSwitched', printerId: printer.id, slotId: slot.id, shade }],
  done: { code: printer.blacksShareLine ? 'lineTakenOver' : 'shadeSwitched', slot: slot.name, shade },
});

/** What was seen of one channel on a printed check. */
export interface ChannelSeen {
  readonly slotId: string;
  /** False: the light hides it. */
  readonly seen: boolean;
  readonly nozzles: number;
  readonly lines: readonly number[];
  /** Lines of a photograph that could not be told. */
  readonly unsure: readonly number[];
}

/** Unsure lines of a channel that are kept with a check. */
const MOST_UNSURE = 200;

/** A nozzle check as it was looked at, channel by channel. */
export function logCheck(
  printerId: string,
  seen: readonly ChannelSeen[],
  how: Pick<FactOf<'nozzleChecked'>, 'light' | 'after' | 'paperId'>,
): Act {
  const gaps = seen.flatMap(({ slotId, seen: is, nozzles, lines }) =>
    is && nozzles > 0 ? [{ slotId, nozzles, ...(lines.length > 0 ? { lines: [...lines] } : {}) }] : [],
  );
  const unseen = seen.flatMap(({ slotId, seen: is }) => (is ? [] : [slotId]));
  const unsure = seen.flatMap(({ slotId, seen: is, unsure: lines }) =>
    is && lines.length > 0 ? [{ slotId, lines: lines.slice(0, MOST_UNSURE) }] : [],
  );
  const { paperId, ...rest } = how;
  return {
    facts: [
      {
        kind: 'nozzleChecked',
        printerId,
        gaps,
        ...rest,
        ...(unseen.length > 0 ? { unseen } : {}),
        ...(unsure.length > 0 ? { unsure } : {}),
        ...(paperId ? { paperId } : {}),
      },
    ],
    done: { code: 'checked', printerId, channels: gaps.length },
  };
}

/** A profile was made with what is in the printer now. */
export const makeProfile = (printerId: string, name: string, paperId: string): Act => ({
  facts: [{ kind: 'profiled', printerId, name, ...(paperId ? { paperId } : {}) }],
  done: { code: 'profiled', name },
});

/** Refill beside original, by eye, by named criteria. */
export const gradeShades = (printerId: string, grades: FactOf<'shadeGraded'>['grades']): Act => ({
  facts: [{ kind: 'shadeGraded', printerId, grades }],
  done: { code: 'graded', count: grades.length },
});

/** Patches that an instrument measured, with what they were printed with. */
export const measureShades = (measured: Omit<DraftOf<'shadeMeasured'>, 'kind'>): Act => ({
  facts: [{ kind: 'shadeMeasured', ...measured }],
  done: { code: 'measured', patches: measured.patches.length, ink: measured.ink },
});

/** Why a cartridge is retired that goes with its printer: with it, it comes back. */
const WITH_PRINTER = 'went with its printer';

/**
 * Out of use, sold or broken: its past and its costs stay, and nothing is expected of it any more. What stood in it is out of it.
 *
 * @param withOwn its own cartridges go with it; else they lie on the shelf
 */
export function retirePrinter(book: Book, printer: Printer, withOwn: boolean): Act {
  const own = withOwn ? ownCartridges(book, printer.id) : [];
  return {
    facts: [
      { kind: 'retired', what: 'printer', subjectId: printer.id, reason: 'out of use' },
      ...own.map((subjectId): FactDraft => ({
        kind: 'retired',
        what: 'cartridge',
        subjectId,
        reason: WITH_PRINTER,
      })),
    ],
    done: { code: 'printerRetired', name: printer.name, count: own.length },
  };
}

/**
 * Cartridges that go with a printer, as far as they are in use: those that stand in it, and on the shelf those that are its own, or
 * that no other printer takes.
 */
export function ownCartridges(book: Book, printerId: string): string[] {
  const others = printersInUse(book).filter(({ id }) => id !== printerId);
  const isWanted = (cartridge: Cartridge): boolean =>
    others.some(({ slots }) => slots.some((slot) => isForShades(slot, cartridge)));
  return all(book.context, 'cartridge').flatMap((cartridge) => {
    const state = cartridgeOf(book, cartridge.id);
    const isOwn = state?.seat
      ? state.seat.printerId === printerId
      : slotFor(book.context, cartridge)?.printer.id === printerId &&
        (cartridge.printerId === printerId || !isWanted(cartridge));
    return isOwn && !state?.retired ? [cartridge.id] : [];
  });
}

/** In use again, with what went with it: what stood in it is put in by hand. */
export function printerBack(book: Snapshot, printer: Printer): Act {
  const gone = factsOf(book, 'retired');
  // Each where it was put out of use on two devices.
  const its = gone.filter(({ what, subjectId }) => what === 'printer' && subjectId === printer.id);
  const own = gone.filter(
    ({ what, reason, at, recorded }) =>
      what === 'cartridge' &&
      reason === WITH_PRINTER &&
      its.some((one) => one.at === at && one.recorded === recorded),
  );
  return {
    facts: takeBack(
      [...its, ...own].map(({ id }) => id),
      'in use again',
    ),
    done: { code: 'printerBack', name: printer.name, count: own.length },
  };
}
