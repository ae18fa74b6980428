import { useMemo } from 'react';
import { Link } from 'react-router';
import { dayPlan, type DayPlan, type Sitting } from '@hiraeth/core/plan';
import { find } from '@hiraeth/core/ledger';
import { notKnownWords } from '@hiraeth/core/words';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger } from '../../state/hooks';

/** The jobs that wait: in which order, in how few sittings, what to top up before each, and what is in the way. */
export function Sittings({ printer, at }: { readonly printer: Printer; readonly at: string }) {
  const ledger = useLedger();
  const plan = useMemo(() => dayPlan(ledger, printer.id, at), [ledger, printer.id, at]);
  if (!plan || plan.jobs.length === 0)
    return (
      <section className="section" aria-label="What waits to be printed">
        <header>
          <h2>What waits to be printed</h2>
        </header>
        <p className="soft">
          Nothing. Plan an edition in <Link to="/prints">Prints</Link>, or keep a job that you ask about on
          the <Link to="/">Rack</Link>: then this says in which order, and what to top up before.
        </p>
      </section>
    );
  return (
    <section className="section" aria-label="What waits to be printed">
      <header>
        <h2>What waits to be printed</h2>
        <Link className="small" to="/prints">
          log what came out
        </Link>
      </header>
      <p data-testid="day-plan">
        <strong>{verdictOf(plan)}</strong>
        {plan.stopper &&
          ` ${plan.stopper.name} alone is in the way: ${percent(plan.stopper.probability)} that it comes to its reserve, ${percent(plan.stopper.withoutIt)} that any does once it is topped up.`}
        {plan.saved.cleanings > 0 &&
          ` At one go it spares ${plan.saved.cleanings === 1 ? 'a cleaning' : `${plan.saved.cleanings} cleanings`} after idle days, about ${plan.saved.ml.toFixed(1)} ml.`}
      </p>
      {plan.rotate && (
        <p>
          {plan.rotate.ready ? (
            <>
              <Link to={`/rotate?printer=${printer.id}`}>Rotate the set first</Link>: one routine of about{' '}
              {plan.rotate.onceMl.toFixed(1)} ml instead of {plan.rotate.changes} of them (
              {plan.rotate.changesMl.toFixed(1)} ml).
            </>
          ) : (
            `${plan.rotate.changes} cartridges to change, ${plan.rotate.changesMl.toFixed(1)} ml for their routines; a second set that stands ready would take ${plan.rotate.onceMl.toFixed(1)} ml.`
          )}
        </p>
      )}
      <ol className="plain sittings">
        {plan.sittings.map((sitting, i) => (
          <Sits key={i} sitting={sitting} number={i + 1} of={plan.sittings.length} ledgerPaper={paperOf} />
        ))}
      </ol>
    </section>
  );

  function paperOf(id: string | undefined): string {
    return id === undefined ? '' : (find(ledger.context, 'paper', id)?.name ?? '');
  }
}

function verdictOf(plan: DayPlan): string {
  if (plan.notKnown) return `Not known: ${plan.notKnown.name}, ${notKnownWords(plan.notKnown.why)}.`;
  if (plan.tooLarge) return `One of ${plan.tooLarge.job.title} takes more than full cartridges hold.`;
  const { length } = plan.sittings;
  const first = plan.sittings[0];
  if (length === 1)
    return first && first.topUps.length > 0
      ? `All in one sitting, after ${first.topUps.length === 1 ? 'one top-up' : `${first.topUps.length} top-ups`}.`
      : 'All in one sitting, with the ink that is there.';
  return plan.later > 0
    ? `More than ${length} sittings: the first ${length} are told, ${plan.later} copies come after them.`
    : `In ${length} sittings.`;
}

function Sits({
  sitting,
  number,
  of,
  ledgerPaper,
}: {
  readonly sitting: Sitting;
  readonly number: number;
  readonly of: number;
  readonly ledgerPaper: (id: string | undefined) => string;
}) {
  return (
    <li>
      {sitting.topUps.length > 0 && (
        <p>
          Top up first:{' '}
          {sitting.topUps.map(({ slotId, name, cartridgeId, ml }, i) => (
            <span key={slotId}>
              {i > 0 && ', '}
              <Link to={`/bench?cartridge=${cartridgeId}`}>{name}</Link> by {ml.toFixed(0)} ml
            </span>
          ))}
        </p>
      )}
      {of > 1 && <h3>Sitting {number}</h3>}
      <ul className="plain" style={{ gap: 2 }}>
        {sitting.jobs.map(({ planned: { id, job, rest }, copies }) => (
          <li key={id}>
            <strong>
              {copies} × {job.title}
            </strong>{' '}
            <span className="soft small">
              {job.widthMm} × {job.heightMm} mm{job.paperId ? `, ${ledgerPaper(job.paperId)}` : ''}
              {copies < rest ? `; ${rest - copies} later` : ''}
            </span>
          </li>
        ))}
      </ul>
      {sitting.decides && (
        <p className="soft small">
          {sitting.decides.name} decides: {percent(sitting.probability)} that any channel comes to its
          reserve.
        </p>
      )}
    </li>
  );
}

const percent = (p: number): string => (p < 0.01 ? 'under 1 %' : `${Math.round(100 * p)} %`);
