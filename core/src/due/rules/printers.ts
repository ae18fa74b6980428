import { cartridgeLives, printerAdvice, standardDm2, type CartridgeView } from '../../advice';
import { reprofile } from '../../colour';
import { listOf } from '../../exposure';
import { hasScale, padMl, settingsOf, type Book } from '../../ledger';
import { headAdvice } from '../../nozzle';
import { latest, DAY_MS } from '../../time';
import { ofCartridge, ofPrinter, type PrinterRule } from '../found';

/** A waste pad this full is to be seen to. */
const PAD_SHARE = 0.85;

const TOP_UP: ReadonlySet<string> = new Set([
  'topUpNow',
  'topUpSoon',
  'topUpAtReading',
  'topUpThenReset',
  'replaceChip',
]);

/** What runs low, by the way of changing that the printer goes by: one, all that are low, or the other set. */
export const topUps: PrinterRule = ({ book, at, now }, printer, here) => {
  const asking = (printerAdvice(book, printer.id, at)?.slots ?? []).filter(
    ({ advice, cartridge }) => cartridge && TOP_UP.has(advice.code),
  );
  const isPressing = asking.some(({ advice }) => advice.urgency === 'now');
  const subject = ofPrinter(printer);
  switch (printer.policy?.code ?? 'single') {
    case 'topUpAll': {
      const share = printer.policy?.threshold ?? 1;
      const below = here.filter(({ ink, targetMl }) => ink && ink.value < share * targetMl);
      const low = [...asking.flatMap(({ cartridge }) => cartridge ?? []), ...below];
      const cartridgeIds = [...new Set(low.map(({ body }) => body.cartridge.id))];
      const figure = cartridgeIds.length;
      return asking.length > 0
        ? [{ code: 'topUpSet', subject, dueMs: now, doneBy: ['filled'], figure, cartridgeIds, isPressing }]
        : [];
    }
    case 'rotateAtSignal':
    case 'rotateEveryN':
    case 'rotateBeforeBatch': {
      const sheets = sheetsSinceChange(book, printer.id);
      const enough =
        printer.policy?.code === 'rotateEveryN' && sheets >= (printer.policy.threshold ?? Infinity);
      return asking.length > 0 || enough
        ? [
            {
              code: 'rotate',
              subject,
              dueMs: now,
              doneBy: ['installed'],
              figure: enough ? sheets : null,
              isPressing,
            },
          ]
        : [];
    }
    default:
      return asking.map(({ advice, cartridge }) => ({
        code: 'topUp',
        subject: ofCartridge(book, cartridge!),
        dueMs: now,
        doneBy: ['filled'],
        figure: cartridge!.ink?.value ?? null,
        isPressing: advice.urgency === 'now',
      }));
  }
};

/** A set is weighed as one: the one that waits longest says when; at once while nobody knows what is in one of them. */
export const weighIn: PrinterRule = ({ book, now }, printer, here) => {
  const unknown = here.flatMap(({ ink, body }) => (ink === null ? [body.cartridge.label] : []));
  const longest = Math.max(...here.map(({ usedDays }) => usedDays));
  const every = printer.weighInDays ?? settingsOf(book.context).weighInDays;
  const isWeighed = hasScale(book);
  return [
    {
      code: 'weighIn',
      subject: ofPrinter(printer),
      dueMs: unknown.length > 0 ? now : now + (every - longest) * DAY_MS,
      doneBy: isWeighed ? ['weighed'] : ['weighed', 'levelSeen'],
      hasScale: isWeighed,
      ...(unknown.length > 0 ? { unknown } : {}),
      // Days since it went in are not days since it was weighed.
      figure: lastWeighed(here),
    },
  ];
};

/** Ink dries in a head that stands. */
export const nozzleCheck: PrinterRule = ({ book, at, now }, printer) => {
  const head = headAdvice(book, printer.id, at);
  return head?.act === 'check'
    ? [
        {
          code: 'nozzleCheck',
          subject: ofPrinter(printer),
          dueMs: now,
          doneBy: ['nozzleChecked'],
          ...(head.why[0] ? { head: head.why[0] } : {}),
        },
      ]
    : [];
};

/** What cleanings and changes drew lies in the waste pad. */
export const wastePad: PrinterRule = ({ book, now }, printer) => {
  if (printer.padCapacityMl === null || !(printer.padCapacityMl > 0)) return [];
  const figure = padMl(book, printer.id) / printer.padCapacityMl;
  return figure >= PAD_SHARE
    ? [
        {
          code: 'padFull',
          subject: ofPrinter(printer),
          dueMs: now,
          doneBy: ['padReset'],
          figure,
          isPressing: figure >= 1,
        },
      ]
    : [];
};

/** A small top-up on a fixed day, for who chose so. */
export const dose: PrinterRule = ({ now }, printer, here) => {
  if (!printer.doseEveryDays) return [];
  const filled = latest(here.map(({ state }) => state.lastFillAt));
  return [
    {
      code: 'dose',
      subject: ofPrinter(printer),
      dueMs: filled === null ? now : Date.parse(filled) + printer.doseEveryDays * DAY_MS,
      doneBy: ['filled'],
      cartridgeIds: here.map(({ body }) => body.cartridge.id),
      figure: printer.doseEveryDays,
    },
  ];
};

/** A body that was filled as often as its like bear. */
export const retired: PrinterRule = ({ book, now }, printer) =>
  cartridgeLives(book, printer.id)
    .filter(({ verdict }) => verdict === 'retire')
    .map(({ cartridgeId, label, fills }) => ({
      code: 'retire',
      subject: { kind: 'cartridge', id: cartridgeId, name: label },
      dueMs: now,
      doneBy: ['retired'],
      figure: fills,
    }));

/** The ink is another than when the profile was made. */
export const profile: PrinterRule = ({ book, at, now }, printer) => {
  const { verdict, printsSince } = reprofile(book, printer.id, at);
  return verdict === 'now'
    ? [
        {
          code: 'profile',
          subject: ofPrinter(printer),
          dueMs: now,
          doneBy: ['profiled'],
          figure: printsSince,
        },
      ]
    : [];
};

/** Standard sheets printed since its cartridges were last changed. */
function sheetsSinceChange(book: Book, printerId: string): number {
  const timeline = listOf(book.state.printers.get(printerId)!.timeline);
  let dm2 = 0;
  for (const event of timeline.slice(timeline.findLastIndex(({ type }) => type === 'change') + 1))
    if (event.type === 'job' || event.type === 'image') dm2 += event.dm2;
  return Math.floor(dm2 / standardDm2(book));
}

/** Days since the one that waits longest was weighed; null where one never was. */
const lastWeighed = (here: readonly CartridgeView[]): number | null => {
  const days = here.map(({ weighedDaysAgo }) => weighedDaysAgo);
  return days.includes(null) ? null : Math.max(...(days as number[]));
};
