import { printPlanned } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { zodResolver } from '@hookform/resolvers/zod';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import { z } from 'zod';
import { find, plannedJobs, type PlannedJob } from '@hiraeth/core/ledger';
import { useLedger, useAct } from '../../state/hooks';
import { useAppDispatch } from '../../state/store';
import { undo } from '../../state/thunks';
import { day } from '../../parts/dates';
import { TextOf } from '../../parts/formFields';
import { whole } from '../../parts/formSchema';

const cameOut = z.object({ copies: whole(1, 9999, 'A whole number from 1 to 9999.') });
type CameOut = z.output<typeof cameOut>;

/** What is planned or half printed: so many of so many, each copy that came out logged with one press. */
export function ToPrint() {
  const ledger = useLedger();
  const jobs = plannedJobs(ledger);
  if (jobs.length === 0) return null;
  return (
    <section className="section" aria-label="To print">
      <header>
        <h2>To print</h2>
        <Link className="small" to="/plan">
          in which order, and what to top up before
        </Link>
      </header>
      <ul className="plain">
        {jobs.map((planned) => (
          <Row key={planned.id} planned={planned} />
        ))}
      </ul>
    </section>
  );
}

function Row({ planned }: { readonly planned: PlannedJob }) {
  const { id, job, printed, rest } = planned;
  const ledger = useLedger();
  const act = useAct();
  const dispatch = useAppDispatch();
  const { control, handleSubmit, setValue } = useForm<z.input<typeof cameOut>, unknown, CameOut>({
    resolver: zodResolver(cameOut),
    mode: 'onChange',
    defaultValues: { copies: '1' },
  });
  const log = async ({ copies }: CameOut, spoilt: boolean): Promise<void> => {
    const saved = await act(printPlanned(planned, copies, spoilt));
    if (saved) setValue('copies', '1');
  };
  return (
    <li>
      <form
        className="torow"
        aria-label={`To print: ${job.title}`}
        noValidate
        onSubmit={(event) => void handleSubmit((typed) => log(typed, false))(event)}
      >
        <span>
          <strong>{job.title}</strong>{' '}
          <span className="soft small">
            {job.widthMm} × {job.heightMm} mm, {find(ledger.context, 'subject', job.subjectId)?.name}, on{' '}
            {find(ledger.context, 'printer', job.printerId)?.name}
            {job.by ? `, by ${day(job.by)}` : ''}
          </span>
          <span className="row" style={{ gap: 8, flexWrap: 'nowrap' }}>
            <progress max={job.copies} value={printed} aria-label={`Printed of ${job.title}`} />
            <span className="small">
              {printed} of {job.copies}
            </span>
          </span>
        </span>
        <TextOf control={control} name="copies" label="How many" numeric size="small" sx={{ width: 96 }} />
        <span className="row" style={{ gap: 4 }}>
          <Button type="submit" variant="outlined">
            Came out
          </Button>
          {rest > 1 && (
            <Button
              size="small"
              onClick={() => setValue('copies', String(rest), { shouldValidate: true })}
              aria-label={`All ${rest} that are left`}
            >
              all {rest}
            </Button>
          )}
          <Button size="small" onClick={() => void handleSubmit((typed) => log(typed, true))()}>
            Spoilt
          </Button>
          <Button
            size="small"
            onClick={() => void dispatch(undo([id]))}
            aria-label={`Take off: ${job.title}`}
          >
            Take off
          </Button>
        </span>
      </form>
    </li>
  );
}
