import type { Fact } from './schema';

/** Facts by id, each once, in the order in which they came. */
export interface Facts {
  readonly size: number;
  /** The greatest id; empty: none. */
  readonly greatest: string;
  get(id: string): Fact | undefined;
  has(id: string): boolean;
  /** The list itself: what comes later is added to it. */
  values(): readonly Fact[];
}

/**
 * Facts by id. Nearly all come with a greater id than any before: those are found by halving, and need no table that has
 * to hash each of them.
 */
export class FactsById implements Facts {
  private readonly all: Fact[] = [];
  private readonly rising: Fact[] = [];
  private readonly others = new Map<string, Fact>();
  private last = '';

  get greatest(): string {
    return this.last;
  }

  get size(): number {
    return this.all.length;
  }

  values(): readonly Fact[] {
    return this.all;
  }

  has(id: string): boolean {
    return this.get(id) !== undefined;
  }

  get(id: string): Fact | undefined {
    if (id > this.last) return undefined;
    let low = 0;
    let high = this.rising.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.rising[middle]!.id < id) low = middle + 1;
      else high = middle;
    }
    const found = this.rising[low];
    return found?.id === id ? found : this.others.get(id);
  }

  /** @returns the fact that stands under this id already; undefined: it was added */
  add(fact: Fact): Fact | undefined {
    const { id } = fact;
    if (id > this.last) {
      this.last = id;
      this.rising.push(fact);
    } else {
      const twin = this.get(id);
      if (twin) return twin;
      this.others.set(id, fact);
    }
    this.all.push(fact);
    return undefined;
  }
}
