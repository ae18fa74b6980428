import { nameWorkbook } from '@hiraeth/core/acts';
import { closeBefore } from '@hiraeth/core/closing';
import { Ledger, settingsOf } from '@hiraeth/core/ledger';
import { fail, type Result } from '@hiraeth/core/quantity';
import { DAY_MS } from '@hiraeth/core/time';
import type { Fact } from '@hiraeth/core/workbook';
import { tellTabs, type Shelf, type Shelved } from '../storage';
import { noteOnShelf, onShelf } from './onShelf';
import { DEMO, type Which } from './services';
import type { Thunk } from './store';
import { bringIn, openWorkbook, record } from './thunks';
import { readUnfinished } from './unfinished';
import { awayChanged, isWritten } from './workbookSlice';

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

const UNOPENED = fail('This browser has no place for another workbook. Nothing was changed.');

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
    const anew = services.newId('book');
    await dispatch(openWorkbook(anew));
    const done =
      getState().workbook.status === 'ready' ? await dispatch(bringIn(facts, 'replace')) : UNOPENED;
    if (done.ok) {
      await noteOnShelf(services, getState().workbook);
      goAlong(which, anew);
    } else {
      await services.shelf.put(before);
      await dispatch(openWorkbook(which));
      await services.shelf.drop(anew).catch(() => undefined);
    }
    return done;
  };

/**
 * Closes what lies before an instant: a new workbook goes on from there with balances in place of the past, and this one is put away,
 * whole, to be read.
 *
 * @param at UTC instant
 * @returns entries of the new one
 */
export const closeYears =
  (at: string): Thunk<Promise<Result<number, string>>> =>
  async (dispatch, getState, services) => {
    const { workbook } = getState();
    const { which } = workbook;
    if (which === DEMO) return fail('The demo is not closed: open a workbook of your own.');
    if (!isWritten(workbook)) return fail('This workbook is not being written here. Take it up again first.');
    if (readUnfinished(workbook.notes, 'bench')?.rehearsal === false)
      return fail('A refill is begun on the bench. Go on with it to its end, or leave it off; then close.');
    const facts = services.ledger.snapshot().facts;
    const earlier = facts.filter((fact) => fact.at <= at);
    if (!earlier.some(({ kind }) => kind !== 'defined'))
      return fail(`Nothing happened before ${at.slice(0, 10)}: there is nothing to close.`);
    const closed = settingsOf(services.ledger.snapshot().context).name;
    const then = await Ledger.slowly(earlier, () => services.breathe());
    const { kept, carried } = closeBefore(then.snapshot(), facts, at, closed);
    const next = [...kept, ...services.stamp([carried])];
    await noteOnShelf(services, workbook);
    const anew = services.newId('book');
    await dispatch(openWorkbook(anew));
    const done = getState().workbook.status === 'ready' ? await dispatch(bringIn(next, 'replace')) : UNOPENED;
    const book = await onShelf(services, which);
    if (!done.ok || !book) {
      await dispatch(openWorkbook(which));
      await services.shelf.drop(anew).catch(() => undefined);
      return done.ok ? fail('This browser does not let it be noted. Nothing was changed.') : done;
    }
    await noteOnShelf(services, getState().workbook);
    await services.shelf.put({ ...book, state: 'putAway', since: nowOf(services.clock), until: at });
    goAlong(which, anew);
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
    if (isOpen) {
      const away = state === 'putAway';
      dispatch(awayChanged(away));
      services.tabs?.tell({ type: 'away', away });
    }
    return true;
  };

/** Takes off the shelf, for good, what was emptied longer ago than it is kept. */
export async function dropOld(shelf: Shelf, nowMs: number): Promise<void> {
  const least = new Date(nowMs - KEPT_DAYS * DAY_MS).toISOString();
  for (const { id, state, since } of await shelf.list())
    if (state === 'emptied' && since < least) await shelf.drop(id);
}

/** Other tabs that show a workbook which was left go along: none goes on writing in it. */
const goAlong = (from: Which, to: Which): void => tellTabs(from, { type: 'moved', to });

const nowOf = (clock: { now(): number }): string => new Date(clock.now()).toISOString();
