import {
  checkFact,
  extendContext,
  explain,
  factSchema,
  fail,
  FORMAT_VERSION,
  Ledger,
  ok,
  reviveFacts,
  type CheckedBook,
  type Fact,
  type FactDraft,
  type FactProblem,
  type Result,
} from '@hiraeth/core';
import { joinTabs, type TabNews } from '../storage';
import type { Services, Which } from './services';
import type { Thunk } from './store';
import { bookChanged } from './bookReducer';
import { failed, noted, noticed, opened, opening, penChanged } from './workbookSlice';

export type RecordProblem =
  | { readonly kind: 'facts'; readonly problems: readonly FactProblem[] }
  | { readonly kind: 'words'; readonly words: string };

/** Opens one of the two workbooks; the demo is made on first opening and then kept. */
export const openWorkbook =
  (which: Which): Thunk<Promise<void>> =>
  async (dispatch, getState, services) => {
    dispatch(opening(which));
    services.tabs?.close();
    services.store?.close();
    services.tabs = null;
    services.store = null;
    try {
      const store = await services.openStore(which);
      let { facts, notes, format } = await store.load();
      if (which === 'demo' && facts.length === 0) {
        await store.replace(await services.makeDemo(new Date(services.clock.now()).toISOString()));
        ({ facts, notes, format } = await store.load());
      }
      if (getState().workbook.which !== which) return store.close();
      services.store = store;
      const revived = reviveFacts(facts, format);
      if (!revived.ok) {
        store.close();
        return void dispatch(failed(explain({ ...revived.problem, code: 'fileNewer' })));
      }
      services.ledger = Ledger.from(revived.value as Fact[]);
      services.tabs = joinTabs(which, {
        pen: (mine) => dispatch(penChanged(mine)),
        news: (news) => dispatch(follow(news)),
      });
      dispatch(bookChanged(services.ledger.snapshot()));
      dispatch(opened(notes));
    } catch (error) {
      dispatch(
        failed(
          `The workbook could not be opened: ${messageOf(error)}. Reload the page; if it stays so, free some disk space or import your last export into another browser.`,
        ),
      );
    }
  };

const follow =
  (news: TabNews): Thunk<void> =>
  (dispatch, getState, services) => {
    if (news.type === 'noted') return void dispatch(noted(news));
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
  ): Thunk<Promise<Result<readonly Fact[], RecordProblem>>> =>
  (dispatch, getState, services) =>
    inTurn(services, async () => {
      const { workbook } = getState();
      const { store, ledger, clock } = services;
      if (!store || workbook.status !== 'ready')
        return fail({ kind: 'words', words: 'No workbook is open.' });
      if (!workbook.pen)
        return fail({
          kind: 'words',
          words: 'Another tab of this workbook is writing. Close it, or press “Write here”.',
        });
      const facts: Fact[] = [];
      for (const fact of services.stamp(drafts)) {
        const parsed = factSchema.safeParse(fact);
        if (!parsed.success) {
          const issue = parsed.error.issues[0]!;
          return fail({
            kind: 'words',
            words: `${issue.path.join(' › ') || fact.kind}: ${issue.message}. Correct it and try again.`,
          });
        }
        facts.push(parsed.data);
      }
      const problems = facts.flatMap((fact) => checkFact(withDefinitions(ledger, facts), fact, clock.now()));
      if (problems.length > 0) return fail({ kind: 'facts', problems });
      try {
        await store.append(facts);
      } catch (error) {
        return fail({
          kind: 'words',
          words: `Nothing was saved: ${messageOf(error)}. Free some disk space and try again; what you typed is still here.`,
        });
      }
      ledger.add(facts);
      services.tabs?.tell({ type: 'added', facts, format: FORMAT_VERSION });
      dispatch(bookChanged(services.ledger.snapshot()));
      if (saved !== null)
        dispatch(
          noticed({
            text: saved,
            tone: 'fine',
            undo: facts.filter((fact) => fact.kind !== 'voided').map((fact) => fact.id),
          }),
        );
      return ok(facts);
    });

/** Takes facts back; the log keeps both the entry and its withdrawal. */
export const undo =
  (factIds: readonly string[], reason = 'taken back'): Thunk<Promise<void>> =>
  async (dispatch) => {
    const result = await dispatch(
      record(
        [...factIds].reverse().map((factId) => ({ kind: 'voided', factId, reason })),
        null,
      ),
    );
    dispatch(
      noticed(
        result.ok
          ? { text: 'Taken back.', tone: 'fine', undo: [] }
          : { text: 'It could not be taken back.', tone: 'bad', undo: [] },
      ),
    );
  };

/** Puts facts of a file into the workbook, or in place of it. */
export const bringIn =
  (facts: readonly Fact[], how: 'merge' | 'replace'): Thunk<Promise<Result<number, string>>> =>
  (dispatch, getState, services) =>
    inTurn(services, async () => {
      const { store } = services;
      if (!store || !getState().workbook.pen)
        return fail('Another tab of this workbook is writing. Close it, or press “Write here”.');
      try {
        if (how === 'merge') await store.append(facts);
        else await store.replace(facts);
      } catch (error) {
        return fail(`Nothing was changed: ${messageOf(error)}.`);
      }
      if (how === 'merge') services.ledger.add(facts);
      else services.ledger = Ledger.from(facts);
      services.tabs?.tell(
        how === 'merge' ? { type: 'added', facts, format: FORMAT_VERSION } : { type: 'replaced' },
      );
      dispatch(bookChanged(services.ledger.snapshot()));
      return ok(facts.length);
    });

/** Keeps a small thing beside the facts; undefined takes it away. */
export const keepNote =
  (key: string, value: unknown): Thunk<Promise<boolean>> =>
  (dispatch, getState, services) =>
    inTurn(services, async () => {
      if (!services.store || !getState().workbook.pen) return false;
      try {
        await services.store.note(key, value);
      } catch {
        return false;
      }
      dispatch(noted({ key, value }));
      services.tabs?.tell({ type: 'noted', key, value });
      return true;
    });

function inTurn<T>(services: Services, work: () => Promise<T>): Promise<T> {
  const turn = services.queue.then(work, work);
  services.queue = turn.catch(() => undefined);
  return turn;
}

/** The ledger as it will be defined once these facts are in: a bottle may be bought and opened in one go. */
function withDefinitions(ledger: Ledger, facts: readonly Fact[]): CheckedBook {
  const defined = facts.filter((fact) => fact.kind === 'defined');
  if (defined.length === 0) return ledger;
  return {
    context: extendContext(
      ledger.context,
      defined.map((fact) => fact.entity),
    ),
    state: ledger.state,
    recorded: ledger.recorded,
    facts: ledger.facts,
    isVoidedBesides: ledger.isVoidedBesides,
  };
}

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
