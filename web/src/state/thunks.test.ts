import { beforeEach, describe, expect, test } from '@jest/globals';
import { find, inkNow, keepHead, Ledger } from '@hiraeth/core/ledger';
import type { Fact, FactDraft } from '@hiraeth/core/workbook';
import { script, setUp, weigh } from '@hiraeth/core/testing';
import { MemoryShelf } from '../storage';
import { appBench, room, type Bench } from '../testing/appBench';
import type { Services } from './services';
import { makeStore } from './store';
import { bringIn, keepNote, openWorkbook, record, undo } from './thunks';

const note = (text: string): FactDraft => ({ kind: 'noted', text });
/** Of the cyan cartridge in the room, by its weight. */
const INK = '20.526';

const state = (b: Bench) => b.store.getState().workbook;
const kept = async (b: Bench, which = 'own'): Promise<Fact[]> =>
  (await (await b.shelf.open(which)).load()).facts;

test('an entry of years ago is taken back in slices, and a definition changed: the same as all folded afresh, and the page answers meanwhile', async () => {
  const b = appBench();
  const many = script([
    ...setUp,
    weigh('cyan', 63.42),
    weigh('magenta', 70),
    ...Array.from({ length: 5200 }, (_, i) => note(`${i}`)),
  ]);
  await b.store.dispatch(openWorkbook('own'));
  await b.store.dispatch(bringIn(many, 'replace'));
  let breaths = 0;
  Object.assign(b.services, { breathe: () => Promise.resolve(void (breaths += 1)) });
  const ink = (): (number | undefined)[] => {
    const afresh = Ledger.from(b.services.ledger.recorded.values());
    const at = '2026-03-10T10:00:00.000Z';
    const now = ['cyan', 'magenta'].map((id) => inkNow(b.services.ledger.snapshot(), id, at)?.value);
    expect(now).toEqual(['cyan', 'magenta'].map((id) => inkNow(afresh.snapshot(), id, at)?.value));
    return now;
  };
  const [cyan, magenta] = ink();
  const weighed = many.find((fact) => fact.kind === 'weighed')!;
  await b.store.dispatch(undo([weighed.id]));
  expect(breaths).toBeGreaterThan(5);
  expect(ink()).toEqual([undefined, magenta]);
  expect(cyan).toBeDefined();
  const heavier = {
    ...find(b.services.ledger.context, 'cartridge', 'magenta')!,
    emptyG: { value: 44, u: 0.05 },
  };
  expect(await b.store.dispatch(record([{ kind: 'defined', entity: heavier }]))).toMatchObject({ ok: true });
  expect(ink()[1]!).toBeLessThan(magenta!);
  // What is there is what is kept.
  expect((await kept(b)).length).toBe(b.services.ledger.recorded.size);
});

describe('opening', () => {
  test('the demo is made once and then kept; the own workbook begins empty', async () => {
    const b = appBench();
    await b.store.dispatch(openWorkbook('demo'));
    expect([state(b).status, b.services.ledger.facts.length, b.demos]).toEqual(['ready', room.length, 1]);
    await b.store.dispatch(openWorkbook('own'));
    expect([state(b).which, b.services.ledger.facts.length]).toEqual(['own', 0]);
    await b.store.dispatch(openWorkbook('demo'));
    expect(b.demos).toBe(1);
  });

  test('a store that cannot be opened is said in words, with a way out', async () => {
    const b = appBench(() => {
      throw new Error('the disk is full');
    });
    await b.store.dispatch(openWorkbook('own'));
    expect([state(b).status, state(b).error]).toEqual(['failed', expect.stringMatching(/the disk is full/)]);
  });
});

describe('recording', () => {
  let b: Bench;
  beforeEach(async () => {
    b = appBench();
    await b.store.dispatch(openWorkbook('own'));
  });

  test('stamped, written, then shown, with an undo that is itself a fact', async () => {
    const result = await b.store.dispatch(record([note('one')], 'Saved: one.'));
    expect(result.ok && result.value[0]).toMatchObject({ kind: 'noted', at: '2026-03-10T10:00:00.000Z' });
    expect(state(b).notice).toMatchObject({ text: 'Saved: one.', tone: 'fine' });
    expect((await kept(b)).map((fact) => fact.kind)).toEqual(['noted']);
    await b.store.dispatch(undo(state(b).notice!.undo));
    expect((await kept(b)).map((fact) => fact.kind)).toEqual(['noted', 'voided']);
    expect(b.services.ledger.facts.filter((fact) => fact.kind === 'noted')).toEqual([]);
  });

  test('a thing and what is said of it can come in one go; what it speaks of must exist', async () => {
    const [, scale] = setUp.slice(-2);
    expect((await b.store.dispatch(record([scale!, note('with it')]))).ok).toBe(true);
    const missing = await b.store.dispatch(record([weigh('nobody', 50)]));
    expect(!missing.ok && missing.problem).toMatchObject({
      kind: 'facts',
      problems: expect.arrayContaining([
        expect.objectContaining({ code: 'unknownThing', what: 'cartridge' }),
      ]) as unknown,
    });
  });

  test('what the schema refuses is said with its path, and nothing of the batch is kept', async () => {
    const bad = await b.store.dispatch(record([note('good'), { kind: 'noted', text: '' }]));
    expect(!bad.ok && bad.problem).toEqual({
      kind: 'words',
      words: expect.stringMatching(/^text: .*Correct it/),
    });
    expect(await kept(b)).toEqual([]);
  });

  test('a future time is refused; a question is asked, and answered by its code', async () => {
    await b.store.dispatch(record(setUp));
    const future = await b.store.dispatch(record([{ ...note('later'), at: '2027-01-01T00:00:00.000Z' }]));
    expect(!future.ok && future.problem).toMatchObject({ problems: [{ code: 'future', severity: 'stop' }] });
    const heavy = weigh('cyan', 93.5);
    const asked = await b.store.dispatch(record([heavy]));
    expect(!asked.ok && asked.problem).toMatchObject({
      problems: [{ code: 'heavierThanMax', severity: 'ask' }],
    });
    expect((await b.store.dispatch(record([{ ...heavy, confirmed: ['heavierThanMax'] }]))).ok).toBe(true);
  });

  test('without the pen nothing is written', async () => {
    b.store.dispatch({ type: 'workbook/penChanged', payload: false });
    const result = await b.store.dispatch(record([note('no')]));
    expect(!result.ok && result.problem).toMatchObject({ words: expect.stringMatching(/Another tab/) });
    expect(await b.store.dispatch(keepNote('run', 1))).toBe(false);
    expect(await kept(b)).toEqual([]);
  });

  test('writes happen one after the other, in the order of asking', async () => {
    await Promise.all(['a', 'b', 'c', 'd'].map((text) => b.store.dispatch(record([note(text)]))));
    expect((await kept(b)).map((fact) => fact.kind === 'noted' && fact.text)).toEqual(['a', 'b', 'c', 'd']);
  });
});

describe('when storage fails', () => {
  test('nothing is said to be saved, nothing is shown, and what was there stays', async () => {
    let broken = false;
    const b = appBench((store) => ({
      ...store,
      append: (facts) => (broken ? Promise.reject(new Error('quota exceeded')) : store.append(facts)),
      replace: (facts) => (broken ? Promise.reject(new Error('quota exceeded')) : store.replace(facts)),
      note: () => (broken ? Promise.reject(new Error('quota exceeded')) : Promise.resolve()),
    }));
    await b.store.dispatch(openWorkbook('own'));
    await b.store.dispatch(record([note('before')]));
    broken = true;
    const result = await b.store.dispatch(record([note('lost')], 'Saved'));
    expect(!result.ok && result.problem).toMatchObject({
      words: expect.stringMatching(/Nothing was saved: quota exceeded/),
    });
    expect(state(b).notice).toBeNull();
    expect(b.services.ledger.facts).toHaveLength(1);
    expect(await b.store.dispatch(bringIn(room, 'replace'))).toEqual({
      ok: false,
      problem: expect.stringMatching(/Nothing was changed/),
    });
    expect(await b.store.dispatch(keepNote('run', { at: 2 }))).toBe(false);
    expect(state(b).notes.run).toBeUndefined();
    broken = false;
    expect((await b.store.dispatch(record([note('again')]))).ok).toBe(true);
    expect(await kept(b)).toHaveLength(2);
  });

  test('“saved” waits for the transaction: while it is held, nothing is shown', async () => {
    let release: () => void = () => undefined;
    const b = appBench((store) => ({
      ...store,
      append: async (facts) => {
        await new Promise<void>((resolve) => (release = resolve));
        await store.append(facts);
      },
    }));
    await b.store.dispatch(openWorkbook('own'));
    const saving = b.store.dispatch(record([note('held')], 'Saved: held.'));
    await Promise.resolve();
    await new Promise((resolve) => setTimeout(resolve, 5));
    expect([state(b).notice, b.services.ledger.facts.length]).toEqual([null, 0]);
    release();
    await saving;
    expect(state(b).notice?.text).toBe('Saved: held.');
  });
});

describe('a long log', () => {
  const years = [
    ...room,
    ...script(
      Array.from({ length: 2100 }, (_, i) => note(`day ${i}`)),
      '2026-03-02T00:00:00.000Z',
    ),
  ];
  /** What is kept, and what the page shows on the way. */
  function opened(shelf: MemoryShelf, build = 'this') {
    const b = appBench();
    const shown: string[] = [];
    let late: (() => void)[] = [];
    const services: Services = {
      ...b.services,
      build,
      openStore: (which) => shelf.open(which),
      later: (work) => void (late = [work]),
    };
    const store = makeStore(services);
    store.subscribe(() => {
      const { workbook, book } = store.getState();
      if (workbook.status !== 'ready') return;
      const ink = inkNow(book, 'cyan', '2026-03-10T10:00:00.000Z')?.value.toFixed(3) ?? '–';
      const line = `${workbook.whole ? 'whole' : 'at once'} ${book.facts.length} ${ink}`;
      if (shown.at(-1) !== line) shown.push(line);
    });
    const settle = async (): Promise<void> => {
      late.splice(0).forEach((work) => work());
      await services.queue;
    };
    const text = async () => (await (await shelf.open('own')).kept(build))?.text;
    return { store, services, shown, settle, text, open: () => store.dispatch(openWorkbook('own')) };
  }

  test('is shown at once as it was kept, with what came since; what is broken, another program’s or reached behind is thrown away', async () => {
    const shelf = new MemoryShelf();
    await (await shelf.open('own')).replace(years);
    const first = opened(shelf);
    await first.open();
    expect(first.shown).toEqual([`whole ${years.length} ${INK}`]);
    await first.settle();
    // To the byte what a fresh fold keeps.
    const fresh = Ledger.from([...first.services.ledger.recorded.values()]);
    expect(await first.text()).toBe(keepHead(fresh.base()));
    const newer = opened(shelf, 'newer');
    await newer.open();
    expect(newer.shown).toHaveLength(1);
    // Something recorded, and the page closed before anything was kept anew.
    const second = opened(shelf);
    await second.open();
    expect([second.shown[0], second.shown.at(-1)]).toEqual([
      `at once 0 ${INK}`,
      `whole ${years.length} ${INK}`,
    ]);
    const filled: FactDraft = {
      kind: 'filled',
      cartridgeId: 'cyan',
      chamber: 0,
      bottleId: 'bottle-cyan',
      ml: { value: 2, u: 0.15 },
      by: 'syringe',
      method: 'topSyringe',
      occasion: 'topUp',
    };
    const saved = await second.store.dispatch(record([filled]));
    const more = second.shown.at(-1)!.split(' ').at(-1)!;
    expect(more).not.toBe(INK);
    const third = opened(shelf);
    await third.open();
    expect(third.shown[0]).toBe(`at once 0 ${more}`);
    expect(third.shown.at(-1)).toBe(`whole ${years.length + 1} ${more}`);
    // Nothing is kept anew for one entry; and a take-back is one more of them.
    await third.settle();
    expect(await third.text()).toBe(await first.text());
    await second.store.dispatch(undo(saved.ok ? [saved.value[0]!.id] : []));
    const fourth = opened(shelf);
    await fourth.open();
    expect(fourth.shown[0]).toBe(`at once 0 ${INK}`);
    // What reaches behind it is folded before it is shown, and then kept anew.
    await second.store.dispatch(undo([years.find((fact) => fact.kind === 'weighed')!.id]));
    const fifth = opened(shelf);
    await fifth.open();
    expect(fifth.shown).toHaveLength(1);
    await fifth.settle();
    expect(await fifth.text()).toBe(keepHead(fifth.services.ledger.base()));
    const store = await shelf.open('own');
    await store.load();
    await store.keep('this', '{"broken": ');
    const sixth = opened(shelf);
    await sixth.open();
    expect(sixth.shown).toEqual([fifth.shown.at(-1)]);
  });

  test('another workbook opened while it is still folded is the one that stays', async () => {
    const shelf = new MemoryShelf();
    await (await shelf.open('own')).replace(years);
    const one = opened(shelf);
    await (await shelf.open('demo')).replace(room);
    // Each chance to breathe lets what was asked meanwhile go first.
    const services = {
      ...one.services,
      breathe: () => new Promise<void>((resolve) => setTimeout(resolve, 0)),
    };
    const store = makeStore(services);
    const first = store.dispatch(openWorkbook('own'));
    await new Promise((resolve) => setTimeout(resolve, 0));
    await Promise.all([first, store.dispatch(openWorkbook('demo'))]);
    expect(store.getState().workbook).toMatchObject({ which: 'demo', status: 'ready' });
    expect(services.ledger.facts).toHaveLength(room.length);
    expect(store.getState().book.facts).toHaveLength(room.length);
  });

  test('what is recorded while the log is still read waits for it', async () => {
    const shelf = new MemoryShelf();
    await (await shelf.open('own')).replace(years);
    const one = opened(shelf);
    const opening = one.open();
    const saving = one.store.dispatch(record([note('early')]));
    await opening;
    expect((await saving).ok).toBe(true);
    expect(one.services.ledger.facts.at(-1)).toMatchObject({ text: 'early' });
    expect((await (await shelf.open('own')).load()).facts).toHaveLength(years.length + 1);
  });
});

test('a file is merged or put in place; what is kept is what a fresh instance opens', async () => {
  const b = appBench();
  await b.store.dispatch(openWorkbook('own'));
  await b.store.dispatch(record([note('mine')]));
  expect(await b.store.dispatch(bringIn(room, 'merge'))).toEqual({ ok: true, value: room.length });
  expect(b.services.ledger.facts).toHaveLength(room.length + 1);
  expect(await b.store.dispatch(bringIn(room, 'replace'))).toEqual({ ok: true, value: room.length });
  await b.store.dispatch(keepNote('exported', '2026-03-10'));
  const fresh = makeStore({ ...b.services, ledger: new Ledger(), store: null, tabs: null });
  await fresh.dispatch(openWorkbook('own'));
  expect(fresh.getState().workbook.notes).toEqual({ exported: '2026-03-10' });
  expect(await kept(b)).toHaveLength(room.length);
});
