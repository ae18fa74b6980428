import type { Fact } from '../../workbook';
import type { Snapshot } from '../Ledger';

/**
 * The counting facts that speak of one cartridge, newest first: its weighings, fills, seats, chip and what was seen of it;
 * facts about the slot it stood in at the time are among them.
 *
 * @param ledger facts in order of happening
 * @param cartridgeId which
 */
export function factsAbout(ledger: Pick<Snapshot, 'facts'>, cartridgeId: string): Fact[] {
  const found: Fact[] = [];
  /** Where it stands while walking through time. */
  let seat: string | null = null;
  for (const fact of ledger.facts) {
    switch (fact.kind) {
      case 'installed': {
        const here = fact.into.find((put) => put.cartridgeId === cartridgeId);
        const pushedOut = fact.into.some((put) => `${fact.printerId}/${put.slotId}` === seat);
        if (here) seat = `${fact.printerId}/${here.slotId}`;
        else if (pushedOut) seat = null;
        if (here || pushedOut) found.push(fact);
        break;
      }
      case 'removed':
        if (fact.cartridgeIds.includes(cartridgeId)) {
          seat = null;
          found.push(fact);
        }
        break;
      case 'gaugeRead':
      case 'chipSignalled':
      case 'gaugeSwitchedOff':
        if (`${fact.printerId}/${fact.slotId}` === seat) found.push(fact);
        break;
      case 'agitated':
        if (fact.cartridgeIds.includes(cartridgeId)) found.push(fact);
        break;
      case 'defined':
        if (fact.entity.id === cartridgeId) found.push(fact);
        break;
      default:
        if (
          ('cartridgeId' in fact && fact.cartridgeId === cartridgeId) ||
          ('subjectId' in fact && fact.subjectId === cartridgeId && fact.kind !== 'printed')
        )
          found.push(fact);
    }
  }
  return found.reverse();
}
