import { deleteDB, openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** One of the workbooks of this browser, as it stands on the shelf. */
export interface Shelved {
  readonly id: string;
  readonly name: string;
  /** Entries when it was last looked at. */
  readonly entries: number;
  /** UTC instant at which it was last opened. */
  readonly opened: string;
  /** Closed, and only read; or emptied, and kept for a while. */
  readonly state: 'inUse' | 'putAway' | 'emptied';
  /** Another goes on from it: closed as of this UTC instant. */
  readonly until?: string;
  /** Since when it is so, UTC. */
  readonly since: string;
}

/** Which workbooks this browser holds besides the demo. */
export interface Shelf {
  list(): Promise<readonly Shelved[]>;
  put(book: Shelved): Promise<void>;
  /** Takes it off the shelf with all that is in it, for good. */
  drop(id: string): Promise<void>;
}

interface Schema extends DBSchema {
  books: { key: string; value: Shelved };
}

/** The shelf in the browser's own database; each workbook is a database beside it. */
export function openIdbShelf(): Shelf {
  const opening = (): Promise<IDBPDatabase<Schema>> =>
    openDB<Schema>('hiraeth shelf', 1, {
      upgrade: (database) => void database.createObjectStore('books', { keyPath: 'id' }),
    });
  const on = async <T>(work: (db: IDBPDatabase<Schema>) => Promise<T>): Promise<T> => {
    const db = await opening();
    try {
      return await work(db);
    } finally {
      db.close();
    }
  };
  return {
    list: () => on((db) => db.getAll('books')),
    put: (book) => on(async (db) => void (await db.put('books', book))),
    drop: async (id) => {
      // Off the shelf last: what was only half gone is found, and taken away, again.
      await deleteDB(`hiraeth-${id}`);
      await on((db) => db.delete('books', id));
    },
  };
}
