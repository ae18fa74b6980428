import type { WeighInCause } from '../workbook';
import {
  FOUND,
  NO_SHIFT,
  type Cause,
  type CauseRow,
  type CausesCode,
  type Excess,
  type LeakBelief,
  type Shift,
  type Taught,
} from './cause';
import { excessOf, leakOf, leakShift, leakSince, LOOKED_BACK, weighAgain } from './leak';
import { NO_SWING, type BlackSwing } from './blackSwing';
import { mostLogged, PRIOR, sum, whose } from './candidate';
import { candidatesOf, G_PER_ML } from './candidates';
import { swung } from './otherBlack';
import { shiftOf, unseenShift } from './shift';
import { Patterns, type Explained, type Miss } from './patterns';

/** A leak of what was looked at and found sound. */
const SOUND = 1e-6;
/** Cleanings that nobody logs are reckoned with from this log evidence on. */
const CLEANS_UNSEEN = 5;
/** A drop at an outlet, a damp keeper: no mass is better than that, whatever the scale, ml. */
const DROP_ML = 0.05;
/** What is usual goes by the last two months or so. */
const USUAL_DAYS = 60;
/** Where nobody logs them, so many weigh-ins see one. */
const CLEANS_SHARE = 0.3;
/** Before anything is seen none came in so many days. */
const CLEANING_DAYS = 20;
/** Below this a leak is no suspicion. */
const SUSPECTED = 0.02;

/**
 * Side by side, what each weigh-in's misses may come of; what lasts (a leak, a scale that was zeroed wrong until the next
 * session, cleanings that nobody logs) is carried along and reckoned with.
 */
export class CauseFilter {
  private leaks: ReadonlyMap<string, LeakBelief> = new Map();
  private excesses: ReadonlyMap<string, readonly Excess[]> = new Map();
  private zero: CausesCode['zero'] = null;
  private cleanings: CausesCode['cleanings'] = { count: 0, days: 0, evidence: 0 };
  private sound: ReadonlySet<string> = new Set();
  private usual: CausesCode['usual'] = { days: 0, dm2: new Map() };
  private blacks: BlackSwing = NO_SWING;

  copy(): CauseFilter {
    return CauseFilter.revive(this.keep());
  }

  keep(): CausesCode {
    return {
      leaks: [...this.leaks.values()],
      excesses: [...this.excesses],
      zero: this.zero,
      cleanings: this.cleanings,
      usual: this.usual,
      sound: [...this.sound],
      blacks: this.blacks,
    };
  }

  static revive({ leaks, excesses, zero, cleanings, usual, sound, blacks }: CausesCode): CauseFilter {
    const other = new CauseFilter();
    other.leaks = new Map(leaks.map((leak) => [leak.cartridgeId, leak]));
    other.excesses = new Map(excesses);
    other.zero = zero;
    other.cleanings = cleanings;
    other.usual = usual;
    other.sound = new Set(sound);
    other.blacks = blacks;
    return other;
  }

  get leaking(): readonly LeakBelief[] {
    return [...this.leaks.values()];
  }

  /** How far two blacks swing, while nobody says which papers were printed on. */
  get swing(): BlackSwing {
    return this.blacks;
  }

  /** Cleanings a day that nobody logs; none until enough speaks for them. */
  get unseenPerDay(): number {
    const { count, days, evidence } = this.cleanings;
    return evidence > CLEANS_UNSEEN ? count / (days + CLEANING_DAYS) : 0;
  }

  /** Somebody who was there rules a cause out: a cartridge that was looked at is sound from then on. */
  deny(cause: WeighInCause, cartridgeId: string | undefined): void {
    if (cause === 'leak' && cartridgeId !== undefined) {
      this.sound = new Set([...this.sound, cartridgeId]);
      this.leaks = new Map([...this.leaks].filter(([id]) => id !== cartridgeId));
      this.excesses = new Map([...this.excesses].filter(([id]) => id !== cartridgeId));
    }
    if (cause === 'zeroed') this.zero = null;
    if (cause === 'otherBlack') this.blacks = NO_SWING;
    if (cause === 'cleanings') this.cleanings = { count: 0, days: 0, evidence: 0 };
  }

  /** What comes on top of a channel's logged use until the next weigh-in, as far as it is known before that. */
  expected(cartridgeId: string, days: number, cleaningMl: number): Shift {
    const leak = this.leakOf(cartridgeId, days);
    const zero = zeroShift(this.zero) ?? NO_SHIFT;
    const cleaned = unseenShift(this.unseenPerDay * days, cleaningMl);
    return {
      ml: leak.ml + zero.ml + cleaned.ml,
      variance: leak.variance + zero.variance + cleaned.variance,
    };
  }

  /** A leak that was found, over so many days. */
  private leakOf(cartridgeId: string, days: number): Shift {
    const leak = this.leaks.get(cartridgeId);
    return leak && leak.probability > FOUND ? leakShift(leak, days) : NO_SHIFT;
  }

  /**
   * A weigh-in.
   *
   * @param rows its channels that nobody has explained yet
   * @param from UTC instant at which its interval began
   * @returns its causes, the likeliest first, and what of each channel's use is none of its prints, in the order of the rows
   */
  take(rows: readonly CauseRow[], from: string): { causes: readonly Cause[]; taught: readonly Taught[] } {
    if (rows.length === 0) {
      // Somebody explained all of it, or too little is known: of this session nothing is carried on.
      this.zero = null;
      return { causes: [], taught: [] };
    }
    const zero = zeroShift(this.zero);
    // Of a wrong zero all channels share the doubt: that is no variance of their own.
    const knownOf = (row: CauseRow): Shift => {
      const leak = this.leakOf(row.cartridgeId, row.days);
      return { ml: leak.ml + (zero?.ml ?? 0), variance: leak.variance };
    };
    const known = rows.map(knownOf);
    const misses = rows.map((row): Miss => {
      const { ml, variance } = knownOf(row);
      return {
        offMl: row.usedMl - row.toldMl - ml,
        own: row.own + variance + DROP_ML ** 2,
        shared: row.shared,
      };
    });
    const look = new Patterns(misses, [
      rows.map((row) => row.alike),
      ...(zero ? [rows.map(() => Math.sqrt(zero.variance))] : []),
    ]);
    const candidates = candidatesOf(rows, {
      usual: this.usual,
      unseenPerDay: this.unseenPerDay,
      zero: this.zero,
      leaks: this.leaks,
      leakPrior: (row) => this.leakPrior(row),
    });
    const told = candidates.map((one) => {
      const { log, amount } =
        one.code === 'leak'
          ? this.leakBy(rows, misses, one.row!, one.prior)
          : look.explain(one.pattern, one.amount);
      // Half of a pattern's amounts are no sense: cleanings below none, a leak that fills.
      const isSense = one.atLeast === undefined || amount.value > one.atLeast;
      return { ...one, found: { log: isSense ? log : -Infinity, amount } };
    });
    const none = Math.log(Math.max(1e-6, 1 - sum(candidates.map(({ prior }) => prior))));
    const logs = told.map(({ prior, found }) => Math.log(prior) + found.log);
    const top = Math.max(none, ...logs);
    const total = sum([none, ...logs].map((log) => Math.exp(log - top)));
    const chance = (log: number): number => Math.exp(log - top) / total;
    const causes = told.map((one, i): Told => ({
      code: one.code,
      ...whose(one, one.found.amount),
      subjectId: one.subjectId ?? null,
      ...(one.insteadId === undefined ? {} : { insteadId: one.insteadId }),
      probability: chance(logs[i] ?? -Infinity),
      amount: one.found.amount,
      pattern: one.pattern,
      log: one.found.log,
    }));
    const before = new Map(this.leaks);
    this.goOn(rows, causes, misses, from);
    const taught = rows.map((row, i): Taught => {
      const shiftBy = (codes: ReadonlySet<WeighInCause>): Shift => {
        let { ml, variance } = known[i] ?? NO_SHIFT;
        for (const cause of causes) {
          const unit = cause.pattern[i] ?? 0;
          const { probability: p, amount } = cause;
          // One lone weigh-in that looks like a cleaning may be anything.
          if (cause.code === 'cleanings' && this.unseenPerDay === 0) continue;
          // What is only possible is left to the scatter: taken out piece by piece, chance would look smaller than it is.
          if (unit === 0 || p < FOUND || !codes.has(cause.code)) continue;
          const shift = shiftOf(p, amount, unit);
          ml += shift.ml;
          variance += shift.variance;
        }
        return { ml, variance };
      };
      const was = before.get(row.cartridgeId)?.probability ?? 0;
      const is = this.leaks.get(row.cartridgeId)?.probability ?? 0;
      const isFound = was <= FOUND && is > FOUND;
      const shift = shiftBy(isFound ? NOT_LEAKED : NOT_PRINTED);
      // Found just now, what it took is no print's either.
      const leak = isFound ? this.leakOf(row.cartridgeId, row.days) : NO_SHIFT;
      return {
        shift: { ml: shift.ml + leak.ml, variance: shift.variance + leak.variance },
        ifLeaking: shiftBy(NOT_LEAKED),
        leak: was > FOUND ? null : isFound ? 'found' : was > 0 ? 'goesOn' : 'anew',
      };
    });
    const all: Cause[] = [
      {
        code: 'asForetold',
        slotId: null,
        cartridgeId: null,
        subjectId: null,
        probability: chance(none),
        amount: { value: 0, u: 0 },
        ml: 0,
      },
      ...causes.map(({ pattern: _, log: __, ...cause }) => cause),
    ];
    return { causes: all.sort((a, b) => b.probability - a.probability), taught };
  }

  /** A leak that goes on, or one that began at any of the last weigh-ins: whichever explains more, as a factor on its prior. */
  private leakBy(
    rows: readonly CauseRow[],
    misses: readonly Miss[],
    row: CauseRow,
    prior: number,
  ): Explained {
    const goesOn = leakOf(rows, misses, row);
    const before = this.excesses.get(row.cartridgeId) ?? [];
    const began = leakSince([...before, excessOf(rows, misses, row)]);
    // Each beginning is as likely as a leak is at one weigh-in, whatever was suspected before.
    const log = began.log + Math.log(this.leakPrior(row) / prior);
    return log > goesOn.log ? { log, amount: began.amount } : goesOn;
  }

  /** What was looked at and found sound needs more to be said of it again. */
  private leakPrior({ cartridgeId }: CauseRow): number {
    return this.sound.has(cartridgeId) ? SOUND : PRIOR.leak;
  }

  /** What lasts is carried to the next weigh-in. */
  private goOn(
    rows: readonly CauseRow[],
    causes: readonly (Cause & { readonly log: number })[],
    misses: readonly Miss[],
    from: string,
  ): void {
    const leaks = new Map(this.leaks);
    const others = sum(
      causes.map(({ code, probability }) => (code === 'leak' || NOT_LEAKED.has(code) ? 0 : probability)),
    );
    const odd = sum(causes.map(({ code, probability }) => (code === 'oddMass' ? probability : 0)));
    const excesses = new Map(this.excesses);
    rows.forEach((row, i) => {
      const leak = leaks.get(row.cartridgeId);
      // Found, its excess is in what is foretold.
      if (leak && leak.probability > FOUND) excesses.delete(row.cartridgeId);
      // One wrong mass is told from a leak by the next one: it stands until then.
      else if (others - odd < FOUND)
        excesses.set(
          row.cartridgeId,
          [...(excesses.get(row.cartridgeId) ?? []), excessOf(rows, misses, row)].slice(1 - LOOKED_BACK),
        );
      if (leak && leak.probability > FOUND) {
        // A weigh-in that lacks its prints says nothing of it.
        if (others < FOUND) leaks.set(row.cartridgeId, weighAgain(leak, row, rows, misses, i));
      } else {
        const seen = causes.find(({ code, slotId }) => code === 'leak' && slotId === row.slotId);
        if (seen && seen.probability > Math.max(SUSPECTED, 2 * this.leakPrior(row)))
          leaks.set(row.cartridgeId, {
            cartridgeId: row.cartridgeId,
            slotId: row.slotId,
            probability: seen.probability,
            mlPerDay: seen.amount,
            since: leak && leak.probability > SUSPECTED ? leak.since : from,
          });
        else leaks.delete(row.cartridgeId);
      }
    });
    this.leaks = leaks;
    this.excesses = excesses;
    const long = Math.max(...rows.map((row) => row.days));
    const kept = Math.exp(-long / USUAL_DAYS);
    const dm2 = new Map([...this.usual.dm2].map(([id, area]) => [id, kept * area]));
    for (const [id, area] of mostLogged(rows)) dm2.set(id, (dm2.get(id) ?? 0) + area);
    this.usual = { days: kept * this.usual.days + long, dm2 };
    this.blacks = swung(this.blacks, rows, causes);
    const zeroed = causes.find(({ code }) => code === 'zeroed');
    this.zero = zeroed ? { probability: zeroed.probability, g: zeroed.amount } : null;
    const cleaned = causes.find(({ code }) => code === 'cleanings');
    if (!cleaned) return;
    const { count, days, evidence } = this.cleanings;
    this.cleanings = {
      count: Math.max(0, count + cleaned.probability * cleaned.amount.value),
      days: days + long,
      evidence:
        this.unseenPerDay > 0
          ? evidence
          : Math.max(
              0,
              evidence +
                Math.min(3, Math.log(1 - CLEANS_SHARE + CLEANS_SHARE * Math.exp(Math.min(9, cleaned.log)))),
            ),
    };
  }
}

interface Told extends Cause {
  readonly pattern: readonly number[];
  /** Log of how many times likelier the misses are with it. */
  readonly log: number;
}

/** What is no print's use, and is not learnt as such. What is in proportion to the prints is judged by the gain. */
const NOT_LEAKED: ReadonlySet<WeighInCause> = new Set(['cleanings', 'zeroed', 'wasZeroed']);
const NOT_PRINTED: ReadonlySet<WeighInCause> = new Set([...NOT_LEAKED, 'oddMass', 'otherBlack']);

/** Where the last session showed too many grams, this interval seems to have used as much more. */
const zeroShift = (zero: CausesCode['zero']): Shift | null =>
  zero && zero.probability > FOUND ? shiftOf(zero.probability, zero.g, 1 / G_PER_ML) : null;
