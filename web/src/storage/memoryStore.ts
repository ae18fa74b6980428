import { FORMAT_VERSION, type Fact } from '@hiraeth/core/workbook';
import { MOST_SINCE, type WorkbookStore } from './port';
import type { Shelf, Shelved } from './shelf';

interface MemoryBook {
  readonly facts: Map<string, Fact>;
  readonly notes: Map<string, unknown>;
  /** Counts what was written; what is kept counts for one of them. */
  revision: number;
  kept: { readonly build: string; readonly text: string; readonly since: Fact[] } | null;
}

/** A shelf of workbooks in memory: for rehearsal and tests; the same name opens the same workbook. */
export class MemoryShelf implements Shelf {
  private readonly books = new Map<string, MemoryBook>();
  private readonly shelved = new Map<string, Shelved>();

  list(): Promise<readonly Shelved[]> {
    return Promise.resolve([...this.shelved.values()]);
  }

  put(book: Shelved): Promise<void> {
    this.shelved.set(book.id, book);
    return Promise.resolve();
  }

  drop(id: string): Promise<void> {
    this.shelved.delete(id);
    this.books.delete(id);
    return Promise.resolve();
  }

  open(name: string): Promise<WorkbookStore> {
    let book = this.books.get(name);
    if (!book) this.books.set(name, (book = { facts: new Map(), notes: new Map(), revision: 0, kept: null }));
    const mine = book;
    const { facts, notes } = mine;
    let seen: number | null = null;
    const putNote = (key: string, value: unknown): void =>
      void (value === undefined ? notes.delete(key) : notes.set(key, value));
    return Promise.resolve({
      load: () => {
        seen = mine.revision;
        return Promise.resolve(
          structuredClone({
            facts: [...facts.values()].sort((a, b) => (a.id < b.id ? -1 : 1)),
            notes: Object.fromEntries(notes),
            format: FORMAT_VERSION,
          }),
        );
      },
      append: (added, beside = {}) => {
        const copies = structuredClone([...added]);
        const kept = structuredClone(Object.entries(beside));
        for (const [key, value] of kept) putNote(key, value);
        for (const fact of copies) {
          if (facts.has(fact.id)) continue;
          facts.set(fact.id, fact);
          mine.kept?.since.push(fact);
        }
        if ((mine.kept?.since.length ?? 0) > MOST_SINCE) mine.kept = null;
        seen = mine.revision += 1;
        return Promise.resolve();
      },
      replace: (next) => {
        const copies = structuredClone([...next]);
        facts.clear();
        notes.clear();
        mine.kept = null;
        seen = mine.revision += 1;
        for (const fact of copies) facts.set(fact.id, fact);
        return Promise.resolve();
      },
      note: (key, value) => {
        putNote(key, structuredClone(value));
        return Promise.resolve();
      },
      kept: (build) =>
        Promise.resolve(
          mine.kept?.build === build
            ? { text: mine.kept.text, since: structuredClone(mine.kept.since) }
            : null,
        ),
      keep: (build, text) => {
        if (seen === mine.revision) mine.kept = { build, text, since: [] };
        return Promise.resolve();
      },
      close: () => undefined,
    });
  }
}
