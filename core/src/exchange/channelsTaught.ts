import { modelOf, type Book } from '../ledger';
import { taughtDraws } from '../usage';

/** Of how many channels a printer's weigh-ins taught enough to be of use to another of its kind. */
export function channelsTaught(book: Book, printerId: string): number {
  const model = modelOf(book, printerId);
  return model ? taughtDraws(model).length : 0;
}
