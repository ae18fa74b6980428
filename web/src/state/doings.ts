import { takeBack } from '@hiraeth/core/acts';
import type { Ledger } from '@hiraeth/core/ledger';
import { DOINGS_NOTE, readDoings, type Doing } from './doingsNote';
import type { Thunk } from './store';
import { record } from './thunks';
import { noticed } from './workbookSlice';

type Said = Pick<Ledger, 'recorded' | 'isVoided'>;
const stands = (ledger: Said, { ids }: Doing): boolean =>
  ids.some((id) => ledger.recorded.has(id) && !ledger.isVoided(id));

/** What Ctrl Z takes back: the last thing done that still stands; null: nothing is left. */
export const lastStanding = (ledger: Said, doings: readonly Doing[]): Doing | null =>
  doings.findLast((doing) => stands(ledger, doing)) ?? null;

/** What Ctrl Shift Z does again: the first of those that were taken back since; null: none was. */
export function firstTaken(ledger: Said, doings: readonly Doing[]): Doing | null {
  const last = doings.findLastIndex((doing) => stands(ledger, doing));
  const doing = doings[last + 1];
  return doing && voidsOf(ledger, doing).length > 0 ? doing : null;
}

/** The entries that took a doing back, as far as they hold. */
function voidsOf(ledger: Said, { ids }: Doing): readonly string[] {
  const of = new Set(ids);
  return ledger.recorded
    .values()
    .filter((fact) => fact.kind === 'voided' && of.has(fact.factId) && !ledger.isVoided(fact.id))
    .map(({ id }) => id);
}

/** A second press within this time does what the first one said, ms. */
const SURE_MS = 9000;
let asked: { readonly what: 'back' | 'again'; readonly doing: Doing; readonly at: number } | null = null;

/** Says what a key would take back, or do again; pressed once more it is done. */
export const turn =
  (what: 'back' | 'again'): Thunk<Promise<void>> =>
  async (dispatch, getState, services) => {
    const { ledger, clock } = services;
    const doings = readDoings(getState().workbook.notes[DOINGS_NOTE]);
    const doing = what === 'back' ? lastStanding(ledger, doings) : firstTaken(ledger, doings);
    if (!doing) {
      asked = null;
      const text =
        what === 'back' ? 'Nothing of this device is left to take back.' : 'Nothing was taken back just now.';
      return void dispatch(noticed({ text, tone: 'fine', undo: [] }));
    }
    const isSure =
      asked?.what === what && asked.doing.ids.join() === doing.ids.join() && clock.now() - asked.at < SURE_MS;
    if (!isSure) {
      asked = { what, doing, at: clock.now() };
      const words = what === 'back' ? `Take back: ${doing.words}?` : `Once more: ${doing.words}?`;
      return void dispatch(noticed({ text: words, tone: 'fine', undo: [], turn: what }));
    }
    asked = null;
    const standing = doing.ids.filter((id) => !ledger.isVoided(id));
    const facts = what === 'back' ? takeBack(standing) : takeBack(voidsOf(ledger, doing), 'done again');
    const done = await dispatch(record(facts, null));
    dispatch(
      noticed(
        done.ok
          ? {
              text: what === 'back' ? `Taken back: ${doing.words}.` : `Done again: ${doing.words}.`,
              tone: 'fine',
              undo: [],
            }
          : {
              text: 'It could not be done: something else builds on it. Every entry stands under Workbook.',
              tone: 'bad',
              undo: [],
            },
      ),
    );
  };
