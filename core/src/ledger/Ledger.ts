import { firstFrom } from '../numeric';
import { compareFacts, entityRule, FactsById, type Fact, type FactOf, type Facts } from '../workbook';
import { isTimeless, learnContext, newContext, type Context } from './define/context';
import { applyFact } from './fold/applyFact';
import { Fold } from './fold/Fold';
import { copyState, type LedgerState } from './fold/state';

/**
 * A state is kept after at least so many facts, and after this part of those to come: a fact that is late, or taken back, has all
 * facts after it replayed, and at most a part more.
 */
const CHECKPOINT_AFTER = 500;
const CHECKPOINT_PART = 1 / 8;
/** A base lies at least so many facts back: what is taken back is mostly younger. */
const BASE_BACK = 100;

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
  readonly recorded: Facts;
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

/** A book of some time ago, and all that came after it: enough to go on from without the facts before. */
export interface Base extends Book {
  /** The last fact that is in it; null: none. */
  readonly through: Fact | null;
  /** The last definition that was learnt, in order of recording. */
  readonly lastDefined: Fact | null;
  /** Recorded, and not in it: facts after `through`, and whatever takes one of them back. */
  readonly after: readonly Fact[];
}

/** An entry that could not be worked in: kept in the log, left out of every figure, and named. */
export interface SetAside {
  readonly fact: Fact;
  readonly why: string;
}

/** A snapshot of the whole log: entries that were taken back too. */
export interface LogSnapshot extends Snapshot {
  readonly log: readonly Fact[];
  readonly aside: readonly SetAside[];
  readonly isVoided: (factId: string) => boolean;
  readonly saidApart: () => readonly SaidApart[];
  readonly review: Ledger['review'];
}

/** Corrections of one entry that were made apart from each other. */
export interface SaidApart {
  /** The entry that they correct. */
  readonly of: string;
  readonly holds: Fact;
  readonly others: readonly Fact[];
}

/**
 * The facts, in order, and what is true now. A fact that happened last is folded in constant time; one that comes late, or
 * is voided, is replayed from the checkpoint before it; a changed definition refolds all. Whatever the order of arrival,
 * the result equals folding the sorted facts once. What it hands out (`state`, `snapshot`) never changes afterwards.
 */
export class Ledger implements Snapshot, CheckedBook {
  /** Every fact recorded, voided ones too. */
  readonly recorded = new FactsById();
  facts: Fact[] = [];
  context: Context = newContext();
  revision = 0;
  private fold = new Fold(this.context);
  private handedOut: LedgerState | null = null;
  private checkpoints: Checkpoint[] = [];
  private readonly voids = new Map<string, string[]>();
  /** What was found of each so far; forgotten when another void comes. */
  private readonly voided = new Map<string, boolean>();
  /** Corrections, by what they stand for, where there is more than one. */
  private readonly replacements = new Map<string, string[]>();
  private readonly corrections = new Map<string, string>();
  private readonly asides = new Map<string, SetAside>();

  /** Folds facts in whatever order; `before` sees each counting fact just before it is folded. */
  static from(facts: Iterable<Fact>, before?: (book: CheckedBook, fact: Fact) => void): Ledger {
    const ledger = new Ledger();
    for (const fact of facts) ledger.record(fact);
    ledger.rebuild(before);
    return ledger;
  }

  /**
   * Folds facts like `from`, in slices, so that whoever waits can breathe between them.
   *
   * @param pause called after each slice of about so many facts with how far it is; the folding goes on when it resolves
   */
  static async slowly(
    facts: readonly Fact[],
    pause: (done: number, of: number) => Promise<void>,
    slice = 2000,
  ): Promise<Ledger> {
    const ledger = new Ledger();
    for (const [i, fact] of facts.entries()) {
      ledger.record(fact);
      if (i % (4 * slice) === 0) await pause(0, facts.length);
    }
    const sorted = ledger.begin();
    for (let i = 0; i < sorted.length; i += slice) {
      ledger.pushAll(sorted.slice(i, i + slice), undefined, sorted.length - i);
      // A fact that had to be set aside made it fold all anew, at one go.
      if (ledger.facts.length >= sorted.length) break;
      await pause(ledger.facts.length, sorted.length);
    }
    return ledger;
  }

  /**
   * Goes on from a base without the facts before it.
   *
   * @param since what was recorded since the base was written down, in any order
   * @returns null where one of them reaches behind the base: it happened earlier, takes back what is in it, or changes a
   *   definition that it was folded with
   */
  static onto(base: Base, since: readonly Fact[]): Ledger | null {
    const ledger = new Ledger();
    ledger.isPart = true;
    ledger.context = base.context;
    ledger.lastTimeless = base.lastDefined;
    // The base itself stays as it was.
    ledger.fold = new Fold(base.context, copyState(base.state));
    for (const fact of base.after) ledger.record(fact);
    const fresh = since.filter((fact) => !ledger.recorded.has(fact.id));
    for (const fact of fresh) ledger.record(fact);
    if (fresh.some((fact) => ledger.reachesBehind(fact)) || !ledger.learnNew(fresh)) return null;
    const sorted = ledger.recorded
      .values()
      .filter((fact) => ledger.counts(fact))
      .sort(compareFacts);
    const [first] = sorted;
    if (first && base.through && compareFacts(first, base.through) <= 0) return null;
    try {
      ledger.pushAll(sorted);
      return ledger;
    } catch {
      return null;
    }
  }

  /**
   * A state that this ledger still has, with all that was recorded after it.
   *
   * @param back it lies at least so many facts back; 0: the state of now
   */
  base(back = BASE_BACK): Base {
    const { facts, context, lastTimeless: lastDefined } = this;
    const whole = { index: facts.length, state: this.state };
    const [first = whole, ...others] = this.checkpoints;
    const { index, state } =
      [first, ...others, whole].findLast((end) => end.index <= facts.length - back) ?? first;
    const through = facts[index - 1] ?? null;
    const after = new Set<string>();
    const withdrawals: FactOf<'voided'>[] = [];
    for (const fact of this.recorded.values()) {
      if (!through || compareFacts(fact, through) > 0) after.add(fact.id);
      else if (fact.kind === 'voided') withdrawals.push(fact);
    }
    // A withdrawal may be dated before what it takes back, or have come before it; it has the later id.
    for (const { id, factId } of withdrawals.sort(byId))
      if (after.has(factId) || !this.recorded.has(factId)) after.add(id);
    return {
      context,
      state,
      through,
      lastDefined,
      after: [...after].map((id) => this.recorded.get(id)!),
    };
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
        return (log ??= recorded.values().slice(0, size));
      },
      isVoided: (factId) => this.isVoided(factId),
      saidApart: () => this.saidApart(),
      review: (since, before) => this.review(since, before),
      aside: [...this.asides.values()].filter(({ fact }) => !this.isVoided(fact.id)),
    };
  }

  /** Adds facts in whatever order; ones already known change nothing. */
  add(facts: readonly Fact[]): void {
    const fresh = facts.filter((fact) => !this.recorded.has(fact.id));
    if (fresh.length === 0) return;
    for (const fact of fresh) this.record(fact);
    this.revision += 1;
    if (fresh.some((fact) => fact.kind === 'voided' || this.rivalsOf(fact) || this.isVoided(fact.id)))
      return this.revoid(fresh);
    if (fresh.some(isTimeless) && !this.learnNew(fresh)) return this.rebuild();
    const sorted = fresh.filter((fact) => this.counts(fact)).sort(compareFacts);
    const [first] = sorted;
    if (!first) return;
    const last = this.facts.at(-1);
    if (!last || compareFacts(last, first) < 0) this.pushAll(sorted);
    else this.replayFrom(first, (tail) => [...tail, ...sorted].sort(compareFacts));
  }

  /** Folds all facts anew. */
  rebuild(before?: (book: CheckedBook, fact: Fact) => void): void {
    this.pushAll(this.begin(), before);
  }

  /** Learns the definitions, and gives the counting facts in order, to be folded. */
  private begin(): Fact[] {
    this.revision += 1;
    const counting: Fact[] = [];
    const timeless: Fact[] = [];
    // A file stands in order already.
    let inOrder = true;
    for (const fact of this.recorded.values()) {
      if (!this.counts(fact)) continue;
      if (isTimeless(fact)) timeless.push(fact);
      const last = counting.at(-1);
      if (last && inOrder) inOrder = compareFacts(last, fact) < 0;
      counting.push(fact);
    }
    this.context = newContext();
    this.handedOut = null;
    timeless.sort(byId);
    for (const fact of timeless) learnContext(this.context, fact);
    this.lastTimeless = timeless.at(-1) ?? null;
    this.fold = new Fold(this.context);
    this.facts = [];
    this.checkpoints = [];
    return inOrder ? counting : counting.sort(compareFacts);
  }

  /**
   * Goes over the counting facts from a time on once more, as if they came now. Nothing changes.
   *
   * @param since UTC instant
   * @param before sees each just before it is folded; false: it has seen enough
   */
  review(since: string, before: (book: CheckedBook, fact: Fact) => boolean): void {
    const first = this.facts.findIndex(({ at }) => at >= since);
    if (first < 0) return;
    const from = this.checkpoints.findLast(({ index }) => index <= first);
    const start = from?.index ?? 0;
    const fold = new Fold(this.context, from ? copyState(from.state) : undefined);
    const facts = this.facts.slice(0, start);
    const { context, recorded, isVoidedBesides } = this;
    const book = { context, state: fold.state, live: true, recorded, facts, isVoidedBesides };
    for (const fact of this.facts.slice(start)) {
      if (facts.length >= first && !before(book, fact)) return;
      facts.push(fact);
      applyFact(fold, fact);
    }
  }

  /**
   * How many counting facts would be folded anew if these came: all after the earliest that they touch; every one, where they change
   * what something is.
   */
  reach(facts: readonly Fact[]): number {
    const { facts: all } = this;
    let first = all.length;
    for (const fact of facts) {
      let at: Fact | undefined = fact;
      while (at?.kind === 'voided') at = this.recorded.get(at.factId);
      if (!at) continue;
      if (isTimeless(at) && (at !== fact || !this.isFreshDefinition(at))) return all.length;
      const touched = at;
      first = Math.min(
        first,
        firstFrom(all, (one) => compareFacts(one, touched) < 0),
      );
    }
    return all.length - first;
  }

  /** True when a fact is taken back, or another correction of the same entry counts instead. */
  isVoided(factId: string): boolean {
    if (this.isTakenBack(factId)) return true;
    if (this.replacements.size === 0) return false;
    const rivals = this.rivalsOf(this.recorded.get(factId));
    return rivals !== null && rivals.some((id) => id > factId && !this.isTakenBack(id));
  }

  /**
   * Entries that were corrected more than once apart from each other, as on two devices: which correction counts, and which were said
   * too.
   */
  saidApart(): readonly SaidApart[] {
    const found: SaidApart[] = [];
    for (const [of, ids] of this.replacements) {
      const open = ids.filter((id) => !this.isTakenBack(id)).map((id) => this.recorded.get(id)!);
      if (open.length < 2) continue;
      const holds = open.reduce((a, b) => (b.id > a.id ? b : a));
      found.push({ of, holds, others: open.filter((fact) => fact !== holds) });
    }
    return found;
  }

  /** All corrections of the entry that this one corrects; null: it is the only one, or none. */
  private rivalsOf(fact: Fact | undefined): readonly string[] | null {
    return fact?.replaces === undefined ? null : (this.replacements.get(fact.replaces) ?? null);
  }

  /** True when a fact is voided by one that is not itself voided. */
  private isTakenBack(factId: string): boolean {
    if (this.voids.size === 0 || !this.voids.has(factId)) return false;
    // A chain of undo and redo may be long: no recursion, and no link is asked twice.
    const known = this.voided;
    const told = known.get(factId);
    if (told !== undefined) return told;
    const stack = [factId];
    for (let at = stack.at(-1); at !== undefined; at = stack.at(-1)) {
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
  /** The facts before its first one are not at hand: nothing can be folded anew. */
  private isPart = false;

  /** Does it take back something that is not at hand, or a definition? */
  private reachesBehind(fact: Fact): boolean {
    let at: Fact | undefined = fact;
    while (at?.kind === 'voided') {
      // Only an earlier fact can be voided.
      if (at.factId >= at.id) return false;
      at = this.recorded.get(at.factId);
    }
    return !at || (fact.kind === 'voided' && isTimeless(at));
  }

  /**
   * Takes new definitions in where nothing that was folded depends on them.
   *
   * @returns false when all has to be folded anew: something known changed, or the order of recording would not be kept
   */
  private learnNew(fresh: readonly Fact[]): boolean {
    const timeless = fresh.filter((fact) => isTimeless(fact) && this.counts(fact)).sort(byId);
    const [first] = timeless;
    if (!first) return true;
    if (this.lastTimeless && byId(first, this.lastTimeless) < 0) return false;
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

  /**
   * Tries facts before they are written: would each of them be worked in, and can what follows from them be read?
   *
   * @param read asks what the places ask; it may throw
   * @returns why not, or null
   */
  probe(facts: readonly Fact[], read: (book: Book) => void): string | null {
    try {
      const changes = facts.some(
        (fact) => fact.kind !== 'voided' && isTimeless(fact) && !this.isFreshDefinition(fact),
      );
      if (changes) {
        const then = Ledger.from([...this.recorded.values(), ...facts]);
        const [bad] = facts.flatMap((fact) => then.asides.get(fact.id) ?? []);
        if (bad) return bad.why;
        read(then);
        return null;
      }
      for (const fact of facts) {
        const why = unsound(fact);
        if (why !== null) return why;
      }
      const context = { ...this.context, entities: new Map(this.context.entities), derived: new Map() };
      for (const fact of facts) if (fact.kind === 'defined') learnContext(context, fact);
      const trial = new Fold(context, copyState(this.state));
      for (const fact of facts) applyFact(trial, fact);
      return null;
    } catch (error) {
      return error instanceof Error ? error.message : String(error);
    }
  }

  private isFreshDefinition(fact: Fact): boolean {
    return fact.kind === 'defined' && !this.context.entities.has(fact.entity.id);
  }

  /** True when another void than this one, recorded before it, takes the fact back. */
  readonly isVoidedBesides = (factId: string, byId: string): boolean =>
    (this.voids.get(factId) ?? []).some((id) => id !== byId && id < byId && !this.isTakenBack(id));

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
    if (this.recorded.add(fact)) return;
    if (fact.replaces !== undefined) this.recordCorrection(fact.id, fact.replaces);
    // Only an earlier fact can be voided: no ring of facts voids itself.
    if (fact.kind !== 'voided' || fact.factId >= fact.id) return;
    this.voided.clear();
    const list = this.voids.get(fact.factId);
    if (list) list.push(fact.id);
    else this.voids.set(fact.factId, [fact.id]);
  }

  /** One correction of an entry is the rule; only of several it has to be known which counts. */
  private recordCorrection(id: string, of: string): void {
    const list = this.replacements.get(of);
    if (list) return void list.push(id);
    const first = this.corrections.get(of);
    if (first === undefined) this.corrections.set(of, id);
    else this.replacements.set(of, [first, id]);
  }

  /** @param toCome so many facts are to be pushed, with those of later calls */
  private pushAll(
    facts: readonly Fact[],
    before?: (book: CheckedBook, fact: Fact) => void,
    toCome = facts.length,
  ): void {
    const live = before ? this.liveBook() : null;
    const end = this.facts.length + toCome;
    let next = this.nextCheckpoint(end);
    for (const fact of facts) {
      const index = this.facts.length;
      if (index >= next) {
        this.checkpoints.push({ index, state: this.fold.snapshot() });
        next = this.nextCheckpoint(end);
      }
      if (live) before!(live, fact);
      this.facts.push(fact);
      this.handedOut = null;
      try {
        applyFact(this.fold, fact);
      } catch (error) {
        if (this.isPart) throw error;
        // Whatever it left half done is undone by folding without it.
        this.setAside(fact, error instanceof Error ? error.message : String(error));
        return this.rebuild(before);
      }
    }
  }

  /** After how many facts a state is to be kept, where there will be `end` of them. */
  private nextCheckpoint(end: number): number {
    const last = this.checkpoints.at(-1)?.index;
    return last === undefined ? 0 : last + Math.max(CHECKPOINT_AFTER, (end - last) * CHECKPOINT_PART);
  }

  private setAside(fact: Fact, why: string): void {
    this.asides.set(fact.id, { fact, why });
  }

  /** Facts that are voided, set aside, or would make figures that mean nothing do not count. */
  private counts(fact: Fact): boolean {
    if (this.asides.size > 0 && this.asides.has(fact.id)) return false;
    const why = unsound(fact);
    if (why !== null) this.setAside(fact, why);
    return why === null && !this.isVoided(fact.id);
  }

  private revoid(fresh: readonly Fact[]): void {
    const touched = new Set<string>();
    const mark = (id: string): void => {
      for (let at: string | null = id; at !== null && !touched.has(at);) {
        const fact = this.recorded.get(at);
        if (!fact) return;
        touched.add(at);
        for (const rival of this.rivalsOf(fact) ?? []) touched.add(rival);
        at = fact.kind === 'voided' ? fact.factId : null;
      }
    };
    fresh.forEach((fact) => mark(fact.id));
    const facts = [...touched].map((id) => this.recorded.get(id)!);
    if (facts.some(isTimeless)) return this.rebuild();
    const first = facts.reduce((a, b) => (compareFacts(a, b) <= 0 ? a : b));
    const counting = facts.filter((fact) => this.counts(fact)).sort(compareFacts);
    this.replayFrom(first, (tail) =>
      [...tail.filter((fact) => !touched.has(fact.id)), ...counting].sort(compareFacts),
    );
  }

  private replayFrom(first: Fact, edit: (tail: Fact[]) => Fact[]): void {
    const position = firstFrom(this.facts, (fact) => compareFacts(fact, first) < 0);
    while ((this.checkpoints.at(-1)?.index ?? 0) > position) this.checkpoints.pop();
    const checkpoint = this.checkpoints.at(-1);
    if (!checkpoint) return this.rebuild();
    const tail = edit(this.facts.slice(checkpoint.index));
    this.facts = this.facts.slice(0, checkpoint.index);
    // The checkpoint itself stays as it was.
    this.fold = new Fold(this.context, copyState(checkpoint.state));
    this.handedOut = null;
    this.pushAll(tail);
  }
}

/** A definition or measurement that no figure can stand on: a density of nothing, a full mass below the empty one. */
function unsound(fact: Fact): string | null {
  if (fact.kind === 'densityMeasured')
    return fact.density.value >= 0.5 && fact.density.value <= 2 ? null : 'a density of no ink';
  if (fact.kind !== 'defined') return null;
  const broken = entityRule(fact.entity);
  return broken && broken.rule !== 'usableAboveNominal' && broken.rule !== 'keepsAll' ? broken.rule : null;
}

/** In the order in which it was said: an id is greater than all that were known then, whatever the clock said. */
const byId = (a: Fact, b: Fact): number => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
