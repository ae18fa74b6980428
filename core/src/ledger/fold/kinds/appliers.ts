import type { FactKind, FactOf } from '../../../workbook';
import type { Fold } from '../Fold';

/** What facts of these kinds change; one that speaks of something the workbook does not define changes nothing. */
export type Appliers<K extends FactKind> = {
  readonly [P in K]: (fold: Fold, fact: FactOf<P>) => void;
};
