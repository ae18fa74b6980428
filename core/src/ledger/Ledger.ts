import { compareFacts, type Fact } from '../workbook';
import { isTimeless, learnContext, newContext, type Context } from './define/context';
import { applyFact } from './fold/applyFact';
import { Fold } from './fold/Fold';
import { newLedgerState, type LedgerState } from './fold/state';

/** A snapshot is kept every so many facts, so that a late or voided fact costs a short replay. */
const CHECKPOINT_EVERY = 2000;

interface Checkpoint {
  readonly index: number;
  readonly state: LedgerState;
}

/** What is defined and what is true at one revision: all that reading functions ask for. Nobody changes it. */
export interface Book {
  readonly context: Context;
  readonly state: LedgerState;
  /** While facts are still being folded: nothing read from it is kept, and priors stand in for models not yet fitted. */
  readonly live?: boolean;
}

/** What a fact is checked against before it is taken. */
export interface CheckedBook extends Book {
  readonly recorded: ReadonlyMap<string, Fact>;
  readonly facts: readonly Fact[];
  /** Is a fact voided by another one than this? */
  readonly isVoidedBesides: (factId: string, byId: string) => boolean;
}

/** A book with the facts behind it. */
export interface Snapshot extends Book {
  /** Facts that count, in order of happening. */
  readonly facts: readonly Fact[];
  /** Counts changes. */
  readonly revision: number;
}

/** A snapshot of the whole log: entries that were taken back too. */
export interface LogSnapshot extends Snapshot {
  readonly log: readonly Fact[];
  readonly isVoided: (factId: string) => boolean;
}

/**
 * The facts, in order, and what is true now. A fact that happened last is folded in constant time; one that comes late, or
 * is voided, is replayed from the checkpoint before it; a changed definition refolds all. Whatever the order of arrival,
 * the result equals folding the sorted facts once. What it hands out (`state`, `snapshot`) never changes afterwards.
 */
export class Ledger implements Snapshot, CheckedBook {
  /** Every fact recorded, voided ones too. */
  readonly recorded = new Map<string, Fact>();
  facts: Fact[] = [];
  context: Context = newContext();
  revision = 0;
  private fold = new Fold(this.context);
  private handedOut: LedgerState | null = null;
  private checkpoints: Checkpoint[] = [];
  private readonly voids = new Map<string, string[]>();

  /** Folds facts in whatever order; `before` sees each counting fact just before it is folded. */
  static from(facts: Iterable<Fact>, before?: (book: CheckedBook, fact: Fact) => void): Ledger {
    const ledger = new Ledger();
    for (const fact of facts) if (!ledger.recorded.has(fact.id)) ledger.record(fact);
    ledger.rebuild(before);
    return ledger;
  }

  /** What is true now; the same object until something changes. */
  get state(): LedgerState {
    return (this.handedOut ??= this.fold.snapshot());
  }

  /** This revision, to keep: later facts do not touch it. */
  snapshot(): LogSnapshot {
    const { context, state, facts, revision, recorded } = this;
    const { length } = facts;
    const { size } = recorded;
    let mine: readonly Fact[] | null = null;
    let log: readonly Fact[] | null = null;
    return {
      context,
      state,
      revision,
      get facts() {
        return (mine ??= facts.slice(0, length));
      },
      get log() {
        return (log ??= [...recorded.values()].slice(0, size));
      },
      isVoided: (factId) => this.isVoided(factId),
    };
  }

  /** Adds facts in whatever order; ones already known change nothing. */
  add(facts: readonly Fact[]): void {
    const fresh = facts.filter((fact) => !this.recorded.has(fact.id));
    if (fresh.length === 0) return;
    for (const fact of fresh) this.record(fact);
    this.revision += 1;
    if (fresh.some((fact) => fact.kind === 'voided') || fresh.some((fact) => this.isVoided(fact.id)))
      return this.revoid(fresh);
    if (fresh.some(isTimeless) && !this.learnNew(fresh)) return this.rebuild();
    const sorted = [...fresh].sort(compareFacts);
    const last = this.facts.at(-1);
    if (!last || compareFacts(last, sorted[0]!) < 0) this.pushAll(sorted);
    else this.replayFrom(sorted[0]!, (tail) => [...tail, ...sorted].sort(compareFacts));
  }

  /** Folds all facts anew. */
  rebuild(before?: (book: CheckedBook, fact: Fact) => void): void {
    this.revision += 1;
    const counting = [...this.recorded.values()].filter((fact) => !this.isVoided(fact.id));
    this.context = newContext();
    this.handedOut = null;
    for (const fact of counting.filter(isTimeless).sort(byRecording)) learnContext(this.context, fact);
    this.lastTimeless = counting.filter(isTimeless).sort(byRecording).at(-1) ?? null;
    this.fold = new Fold(this.context);
    this.facts = [];
    this.checkpoints = [];
    this.pushAll(counting.sort(compareFacts), before);
  }

  /** True when a fact is voided by one that is not itself voided. */
  isVoided(factId: string): boolean {
    if (!this.voids.has(factId)) return false;
    // A chain of undo and redo may be long: no recursion.
    const known = new Map<string, boolean>();
    const stack = [factId];
    while (stack.length > 0) {
      const at = stack[stack.length - 1]!;
      const by = this.voids.get(at) ?? [];
      const open = by.find((id) => !known.has(id));
      if (open !== undefined) stack.push(open);
      else {
        known.set(
          at,
          by.some((id) => !known.get(id)),
        );
        stack.pop();
      }
    }
    return known.get(factId)!;
  }

  private lastTimeless: Fact | null = null;

  /**
   * Takes new definitions in where nothing that was folded depends on them.
   *
   * @returns false when all has to be folded anew: something known changed, or the order of recording would not be kept
   */
  private learnNew(fresh: readonly Fact[]): boolean {
    const timeless = fresh.filter(isTimeless).sort(byRecording);
    if (this.lastTimeless && byRecording(timeless[0]!, this.lastTimeless) < 0) return false;
    // A snapshot keeps the definitions that it was read with.
    this.context = {
      ...this.context,
      entities: new Map(this.context.entities),
      densities: new Map(this.context.densities),
      empties: new Map(this.context.empties),
      spans: new Map(this.context.spans),
      derived: new Map(),
    };
    this.fold = new Fold(this.context, this.fold.snapshot());
    this.handedOut = null;
    let changed = false;
    for (const fact of timeless) changed = learnContext(this.context, fact) || changed;
    this.lastTimeless = timeless.at(-1)!;
    return !changed;
  }

  /** True when another void than this one, recorded before it, takes the fact back. */
  readonly isVoidedBesides = (factId: string, byId: string): boolean =>
    (this.voids.get(factId) ?? []).some((id) => id !== byId && id < byId && !this.isVoided(id));

  private liveBook(): CheckedBook {
    return {
      context: this.context,
      state: this.fold.state,
      live: true,
      recorded: this.recorded,
      facts: this.facts,
      isVoidedBesides: this.isVoidedBesides,
    };
  }

  private record(fact: Fact): void {
    this.recorded.set(fact.id, fact);
    // Only an earlier fact can be voided: no ring of facts voids itself.
    if (fact.kind !== 'voided' || fact.factId >= fact.id) return;
    const list = this.voids.get(fact.factId);
    if (list) list.push(fact.id);
    else this.voids.set(fact.factId, [fact.id]);
  }

  private pushAll(facts: readonly Fact[], before?: (book: CheckedBook, fact: Fact) => void): void {
    const live = before ? this.liveBook() : null;
    for (const fact of facts) {
      if (this.facts.length % CHECKPOINT_EVERY === 0)
        this.checkpoints.push({ index: this.facts.length, state: this.fold.snapshot() });
      if (live) before!(live, fact);
      this.facts.push(fact);
      this.handedOut = null;
      applyFact(this.fold, fact);
    }
  }

  private revoid(fresh: readonly Fact[]): void {
    const touched = new Set<string>();
    const mark = (id: string): void => {
      for (let at: string | null = id; at !== null && !touched.has(at);) {
        const fact = this.recorded.get(at);
        if (!fact) return;
        touched.add(at);
        at = fact.kind === 'voided' ? fact.factId : null;
      }
    };
    fresh.forEach((fact) => mark(fact.id));
    const facts = [...touched].map((id) => this.recorded.get(id)!);
    if (facts.some(isTimeless)) return this.rebuild();
    const first = facts.reduce((a, b) => (compareFacts(a, b) <= 0 ? a : b));
    const counting = facts.filter((fact) => !this.isVoided(fact.id)).sort(compareFacts);
    this.replayFrom(first, (tail) =>
      [...tail.filter((fact) => !touched.has(fact.id)), ...counting].sort(compareFacts),
    );
  }

  private replayFrom(first: Fact, edit: (tail: Fact[]) => Fact[]): void {
    let position = this.facts.length;
    while (position > 0 && compareFacts(this.facts[position - 1]!, first) >= 0) position -= 1;
    let checkpoint = this.checkpoints.pop();
    while (checkpoint && checkpoint.index > position) checkpoint = this.checkpoints.pop();
    if (!checkpoint) return this.rebuild();
    const tail = edit(this.facts.slice(checkpoint.index));
    this.facts = this.facts.slice(0, checkpoint.index);
    this.fold = new Fold(this.context, checkpoint.state);
    this.handedOut = null;
    // The checkpoint itself stays as it was.
    this.fold.snapshot();
    this.pushAll(tail);
  }
}

export const emptyBook = (): Book => ({ context: newContext(), state: newLedgerState() });

const byRecording = (a: Fact, b: Fact): number =>
  a.recorded !== b.recorded ? (a.recorded < b.recorded ? -1 : 1) : a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
