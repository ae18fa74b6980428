import { compareFacts, type Fact } from '../workbook';
import { applyFact } from './applyFact';
import { clonePlain } from './clonePlain';
import { isTimeless, learnContext, newContext, type Context } from './context';
import { newLedgerState, type LedgerState, type LifeEntry } from './state';

/** A copy of the state is kept every so many facts, so that a late or voided fact costs a short replay. */
const CHECKPOINT_EVERY = 5000;

interface Checkpoint {
  readonly index: number;
  readonly state: LedgerState;
  readonly journal: number;
}

/**
 * The facts, in order, and what is true now. A fact that happened last is folded in constant time; one that comes late, or
 * is voided, is replayed from the checkpoint before it; a changed definition refolds all. Whatever the order of arrival,
 * the result equals folding the sorted facts once.
 */
export class Ledger {
  /** Every fact recorded, voided ones too. */
  readonly recorded = new Map<string, Fact>();
  /** Facts that count, in order of happening. */
  facts: Fact[] = [];
  context: Context = newContext();
  state: LedgerState = newLedgerState();
  journal: LifeEntry[] = [];
  /** Counts changes; a view that remembers it knows when it is stale. */
  revision = 0;
  private checkpoints: Checkpoint[] = [];

  /** Folds facts in whatever order; `before` sees each counting fact just before it is folded. */
  static from(facts: Iterable<Fact>, before?: (ledger: Ledger, fact: Fact) => void): Ledger {
    const ledger = new Ledger();
    for (const fact of facts) if (!ledger.recorded.has(fact.id)) ledger.record(fact);
    ledger.rebuild(before);
    return ledger;
  }

  /** Adds facts in whatever order; ones already known change nothing. */
  add(facts: readonly Fact[]): void {
    const fresh = facts.filter((fact) => !this.recorded.has(fact.id));
    if (fresh.length === 0) return;
    for (const fact of fresh) this.record(fact);
    this.revision += 1;
    if (fresh.some((fact) => fact.kind === 'voided') || fresh.some((fact) => this.isVoided(fact.id)))
      return this.revoid(fresh);
    let changed = false;
    for (const fact of [...fresh].sort(byRecording))
      if (isTimeless(fact)) changed = learnContext(this.context, fact) || changed;
    if (changed) return this.rebuild();
    const sorted = [...fresh].sort(compareFacts);
    const last = this.facts.at(-1);
    if (!last || compareFacts(last, sorted[0]!) < 0) for (const fact of sorted) this.push(fact);
    else this.replayFrom(sorted[0]!, (facts) => mergeSorted(facts, sorted));
  }

  /** Folds all facts anew. */
  rebuild(before?: (ledger: Ledger, fact: Fact) => void): void {
    this.revision += 1;
    const counting = [...this.recorded.values()].filter((fact) => !this.isVoided(fact.id));
    this.context = newContext();
    for (const fact of counting.filter(isTimeless).sort(byRecording)) learnContext(this.context, fact);
    this.facts = [];
    this.state = newLedgerState();
    this.journal = [];
    this.checkpoints = [];
    for (const fact of counting.sort(compareFacts)) {
      before?.(this, fact);
      this.push(fact);
    }
  }

  /** True when a fact is voided by one that is not itself voided. */
  isVoided(factId: string): boolean {
    return (this.voids.get(factId) ?? []).some((by) => !this.isVoided(by));
  }

  private readonly voids = new Map<string, string[]>();

  private record(fact: Fact): void {
    this.recorded.set(fact.id, fact);
    // Only an earlier fact can be voided: no ring of facts voids itself.
    if (fact.kind !== 'voided' || fact.factId >= fact.id) return;
    const list = this.voids.get(fact.factId);
    if (list) list.push(fact.id);
    else this.voids.set(fact.factId, [fact.id]);
  }

  private push(fact: Fact): void {
    if (this.facts.length % CHECKPOINT_EVERY === 0)
      this.checkpoints.push({
        index: this.facts.length,
        state: clonePlain(this.state),
        journal: this.journal.length,
      });
    this.facts.push(fact);
    applyFact(this.context, this.state, fact, (entry) => this.journal.push(entry));
  }

  private revoid(fresh: readonly Fact[]): void {
    const touched = new Set<string>();
    const mark = (id: string): void => {
      const fact = this.recorded.get(id);
      if (!fact || touched.has(id)) return;
      touched.add(id);
      if (fact.kind === 'voided') mark(fact.factId);
    };
    fresh.forEach((fact) => mark(fact.id));
    const facts = [...touched].map((id) => this.recorded.get(id)!);
    if (facts.some(isTimeless)) return this.rebuild();
    const first = facts.reduce((a, b) => (compareFacts(a, b) <= 0 ? a : b));
    const counting = facts.filter((fact) => !this.isVoided(fact.id)).sort(compareFacts);
    this.replayFrom(first, (tail) =>
      mergeSorted(
        tail.filter((fact) => !touched.has(fact.id)),
        counting,
      ),
    );
  }

  private replayFrom(first: Fact, edit: (tail: Fact[]) => Fact[]): void {
    let position = this.facts.length;
    while (position > 0 && compareFacts(this.facts[position - 1]!, first) >= 0) position -= 1;
    let checkpoint = this.checkpoints.pop();
    while (checkpoint && checkpoint.index > position) checkpoint = this.checkpoints.pop();
    if (!checkpoint) return this.rebuild();
    const tail = edit(this.facts.slice(checkpoint.index));
    this.facts.length = checkpoint.index;
    this.journal.length = checkpoint.journal;
    this.state = checkpoint.state;
    for (const fact of tail) this.push(fact);
  }
}

const byRecording = (a: Fact, b: Fact): number =>
  a.recorded !== b.recorded ? (a.recorded < b.recorded ? -1 : 1) : a.id < b.id ? -1 : 1;

function mergeSorted(a: readonly Fact[], b: readonly Fact[]): Fact[] {
  return [...a, ...b].sort(compareFacts);
}
