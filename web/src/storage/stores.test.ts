import 'fake-indexeddb/auto';
import { describe, expect, test } from '@jest/globals';
import { openDB } from 'idb';
import { makeStamp, type Fact } from '@hiraeth/core/workbook';
import { keepDay, MemoryShelf, MOST_SINCE, openIdbStore, type WorkbookStore } from './index';

const stamp = makeStamp({ now: () => Date.parse('2026-11-01T00:00:00Z') }, () => 0.5);
const note = (text: string): Fact => stamp([{ kind: 'noted', text }])[0]!;

/** One acceptance suite for every adapter of the port. */
const shelf = new MemoryShelf();
describe.each<[string, (name: string) => Promise<WorkbookStore>]>([
  ['memory', (name) => shelf.open(name)],
  ['IndexedDB', openIdbStore],
])('%s', (kind, open) => {
  const reopen = async (store: WorkbookStore, name: string) => {
    store.close();
    return open(name);
  };

  test('what was appended is there for a fresh instance, in the same content', async () => {
    const name = `${kind}-append`;
    const facts = [note('a'), note('b')];
    let store = await open(name);
    await store.append(facts);
    await store.append([{ ...facts[0]!, note: 'changed' }, note('c')]);
    store = await reopen(store, name);
    const loaded = (await store.load()).facts;
    expect(loaded.map((fact) => fact.kind === 'noted' && fact.text)).toEqual(['a', 'b', 'c']);
    expect(loaded[0]).toEqual(facts[0]);
  });

  test('a batch that cannot be written whole is not written at all', async () => {
    const name = `${kind}-half`;
    let store = await open(name);
    await store.append([note('kept')]);
    const poison = { ...note('poison'), bad: () => 1 } as unknown as Fact;
    await expect(Promise.resolve().then(() => store.append([note('first'), poison]))).rejects.toBeDefined();
    await expect(Promise.resolve().then(() => store.replace([note('first'), poison]))).rejects.toBeDefined();
    store = await reopen(store, name);
    expect((await store.load()).facts.map((fact) => fact.kind === 'noted' && fact.text)).toEqual(['kept']);
  });

  test('replace puts another workbook in place, without what was begun in the old one, and leaves others alone', async () => {
    const store = await open(`${kind}-replace`);
    const other = await open(`${kind}-other`);
    await other.append([note('other')]);
    await store.append([note('old')], { bench: 'a run of the old one' });
    await store.replace([note('new')]);
    const loaded = await store.load();
    expect(loaded.facts).toHaveLength(1);
    expect(loaded.notes).toEqual({});
    expect((await other.load()).facts).toHaveLength(1);
  });

  test('years at once, day by day, and again from another tab: each fact once, as it was first', async () => {
    const name = `${kind}-years`;
    const years = Array.from({ length: 9000 }, (_, i) => note(String(i)));
    const texts = async (store: WorkbookStore) => {
      const { facts } = await store.load();
      return facts.map((fact) => Number(fact.kind === 'noted' && fact.text)).sort((a, b) => a - b);
    };
    const whole = years.map((_, i) => i);
    let store = await open(name);
    const tab = await open(name);
    // An import; what overlaps it; single days; enough of them that opening packs them.
    await store.append(years.slice(0, 3000));
    await tab.append(years.slice(2500, 5000));
    for (let from = 5000; from < 9000; from += 500) await store.append(years.slice(from - 10, from + 500));
    await store.append([
      { ...years[0]!, note: 'changed' },
      { ...years[8999]!, note: 'changed' },
    ]);
    await store.append([note('9000')]);
    expect(await texts(store)).toEqual([...whole, 9000]);
    store = await reopen(store, name);
    expect(await texts(store)).toEqual([...whole, 9000]);
    await tab.append([{ ...years[6000]!, note: 'changed' }, ...years.slice(0, 2500)]);
    store = await reopen(store, name);
    expect(await texts(store)).toEqual([...whole, 9000]);
    expect((await store.load()).facts.filter((fact) => fact.note === 'changed')).toEqual([]);
    await store.replace(years.slice(0, 2200));
    await store.append(years.slice(2190, 2205));
    expect(await texts(await reopen(store, name))).toEqual(whole.slice(0, 2205));
  });

  test('notes are set, survive, and can be taken away', async () => {
    const name = `${kind}-notes`;
    let store = await open(name);
    await store.note('run', { step: 3 });
    await store.note('gone', 1);
    await store.note('gone', undefined);
    store = await reopen(store, name);
    expect((await store.load()).notes).toEqual({ run: { step: 3 } });
  });

  test('what is kept to be shown at once comes with what was written since, and holds for this program alone', async () => {
    const name = `${kind}-kept`;
    let store = await open(name);
    const text = async (build = 'one'): Promise<string | null> => {
      const kept = await store.kept(build);
      const since = kept?.since.map((fact) => (fact.kind === 'noted' ? fact.text : fact.kind));
      return kept && [kept.text, ...since!].join(' ');
    };
    expect(await text()).toBeNull();
    const first = note('a');
    await store.append([first]);
    await store.keep('one', 'head:');
    store = await reopen(store, name);
    expect([await text(), await text('two')]).toEqual(['head:', null]);
    // It is no note; and whoever writes, what is new is at hand with it.
    expect((await store.load()).notes).toEqual({});
    const tab = await open(name);
    await tab.append([note('b'), first]);
    await tab.append([note('c')]);
    store = await reopen(store, name);
    expect(await text()).toBe('head: b c');
    // This store has not seen them: what it would keep is old already.
    await store.keep('one', 'again:');
    expect(await text()).toBe('head: b c');
    await store.load();
    await store.keep('one', 'again:');
    expect(await text()).toBe('again:');
    // More than is worth going on with, in many writes or in one, or another workbook: thrown away.
    await store.append(Array.from({ length: MOST_SINCE + 1 }, (_, i) => note(String(i))));
    expect(await text()).toBeNull();
    await store.keep('one', 'third:');
    expect(await text()).toBe('third:');
    await store.append(Array.from({ length: 2500 }, (_, i) => note(String(i))));
    expect(await text()).toBeNull();
    await store.keep('one', 'fourth:');
    await store.replace([note('d')]);
    expect(await text()).toBeNull();
  });
});

test('a database of the first version keeps all that is in it', async () => {
  const facts = [note('a'), note('b')];
  const old = await openDB('hiraeth-aged', 1, {
    upgrade(database) {
      database.createObjectStore('facts', { keyPath: 'id' });
      database.createObjectStore('notes');
    },
  });
  for (const fact of facts) await old.put('facts', fact);
  await old.put('notes', { step: 3 }, 'bench');
  old.close();
  const store = await openIdbStore('aged');
  await store.append([facts[0]!, note('c')]);
  const loaded = await store.load();
  expect(loaded.facts.map((fact) => fact.kind === 'noted' && fact.text)).toEqual(['a', 'b', 'c']);
  expect(loaded.notes).toEqual({ bench: { step: 3 } });
});

test('a folder keeps a copy of each of the last ten days, and touches nothing else in it', async () => {
  const files = new Map<string, string>([
    ['room-1999-01-01-at-sea.jpg', 'a picture'],
    ['other-2020-01-01.hiraeth.json', 'another workbook'],
  ]);
  const folder = {
    kind: 'directory' as const,
    name: 'prints',
    getFileHandle: (name: string) =>
      Promise.resolve({
        name,
        getFile: () => Promise.resolve(new File([files.get(name) ?? ''], name)),
        createWritable: () =>
          Promise.resolve({
            write: (text: string) => Promise.resolve(void files.set(name, text)),
            close: () => Promise.resolve(),
            abort: () => Promise.resolve(),
          }),
      }),
    removeEntry: (name: string) => Promise.resolve(void files.delete(name)),
    // eslint-disable-next-line @typescript-eslint/require-await -- the browser's own is asked in turn
    keys: async function* () {
      yield* [...files.keys()];
    },
  };
  for (let day = 1; day <= 12; day++) {
    const at = `2026-03-${String(day).padStart(2, '0')}`;
    await keepDay(folder, 'room', at, `morning of ${day}`);
    await keepDay(folder, 'room', at, `evening of ${day}`);
  }
  expect([...files].sort()).toEqual([
    ['other-2020-01-01.hiraeth.json', 'another workbook'],
    ['room-1999-01-01-at-sea.jpg', 'a picture'],
    ...Array.from({ length: 10 }, (_, i) => [
      `room-2026-03-${String(i + 3).padStart(2, '0')}.hiraeth.json`,
      `evening of ${i + 3}`,
    ]),
  ]);
});
