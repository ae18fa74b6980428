import { openDB, type DBSchema, type IDBPTransaction, type IDBPDatabase } from 'idb';
import { FORMAT_VERSION, type Fact } from '@hiraeth/core/workbook';
import { MOST_SINCE, type WorkbookStore } from './port';

interface Schema extends DBSchema {
  /** Single facts, as they are recorded from day to day. */
  facts: { key: string; value: Fact };
  /** Older and imported facts, many to a record: a decade of single records takes the browser seconds to read. */
  blocks: { key: number; value: Fact[] };
  notes: { key: string; value: unknown };
}
type Writing = IDBPTransaction<Schema, ['facts', 'blocks', 'notes'], 'readwrite'>;
/** Beside the notes: which version of the format the facts are of. */
const FORMAT_KEY = '#format';
/** Counts what was written; what was kept for one count; and what was written since, by count. Notes have names without this sign. */
const REVISION_KEY = '#revision';
const KEPT_KEY = '#kept';
const SINCE_KEY = '#since/';
const sinceKey = (revision: number): string => `${SINCE_KEY}${String(revision).padStart(12, '0')}`;
const allSince = (): IDBKeyRange => IDBKeyRange.bound(SINCE_KEY, `${SINCE_KEY}~`);
const isNote = (key: string): boolean => !key.startsWith('#');

interface KeptRecord {
  readonly build: string;
  readonly revision: number;
  readonly text: string;
}
const isKept = (value: unknown): value is KeptRecord =>
  typeof value === 'object' && value !== null && 'text' in value && typeof value.text === 'string';

/** What one write brought. */
interface Written {
  readonly revision: number;
  readonly format: number;
  readonly facts: readonly Fact[];
}
const isWritten = (value: unknown): value is Written =>
  typeof value === 'object' && value !== null && 'facts' in value && Array.isArray(value.facts);

const VERSION = 2;
const BLOCK = 1000;
/** Single facts are packed into blocks when a workbook is opened with more of them than this. */
const PACK_AT = 4000;

/**
 * A workbook in the browser's own database. Writes ask for strict durability: the promise resolves when the browser has
 * flushed them, so that a killed process loses nothing that was said to be saved.
 *
 * @param name one database for each workbook (`own`, `demo`)
 * @param onBlocked told when another tab holds an older version open, and this one waits for it to close
 */
export async function openIdbStore(
  name: string,
  onBlocked: () => void = () => undefined,
): Promise<WorkbookStore> {
  const db = await openDB<Schema>(`hiraeth-${name}`, VERSION, {
    upgrade(database, from) {
      if (from < 1) {
        database.createObjectStore('facts', { keyPath: 'id' });
        database.createObjectStore('notes');
      }
      if (from < 2) database.createObjectStore('blocks', { autoIncrement: true });
    },
    blocked: () => onBlocked(),
  });
  // A newer version opening in another tab must not hang on this one.
  db.addEventListener('versionchange', () => db.close());
  return new IdbStore(db);
}

class IdbStore implements WorkbookStore {
  readonly #db: IDBPDatabase<Schema>;
  readonly #packed = new PackedIds();
  /** The count of the facts that this store has seen. */
  #seen: number | null = null;

  constructor(db: IDBPDatabase<Schema>) {
    this.#db = db;
  }

  async load(
    progress: (done: number, of: number) => void = () => undefined,
  ): ReturnType<WorkbookStore['load']> {
    const tx = this.#db.transaction(['facts', 'blocks', 'notes']);
    const [blockKeys, loose, keys, revision, format] = await Promise.all([
      tx.objectStore('blocks').getAllKeys(),
      tx.objectStore('facts').count(),
      tx.objectStore('notes').getAllKeys(),
      tx.objectStore('notes').get(REVISION_KEY),
      tx.objectStore('notes').get(FORMAT_KEY),
    ]);
    const names = keys.filter(isNote);
    const values = await Promise.all(names.map((key) => tx.objectStore('notes').get(key)));
    this.#seen = countOf(revision);
    // Block by block: a decade read in one go would hold the page up.
    const facts: Fact[] = [];
    const blocks: Fact[][] = [];
    for (const key of blockKeys) {
      const block = (await tx.objectStore('blocks').get(key)) ?? [];
      blocks.push(block);
      for (const fact of block) facts.push(fact);
      progress(facts.length, blockKeys.length * BLOCK + loose);
    }
    for (const fact of await tx.objectStore('facts').getAll()) facts.push(fact);
    this.#packed.learn(blockKeys, blocks);
    // It only saves time later: a full disk must not keep a workbook shut.
    if (loose > PACK_AT) await this.#write(pack).catch(() => undefined);
    return {
      facts,
      notes: Object.fromEntries(names.map((key, i) => [key, values[i]])),
      format: typeof format === 'number' ? format : 1,
    };
  }

  append(facts: readonly Fact[], notes: Readonly<Record<string, unknown>> = {}): Promise<void> {
    return this.#write(async (tx) => {
      for (const [key, value] of Object.entries(notes))
        put(
          value === undefined ? tx.objectStore('notes').delete(key) : tx.objectStore('notes').put(value, key),
        );
      const loose = tx.objectStore('facts');
      const inBlocks = await this.#packed.read(tx);
      if (facts.length >= BLOCK) {
        const single = new Set(await loose.getAllKeys());
        await putBlocks(
          tx,
          facts.filter(({ id }) => !inBlocks.has(id) && !single.has(id)),
        );
        return null;
      }
      const known = await Promise.all(
        facts.map(async ({ id }) => inBlocks.has(id) || (await loose.getKey(id)) !== undefined),
      );
      const fresh = facts.filter((_, i) => !known[i]);
      for (const fact of fresh) put(loose.put(fact));
      return fresh;
    });
  }
  replace(facts: readonly Fact[]): Promise<void> {
    return this.#write(async (tx) => {
      put(tx.objectStore('facts').clear());
      put(tx.objectStore('blocks').clear());
      // What was begun belongs to the log that goes.
      for (const key of await tx.objectStore('notes').getAllKeys())
        if (isNote(key)) put(tx.objectStore('notes').delete(key));
      if (facts.length >= BLOCK) await putBlocks(tx, facts);
      else for (const fact of facts) put(tx.objectStore('facts').put(fact));
      return null;
    });
  }
  async note(key: string, value: unknown): Promise<void> {
    const tx = this.#db.transaction('notes', 'readwrite', { durability: 'strict' });
    void (value === undefined ? tx.store.delete(key) : tx.store.put(value, key));
    await tx.done;
  }

  async kept(build: string): ReturnType<WorkbookStore['kept']> {
    const tx = this.#db.transaction('notes');
    const [kept, revision, writes] = await Promise.all([
      tx.store.get(KEPT_KEY),
      tx.store.get(REVISION_KEY),
      tx.store.getAll(allSince()),
    ]);
    if (!isKept(kept) || kept.build !== build) return null;
    // Every write since, with no gap: one that is not among them was too large, or another program's.
    const since: Fact[] = [];
    let at = kept.revision;
    for (const written of writes) {
      if (!isWritten(written) || written.revision !== at + 1 || written.format !== FORMAT_VERSION)
        return null;
      for (const fact of written.facts) since.push(fact);
      at += 1;
    }
    return at === countOf(revision) && since.length <= MOST_SINCE ? { text: kept.text, since } : null;
  }

  async keep(build: string, text: string): Promise<void> {
    const tx = this.#db.transaction('notes', 'readwrite');
    const revision = countOf(await tx.store.get(REVISION_KEY));
    if (revision === this.#seen) {
      put(tx.store.put({ build, revision, text } satisfies KeptRecord, KEPT_KEY));
      put(tx.store.delete(allSince()));
    }
    await tx.done;
  }

  close(): void {
    this.#db.close();
  }

  async #write(work: Work): Promise<void> {
    this.#seen = await writeTo(this.#db, work);
  }
}

/** Which facts stand in blocks; read again when another tab has changed them. */
class PackedIds {
  private keys = '';
  private blocks: readonly (readonly Fact[])[] = [];
  private ids: Set<string> | null = null;

  async read(tx: Writing): Promise<ReadonlySet<string>> {
    const blocks = tx.objectStore('blocks');
    const keys = await blocks.getAllKeys();
    if (keys.join() !== this.keys) this.learn(keys, await blocks.getAll());
    // Not before something is written: reading a workbook has no need of it.
    this.ids ??= new Set(this.blocks.flat().map(({ id }) => id));
    this.blocks = [];
    return this.ids;
  }

  learn(keys: readonly number[], blocks: readonly (readonly Fact[])[]): void {
    this.keys = keys.join();
    this.blocks = blocks;
    this.ids = null;
  }
}

const countOf = (revision: unknown): number => (typeof revision === 'number' ? revision : 0);

/** Writes, and says which facts are new; null: too many to go on with. */
type Work = (tx: Writing) => Promise<readonly Fact[] | null>;

/**
 * One transaction: all of the work or none of it, and done only when the browser has flushed it.
 *
 * @returns the count of what was written by then
 */
async function writeTo(db: IDBPDatabase<Schema>, work: Work): Promise<number> {
  const tx = db.transaction(['facts', 'blocks', 'notes'], 'readwrite', { durability: 'strict' });
  let revision: number;
  try {
    revision = 1 + countOf(await tx.objectStore('notes').get(REVISION_KEY));
    put(tx.objectStore('notes').put(FORMAT_VERSION, FORMAT_KEY));
    put(tx.objectStore('notes').put(revision, REVISION_KEY));
    await noteSince(tx, revision, await work(tx));
    tx.commit();
  } catch (error) {
    tx.abort();
    await tx.done.catch(() => undefined);
    throw error;
  }
  await tx.done;
  return revision;
}

/** Writes down what came since something was kept, so that the next opening goes on from there; or throws away what was kept. */
async function noteSince(tx: Writing, revision: number, facts: readonly Fact[] | null): Promise<void> {
  const notes = tx.objectStore('notes');
  if ((await notes.getKey(KEPT_KEY)) === undefined) return;
  if (facts && facts.length <= MOST_SINCE && (await notes.count(allSince())) < MOST_SINCE) {
    put(notes.put({ revision, format: FORMAT_VERSION, facts } satisfies Written, sinceKey(revision)));
    return;
  }
  put(notes.delete(KEPT_KEY));
  put(notes.delete(allSince()));
}

/** Not awaited one by one: a request that fails aborts the transaction, and `done` says so. */
const put = (request: Promise<unknown>): void => void request.catch(() => undefined);

/** One block after the other: copying them all for the browser at once would hold up the page. */
async function putBlocks(tx: Writing, facts: readonly Fact[]): Promise<void> {
  for (let i = 0; i < facts.length; i += BLOCK) await tx.objectStore('blocks').add(facts.slice(i, i + BLOCK));
}

const pack: Work = async (tx) => {
  await putBlocks(tx, await tx.objectStore('facts').getAll());
  put(tx.objectStore('facts').clear());
  return [];
};
