import { nameWorkbook } from '@hiraeth/core/acts';
import { ok, fail, type Result } from '@hiraeth/core/quantity';
import { DAY_MS } from '@hiraeth/core/time';
import type { Fact } from '@hiraeth/core/workbook';
import type { Shelf, Shelved } from '../storage';
import { noteOnShelf, onShelf } from './onShelf';
import { DEMO, type Which } from './services';
import type { Thunk } from './store';
import { bringIn, openWorkbook, record } from './thunks';
import { awayChanged } from './workbookSlice';

/** How long an emptied workbook is kept, in case it was not meant. */
export const KEPT_DAYS = 31;

const FIRST: Which = 'own';

/** The own workbook to go on with: the one that was opened last, of those in use; the first one for somebody new. */
export async function ownToOpen(shelf: Shelf): Promise<Which | null> {
  const books = await shelf.list().catch((): readonly Shelved[] => []);
  const inUse = books.filter(({ state }) => state === 'inUse');
  if (inUse.length > 0) return inUse.reduce((a, b) => (b.opened > a.opened ? b : a)).id;
  return books.some(({ id }) => id === FIRST) ? null : FIRST;
}

/** Opens the own workbook that was opened last. */
export const openOwn = (): Thunk<Promise<void>> => async (dispatch, _getState, services) =>
  dispatch(openWorkbook((await ownToOpen(services.shelf)) ?? services.newId('book')));

/** Another workbook, empty, beside those that there are. */
export const newWorkbook =
  (name: string): Thunk<Promise<void>> =>
  async (dispatch, _getState, services) => {
    await dispatch(openWorkbook(services.newId('book')));
    await dispatch(record(nameWorkbook(services.ledger.snapshot(), name).facts));
  };

/**
 * Puts facts in place of the open workbook, or nothing: a workbook of one's own that had entries is kept for a month, and can be
 * taken back until then. The demo is only made anew.
 */
export const beginAnew =
  (facts: readonly Fact[]): Thunk<Promise<Result<number, string>>> =>
  async (dispatch, getState, services) => {
    const { which, pen } = getState().workbook;
    if (which === DEMO || services.ledger.recorded.size === 0) return dispatch(bringIn(facts, 'replace'));
    if (!pen) return fail('Another tab of this workbook is writing. Close it, or press “Write here”.');
    await noteOnShelf(services, getState().workbook);
    const before = await onShelf(services, which);
    if (!before) return fail('This browser does not let it be kept aside. Nothing was changed.');
    const aside: Shelved = { ...before, state: 'emptied', since: nowOf(services.clock) };
    await services.shelf.put(aside);
    await dispatch(openWorkbook(services.newId('book')));
    const anew = getState().workbook.which;
    const done = facts.length > 0 ? await dispatch(bringIn(facts, 'replace')) : ok(0);
    if (done.ok) await noteOnShelf(services, getState().workbook);
    else {
      await services.shelf.put(before);
      await dispatch(openWorkbook(which));
      await services.shelf.drop(anew).catch(() => undefined);
    }
    return done;
  };

/**
 * Puts a workbook away, to be read only; or takes it up again, also one that was emptied.
 *
 * @returns whether the shelf has noted it
 */
export const setShelved =
  (id: Which, state: Shelved['state']): Thunk<Promise<boolean>> =>
  async (dispatch, getState, services) => {
    const isOpen = getState().workbook.which === id;
    // One that was only just begun may not stand there yet.
    if (isOpen) await noteOnShelf(services, getState().workbook);
    const book = await onShelf(services, id);
    if (!book) return false;
    try {
      await services.shelf.put({ ...book, state, since: nowOf(services.clock) });
    } catch {
      return false;
    }
    if (isOpen) dispatch(awayChanged(state === 'putAway'));
    return true;
  };

/** Takes off the shelf, for good, what was emptied longer ago than it is kept. */
export async function dropOld(shelf: Shelf, nowMs: number): Promise<void> {
  const least = new Date(nowMs - KEPT_DAYS * DAY_MS).toISOString();
  for (const { id, state, since } of await shelf.list())
    if (state === 'emptied' && since < least) await shelf.drop(id);
}

const nowOf = (clock: { now(): number }): string => new Date(clock.now()).toISOString();
