import { nameWorkbook } from '@hiraeth/core/acts';
import { closeBefore } from '@hiraeth/core/closing';
import { Ledger, settingsOf } from '@hiraeth/core/ledger';
import { fail, type Result } from '@hiraeth/core/quantity';
import { DAY_MS } from '@hiraeth/core/time';
import type { Fact } from '@hiraeth/core/workbook';
import { tellTabs, type Shelf, type Shelved } from '../storage';
import { noteOnShelf, onShelf } from './onShelf';
import { DEMO, type Services, type Which } from './services';
import type { Thunk } from './store';
import { bringIn, openWorkbook, record } from './thunks';
import { readUnfinished } from './unfinished';
import { awayChanged, isWritten, type WorkbookState } from './workbookSlice';

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

const NOT_KEPT = 'This browser has no place for another workbook. Nothing was changed.';

/** Opens the own workbook that was opened last. */
export const openOwn = (): Thunk<Promise<void>> => async (dispatch, _getState, services) =>
  dispatch(openWorkbook((await ownToOpen(services.shelf)) ?? services.newId('book')));

/** Another workbook, empty, beside those that there are; false: it could not be had. */
export const newWorkbook =
  (name: string): Thunk<Promise<boolean>> =>
  async (dispatch, getState, services) => {
    await dispatch(openWorkbook(services.newId('book')));
    if (getState().workbook.status !== 'ready') return false;
    return (await dispatch(record(nameWorkbook(services.ledger.snapshot(), name).facts))).ok;
  };

/**
 * A new workbook with these facts goes on in place of the open one, which is kept on the shelf; where that cannot be, all is as it
 * was. Other tabs of it go along: none goes on writing in what was left.
 */
const goOnWith =
  (facts: readonly Fact[], kept: Pick<Shelved, 'state' | 'until'>): Thunk<Promise<Result<number, string>>> =>
  async (dispatch, getState, services) => {
    const { which } = getState().workbook;
    const before = await bookOnShelf(services, getState().workbook);
    if (!before || !(await put(services, { ...before, ...kept }))) return fail(NOT_KEPT);
    const anew = services.newId('book');
    await dispatch(openWorkbook(anew));
    const done =
      getState().workbook.status === 'ready' ? await dispatch(bringIn(facts, 'replace')) : fail(NOT_KEPT);
    if (done.ok) {
      await noteOnShelf(services, getState().workbook);
      tellTabs(which, { type: 'moved', to: anew });
    } else {
      await services.shelf.put(before).catch(() => undefined);
      await dispatch(openWorkbook(which));
      await services.shelf.drop(anew).catch(() => undefined);
    }
    return done;
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
    return dispatch(goOnWith(facts, { state: 'emptied' }));
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
    if (workbook.which === DEMO) return fail('The demo is not closed: open a workbook of your own.');
    if (!isWritten(workbook)) return fail('This workbook is not being written here. Take it up again first.');
    if (readUnfinished(workbook.notes, 'bench')?.rehearsal === false)
      return fail('A refill is begun on the bench. Go on with it to its end, or leave it off; then close.');
    const { facts, context } = services.ledger.snapshot();
    const earlier = facts.filter((fact) => fact.at <= at);
    if (!earlier.some(({ kind }) => kind !== 'defined'))
      return fail(`Nothing happened before ${at.slice(0, 10)}: there is nothing to close.`);
    const then = await Ledger.slowly(earlier, () => services.breathe());
    const { kept, carried } = closeBefore(then.snapshot(), facts, at, settingsOf(context).name);
    return dispatch(goOnWith([...kept, ...services.stamp([carried])], { state: 'putAway', until: at }));
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
    const book = isOpen ? await bookOnShelf(services, getState().workbook) : await onShelf(services, id);
    if (!book || !(await put(services, { ...book, state }))) return false;
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

/** The open workbook as it stands on the shelf, noted anew. */
async function bookOnShelf(services: Services, workbook: WorkbookState): Promise<Shelved | undefined> {
  await noteOnShelf(services, workbook);
  return onShelf(services, workbook.which);
}

/** Stands there so from now on; false: the browser has no place for it. */
const put = (services: Services, book: Shelved): Promise<boolean> =>
  services.shelf.put({ ...book, since: new Date(services.clock.now()).toISOString() }).then(
    () => true,
    () => false,
  );
