import { openDB, type DBSchema } from 'idb';
import type { Fact } from '@hiraeth/core';
import type { WorkbookStore } from './port';

interface Schema extends DBSchema {
  facts: { key: string; value: Fact };
  notes: { key: string; value: unknown };
}

/**
 * A workbook in the browser's own database. Writes ask for strict durability: the promise resolves when the browser has
 * flushed them, so that a killed process loses nothing that was said to be saved.
 *
 * @param name one database for each workbook (`own`, `demo`)
 */
export async function openIdbStore(name: string): Promise<WorkbookStore> {
  const db = await openDB<Schema>(`hiraeth-${name}`, 1, {
    upgrade(database) {
      database.createObjectStore('facts', { keyPath: 'id' });
      database.createObjectStore('notes');
    },
  });
  // A newer version opening in another tab must not hang on this one.
  db.addEventListener('versionchange', () => db.close());
  return {
    async load() {
      const tx = db.transaction(['facts', 'notes']);
      const [facts, keys, values] = await Promise.all([
        tx.objectStore('facts').getAll(),
        tx.objectStore('notes').getAllKeys(),
        tx.objectStore('notes').getAll(),
      ]);
      return { facts, notes: Object.fromEntries(keys.map((key, i) => [key, values[i]])) };
    },
    async append(facts) {
      const tx = db.transaction('facts', 'readwrite', { durability: 'strict' });
      try {
        const known = await Promise.all(facts.map((fact) => tx.store.getKey(fact.id)));
        // Not awaited one by one: a put that fails aborts the transaction, and `done` says so.
        facts.forEach((fact, i) => known[i] ?? void tx.store.put(fact).catch(() => undefined));
        tx.commit();
      } catch (error) {
        tx.abort();
        await tx.done.catch(() => undefined);
        throw error;
      }
      await tx.done;
    },
    async replace(facts) {
      const tx = db.transaction('facts', 'readwrite', { durability: 'strict' });
      try {
        void tx.store.clear().catch(() => undefined);
        for (const fact of facts) void tx.store.put(fact).catch(() => undefined);
      } catch (error) {
        tx.abort();
        await tx.done.catch(() => undefined);
        throw error;
      }
      await tx.done;
    },
    async note(key, value) {
      const tx = db.transaction('notes', 'readwrite', { durability: 'strict' });
      void (value === undefined ? tx.store.delete(key) : tx.store.put(value, key));
      await tx.done;
    },
    close: () => db.close(),
  };
}
