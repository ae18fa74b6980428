import { printerInUse, printersInUse, all, find, plannedJobs, type PlannedJob } from '@hiraeth/core/ledger';
import { planPrint } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import useMediaQuery from '@mui/material/useMediaQuery';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import {
  adviceTitle,
  answerWords,
  HEAD_ACT_WORDS,
  headReasonWords,
  notKnownWords,
} from '@hiraeth/core/words';
import { canPrint, jobOfPlanned, type Job, type JobForecast } from '@hiraeth/core/plan';
import { demandBySlot } from '@hiraeth/core/image';
import { formatUncertain } from '@hiraeth/core/quantity';
import type { HeadAct } from '@hiraeth/core/nozzle';
import { useLedger, useNow, useAct } from '../../state/hooks';
import { useAppDispatch } from '../../state/store';
import { undo } from '../../state/thunks';
import { Pick, readWhole, WholeField } from '../../parts/fields';
import { PaperPick } from '../../parts/PaperPick';
import { PicturePick } from '../../parts/picture/PicturePick';
import { demandOf, usePicture } from '../../parts/picture/usePicture';
import { chooseSize, chosenSize, SizePick } from '../../parts/SizePick';
import { Drift } from './Drift';

/** What is asked about, and the answer to it. */
function useAsked() {
  const ledger = useLedger();
  const now = useNow();
  const printers = printersInUse(ledger);
  const subjects = all(ledger.context, 'subject');
  const [printerId, setPrinterId] = useState(() => printerInUse(ledger)?.id ?? '');
  const [subjectId, setSubjectId] = useState(subjects[0]?.id ?? '');
  const [copies, setCopies] = useState('10');
  const [size, setSize] = useState(() => chooseSize());
  const act = useAct();
  const [paperId, setPaperId] = useState('');
  const picture = usePicture(
    printerId,
    ({ subjectId: near, size: printed }) => {
      if (near) setSubjectId(near);
      if (printed) setSize(printed);
    },
    paperId,
  );
  const count = readWhole(copies, 1);
  const area = chosenSize(size);
  const demand = demandOf(picture, printerId);
  const one: Job | null =
    area && count !== null && printerId && subjectId
      ? { subjectId, copies: count, ...area, paperId, demand: demand ? demandBySlot(demand) : undefined }
      : null;
  const waiting = plannedJobs(ledger, printerId).filter(({ job }) =>
    find(ledger.context, 'subject', job.subjectId),
  );
  const queue = waiting.map((planned) => jobOfPlanned(planned));
  const job =
    one || queue.length > 0 ? canPrint(ledger, printerId, one ? [...queue, one] : queue, now) : null;
  const kind = find(ledger.context, 'subject', subjectId)?.name ?? '';
  const title = picture.picture?.name ?? kind;
  const keep = (): void => {
    if (!one || !area || count === null) return;
    void act(
      planPrint({
        printerId,
        title,
        copies: count,
        ...area,
        subjectId,
        ...(paperId ? { paperId } : {}),
        ...(demand ? { demand: [...demand] } : {}),
      }),
    );
  };
  return {
    printers,
    subjects,
    printerId,
    setPrinterId,
    subjectId,
    setSubjectId,
    copies,
    setCopies,
    size,
    setSize,
    area,
    paperId,
    setPaperId,
    picture,
    kind,
    title,
    one,
    waiting,
    job,
    keep,
  };
}

/** Can I print this job, or all that waits today? The probability that a channel comes to its reserve. */
export function CanPrint() {
  const asked = useAsked();
  const { printers, subjects, printerId, subjectId, area, paperId, picture, job, one, waiting } = asked;
  if (subjects.length === 0 || printers.length === 0) return null;
  return (
    <div className="stack">
      <h2>Can I print this?</h2>
      <p role="status">
        {job?.first ? (
          <>
            <strong className={TONES[job.answer]}>{answerWords(job)}</strong> <Why job={job} />
          </>
        ) : (
          'Choose a size and how many copies.'
        )}
      </p>
      {job && <Before job={job} printerId={printerId} />}
      <Drift printerId={printerId} />
      {job && one && <Safe job={job} printerId={printerId} of={asked.title} isLater={waiting.length > 0} />}
      <ForWhat says={`${asked.copies} × ${sizeWords(area)}, ${asked.kind}`}>
        <Pick
          label="Printer"
          value={printerId}
          options={printers.map((p) => ({ value: p.id, label: p.name }))}
          onPick={asked.setPrinterId}
        />
        <Pick
          label="Kind of picture"
          value={subjectId}
          options={subjects.map((s) => ({ value: s.id, label: s.name }))}
          onPick={asked.setSubjectId}
        />
        <SizePick value={asked.size} onPick={asked.setSize} />
        <PaperPick printerId={printerId} value={paperId} onPick={asked.setPaperId} />
        <WholeField label="Copies" least={1} value={asked.copies} onText={asked.setCopies} />
        <PicturePick value={picture} printerId={printerId} />
        <Waiting jobs={waiting} onAdd={one && asked.keep} />
      </ForWhat>
    </div>
  );
}

/** How many of it are safe, with a slip that says so in the stack. */
function Safe({
  job: { safeCopies, first },
  printerId,
  of,
  isLater,
}: {
  readonly job: JobForecast;
  readonly printerId: string;
  readonly of: string;
  /** Others wait before it. */
  readonly isLater: boolean;
}) {
  if (!first || safeCopies === null || safeCopies === 0) return null;
  const slip = new URLSearchParams({ printer: printerId, slot: first.slotId, after: String(safeCopies), of });
  return (
    <p className="small">
      Safe are {safeCopies} of this{isLater ? ' after what waits' : ''}.{' '}
      <Link to={`/slip?${slip}`}>A slip to lay into the stack</Link>
    </p>
  );
}

const sizeWords = (area: { readonly widthMm: number; readonly heightMm: number } | null): string =>
  area ? `${area.widthMm} × ${area.heightMm} mm` : 'no size';

/** What is asked about; on a phone the answer stands alone until one asks about another. */
function ForWhat({ says, children }: { readonly says: string; readonly children: ReactNode }) {
  const narrow = useMediaQuery('(max-width: 600px)');
  return narrow ? (
    <details className="why">
      <summary>{says}</summary>
      <div className="stack">{children}</div>
    </details>
  ) : (
    children
  );
}

function Why({ job }: { readonly job: JobForecast }) {
  const { first, blocked, probability } = job;
  const percent = Math.round((probability ?? 0) * 100);
  if (!first) return null;
  if (first.notKnown !== null)
    return (
      <>
        {first.name}: {notKnownWords(first.notKnown)}.
      </>
    );
  if (blocked[0])
    return (
      <>
        {blocked[0].name}:{' '}
        {adviceTitle({ code: blocked[0].code, safeSheets: null, strategy: null }).toLowerCase()}.
      </>
    );
  return (
    <>
      {first.name} goes first: it takes {formatUncertain(first.use, 'ml')} and leaves{' '}
      {first.left ? formatUncertain(first.left, 'ml') : '–'}; {percent < 1 ? 'under 1' : percent} % that any
      channel comes to its reserve.
    </>
  );
}

/** What to do before: top up, let the printer clean, see to the head. */
function Before({ job, printerId }: { readonly job: JobForecast; readonly printerId: string }) {
  const ledger = useLedger();
  const batch = find(ledger.context, 'printer', printerId)?.policy?.code === 'rotateBeforeBatch';
  const short = job.channels.filter(({ topUpMl }) => topUpMl >= 0.05);
  return (
    <>
      {short.length > 0 && job.answer !== 'yes' && (
        <p className="small">
          Top up first:{' '}
          {short.map(({ name, topUpMl }) => `${name} by ${topUpMl.toFixed(1)} ml or more`).join(', ')}.
        </p>
      )}
      {batch && job.answer !== 'yes' && (
        <p className="small">
          Before a large batch you <Link to={`/rotate?printer=${printerId}`}>rotate the set</Link>.
        </p>
      )}
      {job.cleanings > 0 && (
        <p className="small">
          The printer will clean itself {job.cleanings === 1 ? 'once' : `${job.cleanings} times`} in the
          middle: that ink is in the figures.
        </p>
      )}
      {job.head && !QUIET.has(job.head.act) && (
        <p className="small warn">
          {HEAD_ACT_WORDS[job.head.act]} first: {headReasonWords(job.head.why[0]!)}{' '}
          <Link to={`/checks?printer=${printerId}`}>Checks</Link>
        </p>
      )}
    </>
  );
}

/** What is planned for this printer: all of it is in the answer. */
function Waiting({
  jobs,
  onAdd,
}: {
  readonly jobs: readonly PlannedJob[];
  readonly onAdd: (() => void) | null;
}) {
  const dispatch = useAppDispatch();
  return (
    <>
      {jobs.length > 0 && (
        <ul className="plain" aria-label="Waiting to be printed">
          {jobs.map(({ id, job, rest }) => {
            const what = `${rest} × ${job.title}`;
            return (
              <li key={id} className="row" style={{ justifyContent: 'space-between', gap: 8 }}>
                <span>
                  {what}, {job.widthMm} × {job.heightMm} mm
                </span>
                <Button
                  size="small"
                  aria-label={`Take off: ${what}`}
                  onClick={() => void dispatch(undo([id]))}
                >
                  Take off
                </Button>
              </li>
            );
          })}
        </ul>
      )}
      <div className="row">
        <Button variant="outlined" disabled={!onAdd} onClick={() => onAdd?.()}>
          Keep it in the plan
        </Button>
        {jobs.length > 0 && <Link to="/plan">In which order?</Link>}
      </div>
    </>
  );
}

/** Heads that ask for nothing before a good sheet. */
const QUIET: ReadonlySet<HeadAct> = new Set(['fine', 'live', 'look']);
const TONES = { yes: '', likely: '', risky: 'warn', no: 'bad', notKnown: 'warn' } as const;
