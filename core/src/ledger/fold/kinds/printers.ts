import { areaDm2 } from '../../../area';
import { append } from '../../../exposure';
import { goodCopies, type FactOf } from '../../../workbook';
import { sparedSlots } from '../../define/sparedSlots';
import { purgeFor, switchShade } from '../blacks';
import { mixesByPriors } from '../chain';
import type { Fold } from '../Fold';
import type { Mix } from '../state';
import type { Appliers } from './appliers';

/** What a printer does, is told, and what is seen of its prints. */
export const printers: Appliers<
  | 'printed'
  | 'cleaned'
  | 'nozzleChecked'
  | 'headReplaced'
  | 'settingChanged'
  | 'causeDenied'
  | 'shadeSwitched'
  | 'printerMoved'
  | 'shadeMeasured'
  | 'shadeGraded'
  | 'profiled'
  | 'padReset'
> = {
  printed: print,
  cleaned(fold, fact) {
    const printer = fold.printer(fact.printerId);
    if (!printer) return;
    printer.cleanings += 1;
    printer.timeline = append(printer.timeline, {
      type: 'cleaning',
      at: fact.at,
      level: fact.level,
      slotIds: fact.slotIds ?? null,
    });
  },
  nozzleChecked(fold, fact) {
    const printer = fold.printer(fact.printerId);
    if (!printer) return;
    printer.lastCheckAt = fact.at;
    printer.checks = append(printer.checks, {
      at: fact.at,
      factId: fact.id,
      gaps: fact.gaps
        .filter((gap) => gap.nozzles > 0)
        .map(({ slotId, nozzles, lines }) => ({ slotId, nozzles, lines: lines ?? [] })),
      unseen: fact.unseen ?? [],
      light: fact.light ?? null,
      after: fact.after ?? null,
      paperId: fact.paperId ?? null,
    });
  },
  headReplaced(fold, fact) {
    const printer = fold.printer(fact.printerId);
    if (!printer) return;
    printer.headAt = fact.at;
    printer.renewals = append(printer.renewals, { at: fact.at, what: 'head' });
  },
  settingChanged(fold, fact) {
    const printer = fold.printer(fact.printerId);
    if (printer) printer.renewals = append(printer.renewals, { at: fact.at, what: 'setting' });
  },
  causeDenied(fold, fact) {
    const printer = fold.printer(fact.printerId);
    if (printer)
      printer.renewals = append(printer.renewals, {
        at: fact.at,
        what: 'denied',
        cause: fact.cause,
        ...(fact.cartridgeId ? { cartridgeId: fact.cartridgeId } : {}),
      });
  },
  shadeSwitched(fold, fact) {
    const printer = fold.printer(fact.printerId);
    if (printer) switchShade(fold, printer, fact);
  },
  printerMoved(fold, fact) {
    const printer = fold.printer(fact.printerId);
    if (printer) printer.movedAt = fact.at;
  },
  shadeMeasured(fold, fact) {
    const printer = fold.printer(fact.printerId);
    if (printer) printer.patches = append(printer.patches, fact);
  },
  shadeGraded(fold, fact) {
    const printer = fold.printer(fact.printerId);
    if (printer) printer.grades = append(printer.grades, fact);
  },
  profiled(fold, fact) {
    const printer = fold.printer(fact.printerId);
    if (!printer) return;
    const inside = new Map<string, readonly Mix[]>();
    for (const [slotId, { cartridgeId }] of printer.slots) {
      const state = cartridgeId ? fold.cartridge(cartridgeId) : undefined;
      if (cartridgeId && state) inside.set(slotId, mixesByPriors(fold, state, cartridgeId));
    }
    printer.profiles = append(printer.profiles, {
      at: fact.at,
      factId: fact.id,
      name: fact.name,
      paperId: fact.paperId ?? null,
      inside,
    });
  },
  padReset(fold, fact) {
    const printer = fold.printer(fact.printerId);
    if (!printer) return;
    printer.padPosition = printer.timeline.length;
    printer.padBeforeMl = 0;
  },
};

function print(fold: Fold, fact: FactOf<'printed'>): void {
  const printer = fold.printer(fact.printerId);
  if (!printer) return;
  if (fact.plannedId !== undefined) {
    const planned = fold.state.planned.get(fact.plannedId);
    fold.state.planned.set(fact.plannedId, {
      job: planned?.job ?? null,
      printed: (planned?.printed ?? 0) + fact.copies,
    });
  }
  const dm2 = areaDm2(fact, fact.copies);
  const { at, subjectId, widthMm, heightMm } = fact;
  const spares = sparedSlots(fold.context, fact.printerId, fact.paperId);
  purgeFor(fold, printer, fact);
  const copies = goodCopies(fact);
  printer.timeline = append(
    printer.timeline,
    fact.demand
      ? {
          type: 'image',
          at,
          subjectId,
          dm2,
          copies,
          widthMm,
          heightMm,
          demand: new Map(fact.demand.map(({ slotId, mlPerDm2 }) => [slotId, mlPerDm2])),
        }
      : spares.length > 0
        ? { type: 'job', at, subjectId, dm2, copies, widthMm, heightMm, spares }
        : { type: 'job', at, subjectId, dm2, copies, widthMm, heightMm },
  );
  printer.areaDm2 += dm2;
  printer.copies += copies;
  printer.jobs += 1;
  printer.firstAt ??= fact.at;
  printer.lastPrintAt = fact.at;
}
