import { parseMoney, parseQuantity, type QuantityKind } from '@hiraeth/core/quantity';
import { explain } from '@hiraeth/core/words';
import type { PageId } from './draft';

/** What is wrong with the answers to a question, in words; nothing where all can be read. */
export type Problems = ReadonlyMap<PageId, readonly string[]>;

/** Reads what was typed, and gathers what is wrong with it by its question; what is empty is not known, and no mistake. */
export class Reading {
  readonly #problems = new Map<PageId, string[]>();
  readonly #currency: string;

  constructor(currency: string) {
    this.#currency = currency;
  }

  get problems(): Problems {
    return this.#problems;
  }

  wrong(page: PageId, words: string): void {
    this.#problems.set(page, [...(this.#problems.get(page) ?? []), words]);
  }

  /** A quantity that is more than nothing. */
  more(page: PageId, raw: string, kind: QuantityKind, name: string): number | null {
    const value = this.#number(page, raw, kind, name);
    if (value === null || value > 0) return value;
    this.wrong(page, `${name}: more than 0; leave it empty where it is not known.`);
    return null;
  }

  /** A sum of money in its smallest unit. */
  money(page: PageId, raw: string, name: string): number | null {
    if (raw.trim() === '') return null;
    const parsed = parseMoney(raw, this.#currency);
    if (parsed.ok) return parsed.value;
    this.wrong(page, `${name}: ${explain(parsed.problem)}`);
    return null;
  }

  /** A level, as a share from 0 to 1. */
  share(page: PageId, raw: string, name: string): number | null {
    const percent = this.#number(page, raw, 'percent', name);
    if (percent === null) return null;
    if (percent >= 0 && percent <= 100) return percent / 100;
    this.wrong(page, `${name}: how full it looks, from 0 to 100 %.`);
    return null;
  }

  #number(page: PageId, raw: string, kind: QuantityKind, name: string): number | null {
    if (raw.trim() === '') return null;
    const parsed = parseQuantity(raw, kind);
    if (parsed.ok) return parsed.value.value;
    this.wrong(page, `${name}: ${explain(parsed.problem)}`);
    return null;
  }
}
