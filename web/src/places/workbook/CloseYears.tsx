import { howMany } from '@hiraeth/core/words';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { tooFewSince } from '@hiraeth/core/closing';
import { Pick } from '../../parts/fields';
import { day } from '../../parts/dates';
import { useLedger, useNow } from '../../state/hooks';
import { closeYears } from '../../state/shelf';
import { useAppDispatch } from '../../state/store';
import { noticed } from '../../state/workbookSlice';

/** First days of the years here that have something before them, the latest first. */
function yearsOf(first: string | undefined, now: string): string[] {
  if (!first) return [];
  const years: string[] = [];
  for (let year = new Date(now).getFullYear(); ; year--) {
    const start = new Date(year, 0, 1).toISOString();
    if (start <= first) return years;
    years.push(start);
  }
}

/** Years that are over become a workbook of their own, to be read; the one in use stays small. */
export function CloseYears() {
  const ledger = useLedger();
  const now = useNow();
  const dispatch = useAppDispatch();
  const { facts, state } = ledger;
  const years = useMemo(
    () =>
      yearsOf(
        facts.find(
          ({ kind, at }) => kind !== 'defined' && kind !== 'purchased' && at > (state.begins?.at ?? ''),
        )?.at,
        now.slice(0, 10),
      ),
    [facts, state, now.slice(0, 10)], // eslint-disable-line react-hooks/exhaustive-deps
  );
  // A whole year stays, at least, from which use is known.
  const [chosen, setChosen] = useState<string | null>(null);
  const at = chosen ?? years[1] ?? years[0];
  const [busy, setBusy] = useState(false);
  if (!at) return null;
  const before = facts.filter((fact) => fact.at <= at).length;
  const few = tooFewSince(ledger, at);
  const close = async (): Promise<void> => {
    setBusy(true);
    const done = await dispatch(closeYears(at));
    setBusy(false);
    dispatch(
      noticed(
        done.ok
          ? {
              text: `Closed: this workbook goes on from ${day(at)} with ${howMany(done.value, 'entry', 'entries')}; all that was before is put away, under Workbooks.`,
              tone: 'fine',
              undo: [],
            }
          : { text: done.problem, tone: 'bad', undo: [] },
      ),
    );
  };
  return (
    <section className="section stack" aria-label="Close years">
      <header>
        <h2>Close years that are over</h2>
      </header>
      <p>
        {before} of {howMany(facts.length, 'entry', 'entries')} {before === 1 ? 'is' : 'are'} from before{' '}
        {day(at)}. Closed, all of this workbook is put away, to be read and exported as its own file; a new
        one goes on from that day with what was in every cartridge and bottle, their lots, chips and seats,
        and with {howMany(facts.length - before, 'entry', 'entries')} since. Sums begin anew there.
      </p>
      {few.length > 0 && (
        <p className="warn">
          {few.map(({ name }) => name).join(', ')}: too few weigh-ins since then to know what it draws as well
          as now. An earlier day keeps more of them.
        </p>
      )}
      <div className="row">
        <Pick
          label="All before"
          value={at}
          options={years.map((start) => ({ value: start, label: day(start) }))}
          onPick={setChosen}
        />
        <Button disabled={busy} onClick={() => void close()}>
          {busy ? 'Closing …' : 'Close what is before'}
        </Button>
      </div>
      <p className="soft small">
        Other devices and a file that keeps itself stay with the closed one: let the phone in again, and
        choose a file for the new one.
      </p>
    </section>
  );
}
