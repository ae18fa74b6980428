import { keepRule } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { all } from '@hiraeth/core/ledger';
import { sheetsOf, type DraftJob, type JobGuess } from '@hiraeth/core/jobs';
import { useLedger, useAct } from '../../state/hooks';
import { useServices } from '../../state/services';
import { moment } from '../../parts/dates';
import { Pick, readWhole, WholeField } from '../../parts/fields';
import { printerOptions } from '../../parts/printerOptions';
import { chooseSize, chosenSize, SizePick } from '../../parts/SizePick';
import { TakeIn } from './TakeIn';
import { useTray, type Completed } from './useTray';

const SHOWN = 20;

/** Jobs that the print system did: what rules make certain is logged, the rest waits here for one key each. */
export function TrayPanel() {
  const tray = useTray();
  const [given, setGiven] = useState<Readonly<Record<string, Partial<Completed>>>>({});
  const asOf = ({ job, guess }: { job: DraftJob; guess: JobGuess }): Completed => ({
    ...guess,
    size: job.widthMm && job.heightMm ? { widthMm: job.widthMm, heightMm: job.heightMm } : null,
    ...given[job.id],
  });
  const ready = tray.waiting.filter((one) => isWhole(one.job, asOf(one)));
  return (
    <section className="section" aria-label="Jobs that printed">
      <header>
        <h2>Jobs that printed</h2>
        <span className="soft small">
          {tray.waiting.length === 0
            ? 'Nothing waits.'
            : `${tray.waiting.length} wait: Enter logs one, Delete puts it away.`}
        </span>
      </header>
      <TakeIn tray={tray} />
      {ready.length > 1 && (
        <div>
          <Button
            variant="contained"
            onClick={() => void tray.log(ready.map((one) => ({ job: one.job, as: asOf(one) })))}
          >
            Log all {ready.length} that are complete
          </Button>
        </div>
      )}
      <ul className="plain">
        {tray.waiting.slice(0, SHOWN).map((one) => (
          <TrayRow
            key={one.job.id}
            job={one.job}
            as={asOf(one)}
            onGiven={(part) => setGiven({ ...given, [one.job.id]: { ...given[one.job.id], ...part } })}
            onLog={() => void tray.log([{ job: one.job, as: asOf(one) }])}
            onAway={() => void tray.putAway([one.job])}
          />
        ))}
      </ul>
      {tray.waiting.length > SHOWN && (
        <div className="row">
          <span className="soft">… and {tray.waiting.length - SHOWN} more.</span>
          <Button color="warning" onClick={() => void tray.putAway(tray.waiting.map(({ job }) => job))}>
            Put all of them away
          </Button>
        </div>
      )}
    </section>
  );
}

const isWhole = (job: DraftJob, as: Completed): boolean =>
  Boolean(as.printerId && as.subjectId && as.size && sheetsOf(job, as.copies));

interface RowProps {
  readonly job: DraftJob;
  readonly as: Completed;
  readonly onGiven: (part: Partial<Completed>) => void;
  readonly onLog: () => void;
  readonly onAway: () => void;
}

function TrayRow({ job, as, onGiven, onLog, onAway }: RowProps) {
  const ledger = useLedger();
  const { context } = ledger;
  const act = useAct();
  const { newId } = useServices();
  const [size, setSize] = useState(() => chooseSize());
  const named = (kind: 'subject' | 'paper') =>
    all(context, kind).map(({ id, name }) => ({ value: id, label: name }));
  const whole = isWhole(job, as);
  const told = sheetsOf(job);
  const count = sheetsOf(job, as.copies);
  const [sheets, setSheets] = useState('');
  const rule = (): void =>
    void act(
      keepRule({
        id: newId('rule'),
        queue: job.queue,
        title: patternOf(job.title),
        printerId: as.printerId,
        subjectId: as.subjectId,
        paperId: as.paperId,
      }),
    );
  return (
    <li
      className="trayrow"
      tabIndex={0}
      aria-label={job.title || 'Untitled'}
      onKeyDown={(event) => {
        if (event.target !== event.currentTarget) return;
        if (event.key === 'Enter' && whole) onLog();
        else if (event.key === 'Delete') onAway();
      }}
    >
      <div>
        <strong className="clip" title={job.title}>
          {job.title || 'Untitled'}
        </strong>
        <span className="soft small">
          {job.at ? moment(job.at) : 'no date'} · {job.queue || 'no queue'} · {count ?? 'count not known'}{' '}
          {count === null ? '' : count === 1 ? 'sheet' : 'sheets'}
          {as.size ? `, ${as.size.widthMm} × ${as.size.heightMm} mm` : ''}
          {job.state === 'cancelled' ? ' · cancelled half-way' : ''}
        </span>
      </div>
      <div className="row">
        <Pick
          label="Printer"
          value={as.printerId ?? ''}
          options={printerOptions(ledger, as.printerId)}
          onPick={(printerId) => onGiven({ printerId })}
        />
        <Pick
          label="Kind of picture"
          value={as.subjectId ?? ''}
          options={named('subject')}
          onPick={(subjectId) => onGiven({ subjectId })}
        />
        {named('paper').length > 0 && (
          <Pick
            label="Paper"
            value={as.paperId ?? ''}
            options={named('paper')}
            onPick={(paperId) => onGiven({ paperId })}
          />
        )}
        {!job.widthMm && (
          <SizePick
            value={size}
            onPick={(next) => {
              setSize(next);
              onGiven({ size: chosenSize(next) });
            }}
          />
        )}
        {told === null && (
          <WholeField
            label="Sheets"
            value={sheets}
            least={1}
            onText={(text) => {
              setSheets(text);
              onGiven({ copies: readWhole(text, 1) });
            }}
          />
        )}
        <Button variant="contained" disabled={!whole} onClick={onLog}>
          Log it
        </Button>
        <Button onClick={onAway}>Not a print</Button>
        <Button disabled={!as.printerId || !as.subjectId} onClick={rule}>
          Always so
        </Button>
      </div>
    </li>
  );
}

/** The part of a title that its kind has in common: digits and what follows a number are open. */
const patternOf = (title: string): string => {
  const open = title.replace(/\d+/g, '*').replace(/\*[^a-zA-Z]*\*/g, '*');
  return open === '' ? '*' : open;
};
