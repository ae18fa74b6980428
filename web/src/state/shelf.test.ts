import { expect, test } from '@jest/globals';
import { DAY_MS } from '@hiraeth/core/time';
import { inkNow, settingsOf } from '@hiraeth/core/ledger';
import { knownRoom } from '@hiraeth/core/testing';
import type { FactDraft } from '@hiraeth/core/workbook';
import { appBench, NOW, room, type Bench } from '../testing/appBench';
import { beginAnew, closeYears, dropOld, KEPT_DAYS, newWorkbook, openOwn, setShelved } from './shelf';
import { bringIn, openWorkbook, record } from './thunks';

const said: FactDraft = { kind: 'noted', text: 'Said of the room.' };
const workbook = (b: Bench) => b.store.getState().workbook;
const shelf = async (b: Bench): Promise<[name: string, entries: number, state: string][]> =>
  (await b.shelf.list()).map(({ name, entries, state }) => [name, entries, state]);
const book = async (b: Bench, id: string) => (await b.shelf.list()).find((one) => one.id === id)!;

/** The first workbook, with the test room in it. */
async function withRoom(): Promise<Bench> {
  const b = appBench();
  await b.store.dispatch(openOwn());
  await b.store.dispatch(bringIn(room, 'replace'));
  return b;
}

test('somebody with two print rooms has two workbooks: each with its own log, the one opened last comes first', async () => {
  const b = await withRoom();
  await b.store.dispatch(newWorkbook('The attic'));
  expect(b.services.ledger.recorded.size).toBe(1);
  expect(settingsOf(b.services.ledger.snapshot().context).name).toBe('The attic');
  const attic = workbook(b).which;
  await b.store.dispatch(openWorkbook('own'));
  expect(b.services.ledger.recorded.size).toBe(room.length);
  await b.store.dispatch(openWorkbook('demo'));
  // The demo stands on no shelf, and what was open before it is found again.
  expect((await b.shelf.list()).map(({ id }) => id).sort()).toEqual([attic, 'own'].sort());
  await b.shelf.put({ ...(await book(b, attic)), opened: '2026-03-11T00:00:00.000Z' });
  await b.store.dispatch(openOwn());
  expect(workbook(b).which).toBe(attic);
});

test('emptied is not gone: every entry can be taken back, until a month has passed', async () => {
  const b = await withRoom();
  expect(await b.store.dispatch(beginAnew([]))).toEqual({ ok: true, value: 0 });
  expect(b.services.ledger.recorded.size).toBe(0);
  expect(workbook(b).which).not.toBe('own');
  expect((await book(b, 'own')).state).toBe('emptied');
  // It is not opened by itself; taken back it is whole.
  await b.store.dispatch(openWorkbook('demo'));
  await b.store.dispatch(openOwn());
  expect(b.services.ledger.recorded.size).toBe(0);
  await dropOld(b.shelf, NOW + (KEPT_DAYS - 1) * DAY_MS);
  await b.store.dispatch(setShelved('own', 'inUse'));
  await b.store.dispatch(openWorkbook('own'));
  expect(b.services.ledger.recorded.size).toBe(room.length);
  // Nor is one in use ever taken away, however old it is; an emptied one is, with what is in it.
  await dropOld(b.shelf, NOW + 400 * DAY_MS);
  expect((await book(b, 'own')).state).toBe('inUse');
  await b.store.dispatch(beginAnew([]));
  await dropOld(b.shelf, NOW + (KEPT_DAYS + 1) * DAY_MS);
  expect((await shelf(b)).some(([, , state]) => state === 'emptied')).toBe(false);
  expect((await (await b.shelf.open('own')).load()).facts).toEqual([]);
});

test('a file put in place of the workbook leaves the old one to be taken back; where it cannot be read, all stays', async () => {
  const b = await withRoom();
  const file = room.slice(0, 5);
  expect(await b.store.dispatch(beginAnew(file))).toEqual({ ok: true, value: 5 });
  expect(b.services.ledger.recorded.size).toBe(5);
  expect((await book(b, 'own')).entries).toBe(room.length);
  const full = appBench((store) => ({ ...store, replace: () => Promise.reject(new Error('disk full')) }));
  await full.store.dispatch(openOwn());
  await full.store.dispatch(bringIn(room, 'merge'));
  expect(await full.store.dispatch(beginAnew(file))).toMatchObject({ ok: false });
  expect(workbook(full).which).toBe('own');
  expect(full.services.ledger.recorded.size).toBe(room.length);
  expect((await full.shelf.list()).map(({ id, state }) => [id, state])).toEqual([['own', 'inUse']]);
});

test('an empty workbook leaves nothing on the shelf to be taken back', async () => {
  const b = appBench();
  await b.store.dispatch(openOwn());
  await b.store.dispatch(beginAnew(room));
  expect(workbook(b).which).toBe('own');
  expect(await b.shelf.list()).toHaveLength(1);
});

test('put away it is read and not written in, by whatever way; taken up again it is', async () => {
  const b = await withRoom();
  await b.store.dispatch(setShelved('own', 'putAway'));
  const refused = { ok: false, problem: { kind: 'words', words: expect.stringMatching(/put away/) } };
  expect(await b.store.dispatch(record([said]))).toMatchObject(refused);
  expect(await b.store.dispatch(bringIn(room, 'merge'))).toMatchObject({ ok: false });
  // Also after it was opened anew.
  await b.store.dispatch(openWorkbook('demo'));
  expect(workbook(b).away).toBe(false);
  await b.store.dispatch(openWorkbook('own'));
  expect(await b.store.dispatch(record([said]))).toMatchObject(refused);
  expect(b.services.ledger.recorded.size).toBe(room.length);
  // All put away: what is begun next is another one.
  await b.store.dispatch(openWorkbook('demo'));
  await b.store.dispatch(openOwn());
  expect(workbook(b).which).not.toBe('own');
  await b.store.dispatch(setShelved('own', 'inUse'));
  await b.store.dispatch(openWorkbook('own'));
  expect(await b.store.dispatch(record([said]))).toMatchObject({ ok: true });
});

test('a shelf that cannot be had keeps nobody from the workbook; nothing is emptied without it', async () => {
  const b = await withRoom();
  const broken = () => Promise.reject(new Error('no shelf'));
  Object.assign(b.shelf, { list: broken, put: broken });
  await b.store.dispatch(openWorkbook('demo'));
  await b.store.dispatch(openOwn());
  expect(b.services.ledger.recorded.size).toBe(room.length);
  expect(await b.store.dispatch(beginAnew([]))).toMatchObject({ ok: false });
  expect(b.services.ledger.recorded.size).toBe(room.length);
});

test('closed at a day: a new workbook goes on from there, the old one is whole and only read, and both say what is inside', async () => {
  const b = appBench();
  await b.store.dispatch(openOwn());
  const { facts } = knownRoom('2026-03-10T10:00:00.000Z');
  await b.store.dispatch(bringIn(facts, 'replace'));
  const inside = () =>
    ['cyan', 'magenta'].map(
      (id) => inkNow(b.services.ledger.snapshot(), id, '2026-03-10T10:00:00.000Z')!.value,
    );
  const before = inside();
  const at = '2026-01-01T00:00:00.000Z';
  expect(await b.store.dispatch(closeYears('2019-01-01T00:00:00.000Z'))).toMatchObject({ ok: false });
  expect(await b.store.dispatch(closeYears(at))).toMatchObject({ ok: true });
  expect(b.services.ledger.recorded.size).toBeLessThan(facts.length);
  for (const [i, ml] of inside().entries()) expect(ml).toBeCloseTo(before[i]!, 0);
  expect(await b.store.dispatch(record([said]))).toMatchObject({ ok: true });
  // Nothing is written in it to a day of the closed one.
  expect(
    await b.store.dispatch(
      record([{ kind: 'agitated', cartridgeIds: ['cyan'], at: '2025-12-24T10:00:00.000Z' }]),
    ),
  ).toMatchObject({
    ok: false,
    problem: { problems: [{ code: 'beforeBegun' }] },
  });
  expect(await book(b, 'own')).toMatchObject({ state: 'putAway', until: at, entries: facts.length });
  await b.store.dispatch(openWorkbook('own'));
  expect(b.services.ledger.recorded.size).toBe(facts.length);
  expect(inside()).toEqual(before);
  // And it is not closed, nor written in, while it is put away.
  expect(await b.store.dispatch(closeYears(at))).toMatchObject({ ok: false });
});

test('a browser that is full closes nothing: the workbook is as it was', async () => {
  const b = appBench((store) => ({ ...store, replace: () => Promise.reject(new Error('disk full')) }));
  await b.store.dispatch(openOwn());
  const { facts } = knownRoom('2026-03-10T10:00:00.000Z');
  await b.store.dispatch(bringIn(facts, 'merge'));
  expect(await b.store.dispatch(closeYears('2026-01-01T00:00:00.000Z'))).toMatchObject({ ok: false });
  expect((await b.shelf.list()).map(({ id, state }) => [id, state])).toEqual([['own', 'inUse']]);
  expect(b.services.ledger.recorded.size).toBe(facts.length);
  expect(await b.store.dispatch(record([said]))).toMatchObject({ ok: true });
});
