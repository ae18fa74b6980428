import { FORMAT_VERSION, type Fact } from '@hiraeth/core';
import type { WorkbookStore } from './port';

interface MemoryBook {
  readonly facts: Map<string, Fact>;
  readonly notes: Map<string, unknown>;
  /** Gone with the next fact. */
  kept: { readonly build: string; readonly text: string } | null;
}

/** A shelf of workbooks in memory: for rehearsal and tests; the same name opens the same workbook. */
export class MemoryShelf {
  private readonly books = new Map<string, MemoryBook>();

  open(name: string): Promise<WorkbookStore> {
    let book = this.books.get(name);
    if (!book) this.books.set(name, (book = { facts: new Map(), notes: new Map(), kept: null }));
    const mine = book;
    const { facts, notes } = mine;
    const putNote = (key: string, value: unknown): void =>
      void (value === undefined ? notes.delete(key) : notes.set(key, value));
    return Promise.resolve({
      load: () =>
        Promise.resolve(
          structuredClone({
            facts: [...facts.values()].sort((a, b) => (a.id < b.id ? -1 : 1)),
            notes: Object.fromEntries(notes),
            format: FORMAT_VERSION,
          }),
        ),
      append: (added, beside = {}) => {
        const copies = structuredClone([...added]);
        const kept = structuredClone(Object.entries(beside));
        for (const [key, value] of kept) putNote(key, value);
        for (const fact of copies) if (!facts.has(fact.id)) facts.set(fact.id, fact);
        mine.kept = null;
        return Promise.resolve();
      },
      replace: (next) => {
        const copies = structuredClone([...next]);
        facts.clear();
        mine.kept = null;
        for (const fact of copies) facts.set(fact.id, fact);
        return Promise.resolve();
      },
      note: (key, value) => {
        putNote(key, structuredClone(value));
        return Promise.resolve();
      },
      kept: (build) => Promise.resolve(mine.kept?.build === build ? mine.kept.text : null),
      keep: (build, text) => {
        mine.kept = { build, text };
        return Promise.resolve();
      },
      close: () => undefined,
    });
  }
}
