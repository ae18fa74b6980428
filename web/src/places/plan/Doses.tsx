import { doseEvery } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import { calendarDose } from '@hiraeth/core/plan';
import { COVERAGE } from '@hiraeth/core/numeric';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger, useAct } from '../../state/hooks';
import { Pick } from '../../parts/fields';
import { Lines } from '../../parts/Lines';

const EVERY = [
  { value: '7', label: 'every week' },
  { value: '14', label: 'every fortnight' },
  { value: '28', label: 'every four weeks' },
] as const;
type Every = (typeof EVERY)[number]['value'];

/** The same small top-up on a fixed day: how much, and for how long it may be trusted. */
export function Doses({ printer, at }: { readonly printer: Printer; readonly at: string }) {
  const ledger = useLedger();
  const act = useAct();
  const chosen = printer.doseEveryDays ?? null;
  const [every, setEvery] = useState<Every>(
    EVERY.find(({ value }) => Number(value) === chosen)?.value ?? '14',
  );
  const doses = calendarDose(ledger, printer.id, at, Number(every));
  if (!doses || doses.length === 0) return null;
  const goBy = (days: number | null): void => void act(doseEvery(printer, days));
  const weighAfter = Math.min(...doses.map((dose) => dose.weighAfter));
  return (
    <section className="section" aria-label="A small top-up on a fixed day">
      <header>
        <h2>A small top-up on a fixed day</h2>
        {chosen !== null && <span className="soft small">chosen: every {chosen} days</span>}
      </header>
      <div className="row">
        <Pick<Every> label="How often" value={every} options={EVERY} onPick={setEvery} />
        {chosen === Number(every) ? (
          <Button onClick={() => goBy(null)}>No longer</Button>
        ) : (
          <Button variant="outlined" onClick={() => goBy(Number(every))}>
            Go by this
          </Button>
        )}
        <span className="small">
          Weigh at least after every {weighAfter === 1 ? 'dose' : `${weighAfter} doses`}: then it stands above
          its reserve and below its maximum. Only through a port that is reached in the printer; else each
          time is a change.
        </span>
      </div>
      <Lines
        columns={[
          {
            head: 'Channel',
            of: (dose) => <Link to={`/bench?cartridge=${dose.cartridgeId}`}>{dose.name}</Link>,
          },
          {
            head: 'Dose',
            n: true,
            of: (dose) =>
              dose.ml === 0
                ? 'none: too little'
                : `${dose.ml.toFixed(1)} ± ${(COVERAGE * dose.u).toFixed(1)} ml`,
          },
          {
            head: 'This time, to its target',
            n: true,
            of: (dose) => (dose.nowMl === null ? 'weigh first' : `${dose.nowMl.toFixed(1)} ml`),
          },
        ]}
        rows={doses}
        keyOf={(dose) => dose.slotId}
        widest={560}
      />
    </section>
  );
}
