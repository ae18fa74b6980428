import { append } from '../../../exposure';
import type { FactOf } from '../../../workbook';
import { carryOver } from '../carryOver';
import type { Fold } from '../Fold';
import type { Appliers } from './appliers';
import { leave } from './seats';

/** What is bought, planned, put off and put away. */
export const room: Appliers<
  'bottleOpened' | 'purchased' | 'jobPlanned' | 'snoozed' | 'retired' | 'carriedOver'
> = {
  carriedOver: carryOver,
  bottleOpened(fold, fact) {
    fold.bottle(fact.bottleId).openedAt = fact.at;
  },
  purchased(fold, fact) {
    fold.state.purchases = append(fold.state.purchases, {
      at: fact.at,
      factId: fact.id,
      what: fact.what,
      name: fact.name,
      priceMinor: fact.priceMinor,
      lifeMonths: fact.lifeMonths ?? null,
      printerId: fact.printerId ?? null,
      bottleId: fact.bottleId ?? null,
      inkMinor: fact.inkMinor ?? 0,
    });
  },
  jobPlanned(fold, fact) {
    fold.state.planned.set(fact.id, {
      job: fact,
      printed: fold.state.planned.get(fact.id)?.printed ?? 0,
    });
  },
  snoozed(fold, fact) {
    fold.state.snoozed.set(fact.what, fact.until);
  },
  retired(fold, fact) {
    if (fact.what === 'cartridge') {
      leave(fold, fact.subjectId, fact.at);
      const state = fold.cartridge(fact.subjectId);
      if (state) state.retired = fact.at;
    } else if (fact.what === 'bottle') fold.bottle(fact.subjectId).retired = fact.at;
    else if (fact.what === 'printer') retirePrinter(fold, fact);
    else fold.state.toolsGone.set(fact.subjectId, fact.at);
  },
};

/** What stood in it is out of it. */
function retirePrinter(fold: Fold, { subjectId, at }: FactOf<'retired'>): void {
  const state = fold.printer(subjectId);
  if (!state) return;
  for (const { cartridgeId } of state.slots.values()) if (cartridgeId) leave(fold, cartridgeId, at);
  state.retired = at;
}
