import type { Fact, Facts } from '../workbook';
import { extendContext, type Context } from './define/context';
import { applyFact } from './fold/applyFact';
import { Fold } from './fold/Fold';
import { copyState, type LedgerState } from './fold/state';
import type { CheckedBook } from './Ledger';

/** So many facts before are at hand for what looks back a little. */
const LOOK_BACK = 24;

/**
 * Facts to come, tried one after the other: each is checked against what is true with those before it, so that a prime is
 * not held against a cartridge without its own fill. Nothing of it reaches the book that it began from.
 */
export class Trial implements CheckedBook {
  context: Context;
  readonly recorded: Facts;
  readonly isVoidedBesides: CheckedBook['isVoidedBesides'];
  facts: readonly Fact[];
  private mine: LedgerState;

  /** @param coming all that will be tried: what they define may be spoken of by any of them */
  constructor(from: CheckedBook, coming: readonly Fact[] = []) {
    const defined = coming.flatMap((fact) => (fact.kind === 'defined' ? [fact.entity] : []));
    this.context = defined.length > 0 ? extendContext(from.context, defined) : from.context;
    this.recorded = from.recorded;
    this.isVoidedBesides = from.isVoidedBesides;
    this.facts = from.facts;
    this.mine = from.state;
  }

  get state(): LedgerState {
    return this.mine;
  }

  /** Works one in, so that the next is checked with it. What cannot be worked in is told by `Ledger.probe`. */
  add(fact: Fact): void {
    // Taken back, or defined anew, all would have to be folded again: those are checked as things stand.
    if (fact.kind === 'voided' || fact.kind === 'defined') return;
    const fold = new Fold(this.context, copyState(this.mine));
    try {
      applyFact(fold, fact);
    } catch {
      return;
    }
    this.mine = fold.snapshot();
    this.facts = [...this.facts.slice(-LOOK_BACK), fact];
  }
}
