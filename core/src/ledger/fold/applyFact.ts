import type { Fact, FactKind } from '../../workbook';
import type { Fold } from './Fold';
import type { Appliers } from './kinds/appliers';
import { cartridges } from './kinds/cartridges';
import { chips } from './kinds/chips';
import { printers } from './kinds/printers';
import { room } from './kinds/room';
import { seats } from './kinds/seats';

/** Read where they are asked for, in the log itself. */
const nothing = (): void => undefined;

const APPLIERS: Appliers<FactKind> = {
  ...cartridges,
  ...seats,
  ...chips,
  ...printers,
  ...room,
  defined: nothing,
  densityMeasured: nothing,
  squeezeCalibrated: nothing,
  quoted: nothing,
  editionPriced: nothing,
  noted: nothing,
  voided: nothing,
};

/**
 * Folds one fact into the state. Facts come in the order of `compareFacts`; one that speaks of something the workbook does
 * not define changes nothing.
 */
export function applyFact(fold: Fold, fact: Fact): void {
  (APPLIERS[fact.kind] as (fold: Fold, fact: Fact) => void)(fold, fact);
}
