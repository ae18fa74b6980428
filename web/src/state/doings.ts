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

/** Says what a key would take back, or do again; pressed once more it is done. */
export const turn =
  (what: 'back' | 'again'): Thunk<Promise<void>> =>
  async (dispatch, getState, services) => {
    const { ledger } = services;
    const doings = readDoings(getState().workbook.notes[DOINGS_NOTE]);
    const doing = what === 'back' ? lastStanding(ledger, doings) : firstTaken(ledger, doings);
    const say = (text: string, more: { readonly turn?: typeof what; readonly tone?: 'bad' } = {}): void =>
      void dispatch(noticed({ text, tone: 'fine', undo: [], ...more }));
    if (!doing)
      return say(
        what === 'back' ? 'Nothing of this device is left to take back.' : 'Nothing was taken back just now.',
      );
    const asked = what === 'back' ? `Take back: ${doing.words}?` : `Once more: ${doing.words}?`;
    // As long as the question stands, a second press is the answer.
    const { notice } = getState().workbook;
    if (notice?.turn !== what || notice.text !== asked) return say(asked, { turn: what });
    const facts =
      what === 'back'
        ? takeBack(doing.ids.filter((id) => !ledger.isVoided(id)))
        : takeBack(voidsOf(ledger, doing), 'done again');
    const done = await dispatch(record(facts, null));
    if (done.ok) say(`${what === 'back' ? 'Taken back' : 'Done again'}: ${doing.words}.`);
    else
      say('It could not be done: something else builds on it. Every entry stands under Workbook.', {
        tone: 'bad',
      });
  };
