import Button from '@mui/material/Button';
import { useState } from 'react';
import { aheadOfClock } from '@hiraeth/core/ledger';
import { factWords } from '@hiraeth/core/words';
import { DayField } from '../../parts/DayField';
import { fromLocalField, moment, toLocalField } from '../../parts/dates';
import { useLedger } from '../../state/hooks';
import { useServices } from '../../state/services';
import { useSetClockRight } from './useSetClockRight';

/** Entries of a clock that ran ahead: one question, and they stand where they happened. */
export function ClockAhead() {
  const ledger = useLedger();
  const { clock } = useServices();
  const setRight = useSetClockRight();
  const [now] = useState(() => clock.now());
  const [said, setSaid] = useState<string | null>(null);
  const ahead = aheadOfClock(ledger, now);
  const last = ahead.at(-1);
  if (!last) return null;
  const text = said ?? toLocalField(new Date(now).toISOString());
  const happened = fromLocalField(text);
  const wrong = happened === null || Date.parse(happened) > now + 60_000;
  return (
    <section className="section stack" aria-label="Not happened yet">
      <header>
        <h2>Not happened yet</h2>
        <span className="soft small">
          by this device’s clock: another one’s ran ahead when they were made
        </span>
      </header>
      <p>
        {ahead.length === 1
          ? 'One entry stands after now, and counts last until it is set right.'
          : `${ahead.length} entries stand after now, and count last until they are set right. The last:`}{' '}
        <strong>{factWords(ledger, last)}</strong>, dated {moment(last.at)}.
      </p>
      <div className="row">
        <DayField
          withTime
          label="When did that really happen?"
          value={text}
          onChange={setSaid}
          error={wrong}
          helperText={wrong ? 'A time that has come.' : 'All of them move by as much.'}
        />
        <Button
          variant="contained"
          disabled={wrong}
          onClick={() => void setRight(ahead, Date.parse(last.at) - Date.parse(happened!))}
        >
          Set {ahead.length === 1 ? 'it' : 'them'} right
        </Button>
      </div>
    </section>
  );
}
