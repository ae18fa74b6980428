import { takeBack } from '@hiraeth/core/acts';
import { accountSlowly, printerCost } from '@hiraeth/core/cost';
import {
  all,
  fitSlowly,
  keepHeadInSlices,
  Ledger,
  reviveHeadInSlices,
  type Book,
  type LogSnapshot,
} from '@hiraeth/core/ledger';
import { cartridgeView, printerAdvice } from '@hiraeth/core/advice';
import { metProblems, readyFacts, type FactProblem } from '@hiraeth/core/check';
import { explain } from '@hiraeth/core/words';
import { FORMAT_VERSION, reviveFacts, type Fact, type FactDraft } from '@hiraeth/core/workbook';
import { fail, ok, type Result } from '@hiraeth/core/quantity';
import { failureWords, joinTabs, MOST_SINCE, type Kept, type TabNews } from '../storage';
import { DOINGS_NOTE, readDoings, withDoing } from './doingsNote';
import { hourOf } from './hourOf';
import { noteOnShelf, onShelf } from './onShelf';
import { DEMO, type Services, type Which } from './services';
import type { Thunk } from './store';
import { bookChanged } from './bookReducer';
import {
  awayChanged,
  failed,
  noted,
  notesGone,
  noticed,
  opened,
  opening,
  penChanged,
  progressed,
  shown,
  type WorkbookState,
} from './workbookSlice';

export type RecordProblem =
  | { readonly kind: 'facts'; readonly problems: readonly FactProblem[] }
  | { readonly kind: 'words'; readonly words: string };

const PUT_AWAY =
  'This workbook is put away: it is read, and not written in. Take it up again under Workbook, Workbooks.';

/** What a record was refused for, in words. */
export const wordsOf = (problem: RecordProblem): string =>
  problem.kind === 'words' ? problem.words : problem.problems.map(explain).join(' ');

/** Facts folded between two chances to breathe, and how often the page is told how far it is. */
const SLICE = 500;
const TOLD_EVERY = 5000;
/** More facts than these are folded in slices. */
const MANY = 500;

/** Opens one of the two workbooks; the demo is made on first opening and then kept. */
export const openWorkbook =
  (which: Which): Thunk<Promise<void>> =>
  (dispatch, _getState, services) =>
    (services.opening = dispatch(open(which)));

const open =
  (which: Which): Thunk<Promise<void>> =>
  async (dispatch, getState, services) => {
    await noteOnShelf(services, getState().workbook);
    dispatch(opening(which));
    services.tabs?.close();
    services.store?.close();
    services.tabs = null;
    services.store = null;
    try {
      const store = await services.openStore(which, () =>
        dispatch(
          failed(
            'Another tab holds an older version of this workbook open. Close it: this page then goes on by itself.',
          ),
        ),
      );
      const shelved = await onShelf(services, which);
      const kept = await store.kept(services.build).catch(() => null);
      const head = kept && (await revive(kept, services.breathe));
      if (head && getState().workbook.which === which) {
        dispatch(bookChanged(atOnce(head)));
        dispatch(shown());
      }
      let told = 0;
      const reading = (read: number, of: number): void => {
        if (read - told < TOLD_EVERY) return;
        told = read;
        dispatch(progressed({ what: 'reading', done: read, of }));
      };
      const loaded = await store.load(reading);
      const { notes } = loaded;
      let { facts, format } = loaded;
      if (which === DEMO && facts.length === 0) {
        facts = await services.makeDemo(new Date(services.clock.now()).toISOString());
        await store.replace(facts);
        // As they were written: they need not be read again.
        format = FORMAT_VERSION;
      }
      if (getState().workbook.which !== which) return store.close();
      services.store = store;
      const revived = reviveFacts(facts, format);
      if (!revived.ok) {
        store.close();
        return void dispatch(failed(explain({ ...revived.problem, code: 'fileNewer' })));
      }
      // Kept at hand: whatever fails from here on, they can be exported.
      services.rescued = revived.value as Fact[];
      const ledger = await Ledger.slowly(
        services.rescued,
        async (done, of) => {
          await services.breathe();
          if (done % TOLD_EVERY === 0) dispatch(progressed({ what: 'folding', done, of }));
        },
        SLICE,
      );
      await fitSlowly(ledger.snapshot(), services.breathe);
      // Another workbook was opened meanwhile: this one is nobody's.
      if (services.store !== store) return;
      services.ledger = ledger;
      services.tabs = joinTabs(which, {
        pen: (mine) => dispatch(penChanged(mine)),
        news: (news) => dispatch(follow(news)),
      });
      dispatch(bookChanged(services.ledger.snapshot()));
      dispatch(opened(notes));
      dispatch(awayChanged(shelved?.state === 'putAway'));
      await noteOnShelf(services, getState().workbook, true);
      services.keptOf = head && kept && kept.since.length <= KEEP_AFTER ? ledger.base().state : null;
      dispatch(settle());
    } catch (error) {
      // Its store was closed under it, for another workbook: nobody waits for this one.
      if (getState().workbook.which !== which) return;
      dispatch(failed(`The workbook could not be opened: ${failureWords(error)}.`));
    }
  };

/** A piece in each turn: what was kept of ten years is not read in one. */
async function revive({ text, since }: Kept, breathe: Services['breathe']): Promise<Book | null> {
  const steps = reviveHeadInSlices(text, since);
  for (;;) {
    const step = steps.next();
    await breathe();
    if (step.done) return step.value;
  }
}

/** What was kept, until the log is read: it is shown, and nothing is asked of its past. */
const atOnce = (head: Book): LogSnapshot => ({
  ...head,
  facts: [],
  log: [],
  aside: [],
  saidApart: () => [],
  review: () => undefined,
  revision: 0,
  isVoided: () => false,
});

/** A smaller workbook is folded faster than one notices. */
const KEPT_FROM = 2000;

/** With more facts since it was kept than these, it is kept anew after opening: long before they are too many. */
const KEEP_AFTER = MOST_SINCE / 4;

/**
 * When nothing was asked for a while: writes the accounts that the places ask for, so that they open at once; and keeps what is true
 * beside the facts, so that the next opening shows it at once with what came since. Both only save time: a full disk is no matter.
 */
const settle = (): Thunk<void> => (_dispatch, getState, services) => {
  if (services.ledger.facts.length < KEPT_FROM) return;
  services.later(() => {
    const { book } = getState();
    const hour = hourOf(new Date(services.clock.now()).toISOString());
    void inTurn(services, () => keep(services, getState().workbook));
    void accountSlowly(book, hour, services.breathe);
  });
};

/** Keeps it, unless what was kept is still the one to go on from. */
async function keep(services: Services, { whole, pen }: WorkbookState): Promise<void> {
  const { ledger, store } = services;
  if (!whole || !pen || !store) return;
  const base = ledger.base();
  // The base moves on every few hundred facts; and one that something reached behind was folded anew.
  if (services.keptOf === base.state) return;
  await fitSlowly(base, services.breathe);
  const pieces: string[] = [];
  for (const piece of keepHeadInSlices(base)) {
    pieces.push(piece);
    await services.breathe();
  }
  if (services.ledger !== ledger) return;
  await store.keep(services.build, pieces.join('')).then(
    () => (services.keptOf = base.state),
    () => undefined,
  );
}

const follow =
  (news: TabNews): Thunk<void> =>
  (dispatch, getState, services) => {
    if (news.type === 'noted') return void dispatch(noted(news));
    if (news.type === 'away') return void dispatch(awayChanged(news.away));
    if (news.type === 'moved') return void dispatch(openWorkbook(news.to));
    if (news.type === 'added') {
      const revived = reviveFacts(news.facts, news.format);
      if (!revived.ok) return void dispatch(failed('Another tab runs a newer version. Reload this page.'));
      services.ledger.add(revived.value as Fact[]);
      return void dispatch(bookChanged(services.ledger.snapshot()));
    }
    void dispatch(openWorkbook(getState().workbook.which));
  };

/**
 * Records what happened: stamped, checked, written, and only then shown. "Saved" is never said before the transaction
 * has completed; what cannot be recorded changes nothing.
 */
export const record =
  (
    drafts: readonly FactDraft[],
    saved: string | null = null,
    beside: (facts: readonly Fact[]) => Readonly<Record<string, unknown>> = () => ({}),
  ): Thunk<Promise<Result<readonly Fact[], RecordProblem>>> =>
  (dispatch, getState, services) =>
    inTurn(services, async () => {
      const { workbook } = getState();
      const { store, ledger, clock } = services;
      if (!store || workbook.status !== 'ready')
        return fail({ kind: 'words', words: 'No workbook is open.' });
      if (workbook.away) return fail({ kind: 'words', words: PUT_AWAY });
      if (!workbook.pen)
        return fail({
          kind: 'words',
          words: 'Another tab of this workbook is writing. Close it, or press “Write here”.',
        });
      const ready = readyFacts(ledger, services.stamp(drafts), clock.now());
      if (!ready.ok)
        return fail(
          ready.problem.kind === 'facts'
            ? ready.problem
            : {
                kind: 'words',
                words: `${ready.problem.where}: ${ready.problem.message}. Correct it and try again.`,
              },
        );
      const facts = ready.value;
      // Fold first, write then: what cannot be worked in is never stored.
      const now = new Date(clock.now()).toISOString();
      const anew = ledger.reach(facts) > FAR ? await foldAnew(services, facts) : null;
      const why = anew
        ? await whyNot(anew, facts, now, services.breathe)
        : ledger.probe(facts, (book) => readAll(book, now));
      if (why !== null)
        return fail({ kind: 'facts', problems: [{ severity: 'stop', code: 'cannotFold', why }] });
      const done = facts.filter((fact) => fact.kind !== 'voided').map(({ id }) => id);
      const notes = {
        ...beside(facts),
        ...(saved !== null && done.length > 0
          ? {
              [DOINGS_NOTE]: withDoing(readDoings(workbook.notes[DOINGS_NOTE]), {
                ids: done,
                words: saved.replace(/^Saved(:| for)? /, '').replace(/\.$/, ''),
              }),
            }
          : {}),
      };
      try {
        await store.append(facts, notes);
      } catch (error) {
        return fail({ kind: 'words', words: `Nothing was saved: ${failureWords(error)}.` });
      }
      for (const [key, value] of Object.entries(notes)) {
        dispatch(noted({ key, value }));
        services.tabs?.tell({ type: 'noted', key, value });
        services.room?.note(key, value);
      }
      if (anew) services.ledger = anew;
      else ledger.add(facts);
      services.tabs?.tell({ type: 'added', facts, format: FORMAT_VERSION });
      services.room?.tell(facts);
      dispatch(bookChanged(services.ledger.snapshot()));
      dispatch(settle());
      if (saved !== null)
        dispatch(
          noticed({
            text: saved,
            tone: 'fine',
            undo: done,
          }),
        );
      return ok(facts);
    });

/** More facts than these are folded anew in slices, beside the ledger that is shown meanwhile. */
const FAR = 5000;

async function foldAnew({ ledger, breathe }: Services, facts: readonly Fact[]): Promise<Ledger> {
  const all = [...ledger.recorded.values(), ...facts];
  const anew = await Ledger.slowly(all, () => breathe(), SLICE);
  await fitSlowly(anew.snapshot(), breathe);
  return anew;
}

/** Why these cannot be worked in, where they cannot; what they change is read, too, as every place would. */
async function whyNot(
  ledger: Ledger,
  facts: readonly Fact[],
  now: string,
  breathe: Services['breathe'],
): Promise<string | null> {
  const book = ledger.snapshot();
  const bad = book.aside.find(({ fact }) => facts.some(({ id }) => id === fact.id));
  if (bad) return bad.why;
  if (facts.every(({ kind }) => kind === 'voided')) return null;
  try {
    await accountSlowly(book, now, breathe);
    readAll(book, now);
    return null;
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}

/** Takes facts back; the log keeps both the entry and its withdrawal. */
export const undo =
  (factIds: readonly string[], reason = 'taken back'): Thunk<Promise<void>> =>
  async (dispatch) => {
    const result = await dispatch(record(takeBack(factIds, reason), null));
    dispatch(
      noticed(
        result.ok
          ? { text: 'Taken back.', tone: 'fine', undo: [] }
          : { text: `It could not be taken back. ${wordsOf(result.problem)}`, tone: 'bad', undo: [] },
      ),
    );
  };

/** Facts of another device, which has told the others itself. */
export const meetFacts = (facts: readonly Fact[]): Thunk<Promise<Result<number, string>>> =>
  takeIn(facts, 'merge', false);

/** Puts facts of a file into the workbook, or in place of it. */
export const bringIn = (
  facts: readonly Fact[],
  how: 'merge' | 'replace',
): Thunk<Promise<Result<number, string>>> => takeIn(facts, how, true);

/** What did not fit when something was joined: from when on, and which entries. */
export const MET_NOTE = 'met';
export interface Met {
  readonly since: string;
  readonly ids: readonly string[];
}
export const metOf = (note: unknown): Met | null =>
  typeof note === 'object' && note !== null && 'since' in note && 'ids' in note ? (note as Met) : null;
/** A longer stretch of the log than this is not gone over while somebody waits: about a second. */
const MOST_LOOKED_OVER = 20_000;

/** Looks over what was joined, and all after it: what does not fit is kept to be asked about. */
const lookOver =
  (joined: readonly Fact[]): Thunk<Promise<void>> =>
  async (dispatch, getState, { ledger, store, clock }) => {
    // What a thing is defined as was never odd by itself, however long ago.
    const said = joined.filter(({ kind }) => kind !== 'defined');
    if (said.length === 0) return;
    const since = said.reduce((least, { at }) => (at < least ? at : least), said[0]!.at);
    const from = ledger.facts.findIndex(({ at }) => at >= since);
    if (from < 0 || ledger.facts.length - from > MOST_LOOKED_OVER) return;
    const ids = metProblems(ledger.snapshot(), since, clock.now()).flatMap(({ facts }) =>
      facts.map(({ id }) => id),
    );
    if (ids.length === 0) return;
    const before = metOf(getState().workbook.notes[MET_NOTE]);
    const value: Met = {
      since: before && before.since < since ? before.since : since,
      ids: [...new Set([...(before?.ids ?? []), ...ids])],
    };
    await store!.note(MET_NOTE, value);
    dispatch(noted({ key: MET_NOTE, value }));
  };

const takeIn =
  (
    facts: readonly Fact[],
    how: 'merge' | 'replace',
    passedOn: boolean,
  ): Thunk<Promise<Result<number, string>>> =>
  (dispatch, getState, services) =>
    inTurn(services, async () => {
      const { store } = services;
      if (getState().workbook.away) return fail(PUT_AWAY);
      if (!store || !getState().workbook.pen)
        return fail('Another tab of this workbook is writing. Close it, or press “Write here”.');
      try {
        if (how === 'merge') await store.append(facts);
        else {
          await store.replace(facts);
          dispatch(notesGone());
        }
      } catch (error) {
        return fail(`Nothing was changed: ${failureWords(error)}.`);
      }
      if (how === 'merge' && facts.length < MANY) services.ledger.add(facts);
      else {
        const all = how === 'merge' ? [...services.ledger.recorded.values(), ...facts] : facts;
        services.ledger = await Ledger.slowly(all, () => services.breathe(), SLICE);
        await fitSlowly(services.ledger.snapshot(), services.breathe);
      }
      services.tabs?.tell(
        how === 'merge' ? { type: 'added', facts, format: FORMAT_VERSION } : { type: 'replaced' },
      );
      if (how === 'merge') await dispatch(lookOver(facts));
      if (passedOn && how === 'merge') services.room?.tell(facts);
      dispatch(bookChanged(services.ledger.snapshot()));
      dispatch(settle());
      return ok(facts.length);
    });

/** Keeps a small thing beside the facts; undefined takes it away. */
export const keepNote =
  (key: string, value: unknown): Thunk<Promise<boolean>> =>
  (dispatch, getState, services) =>
    inTurn(services, async () => {
      if (!services.store || !getState().workbook.pen) {
        dispatch(
          noticed({
            text: 'Another tab of this workbook is writing. Close it, or press “Write here”.',
            tone: 'bad',
            undo: [],
          }),
        );
        return false;
      }
      try {
        await services.store.note(key, value);
      } catch (error) {
        dispatch(noticed({ text: `It could not be kept: ${failureWords(error)}.`, tone: 'bad', undo: [] }));
        return false;
      }
      dispatch(noted({ key, value }));
      services.tabs?.tell({ type: 'noted', key, value });
      services.room?.note(key, value);
      return true;
    });

/** Something begun, as it stands at another device of the room. */
export const meetNote =
  (key: string, value: unknown): Thunk<Promise<void>> =>
  (dispatch, _getState, services) =>
    inTurn(services, async () => {
      await services.store?.note(key, value).catch(() => undefined);
      dispatch(noted({ key, value }));
      services.tabs?.tell({ type: 'noted', key, value });
    });

function inTurn<T>(services: Services, work: () => Promise<T>): Promise<T> {
  const after = () => services.opening.then(work);
  const turn = services.queue.then(after, after);
  services.queue = turn.catch(() => undefined);
  return turn;
}

/** What the places ask of a workbook: a changed definition must leave all of it readable. */
function readAll(book: Book, at: string): void {
  for (const printer of all(book.context, 'printer')) {
    printerAdvice(book, printer.id, at);
    printerCost(book, printer.id, at);
  }
  for (const cartridge of all(book.context, 'cartridge')) cartridgeView(book, cartridge.id, at);
}
