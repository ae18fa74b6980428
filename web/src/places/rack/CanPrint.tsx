import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  adviceTitle,
  all,
  answerWords,
  canPrint,
  find,
  formatUncertain,
  HEAD_ACT_WORDS,
  headReasonWords,
  notKnownWords,
  type HeadAct,
  type JobForecast,
} from '@hiraeth/core';
import { useLedger, useNow } from '../../app/hooks';
import { Pick, readWhole, WholeField } from '../../parts/fields';
import { PicturePick } from '../../parts/picture/PicturePick';
import { demandOf, usePicture } from '../../parts/picture/usePicture';
import { chooseSize, chosenSize, SizePick } from '../../parts/SizePick';
import { Drift } from './Drift';
import { asJob, useQueue, type QueuedJob } from './useQueue';

/** Can I print this job, or all that waits today? The probability that a channel comes to its reserve. */
export function CanPrint() {
  const ledger = useLedger();
  const now = useNow();
  const printers = all(ledger.context, 'printer');
  const subjects = all(ledger.context, 'subject');
  const [printerId, setPrinterId] = useState(printers[0]?.id ?? '');
  const [subjectId, setSubjectId] = useState(subjects[0]?.id ?? '');
  const [copies, setCopies] = useState('10');
  const [size, setSize] = useState(() => chooseSize());
  const [queue, setQueue] = useQueue();
  const picture = usePicture(printerId, ({ subjectId: near, size: printed }) => {
    if (near) setSubjectId(near);
    if (printed) setSize(printed);
  });
  const count = readWhole(copies, 1);
  const area = chosenSize(size);
  const demand = demandOf(picture, printerId);
  const one: QueuedJob | null =
    area && count !== null && printerId && subjectId
      ? {
          printerId,
          subjectId,
          copies: count,
          ...area,
          picture: picture.picture && demand ? { name: picture.picture.name, demand } : null,
        }
      : null;
  const waiting = queue.filter(
    (job) => job.printerId === printerId && find(ledger.context, 'subject', job.subjectId),
  );
  const jobs = one ? [...waiting, one] : waiting;
  const job = jobs.length > 0 ? canPrint(ledger, printerId, jobs.map(asJob), now) : null;
  if (subjects.length === 0) return null;
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
      {job && one && job.safeCopies !== null && job.safeCopies > 0 && job.first && (
        <p className="small">
          Safe are {job.safeCopies} of this{waiting.length > 0 ? ' after what waits' : ''}.{' '}
          <Link
            to={`/slip?${new URLSearchParams({
              printer: printerId,
              slot: job.first.slotId,
              after: String(job.safeCopies),
              of: picture.picture?.name ?? find(ledger.context, 'subject', subjectId)?.name ?? '',
            })}`}
          >
            A slip to lay into the stack
          </Link>
        </p>
      )}
      <Pick
        label="Printer"
        value={printerId}
        options={printers.map((p) => ({ value: p.id, label: p.name }))}
        onPick={setPrinterId}
      />
      <Pick
        label="Subject"
        value={subjectId}
        options={subjects.map((s) => ({ value: s.id, label: s.name }))}
        onPick={setSubjectId}
      />
      <SizePick value={size} onPick={setSize} />
      <WholeField label="Copies" least={1} value={copies} onText={setCopies} />
      <PicturePick value={picture} printerId={printerId} />
      <Waiting
        jobs={waiting}
        onAdd={one && (() => setQueue((before) => [...before, one]))}
        onOff={(off) => setQueue((before) => before.filter((other) => other !== off))}
      />
    </div>
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

/** The day's jobs for this printer: all of them are in the answer. */
function Waiting({
  jobs,
  onAdd,
  onOff,
}: {
  readonly jobs: readonly QueuedJob[];
  readonly onAdd: (() => void) | null;
  readonly onOff: (job: QueuedJob) => void;
}) {
  const ledger = useLedger();
  return (
    <>
      {jobs.length > 0 && (
        <ul className="plain" aria-label="Waiting to be printed">
          {jobs.map((job, i) => {
            const what = `${job.copies} × ${job.picture?.name ?? find(ledger.context, 'subject', job.subjectId)?.name ?? ''}`;
            return (
              <li key={i} className="row" style={{ justifyContent: 'space-between', gap: 8 }}>
                <span>
                  {what}, {job.widthMm} × {job.heightMm} mm
                </span>
                <Button size="small" aria-label={`Take off: ${what}`} onClick={() => onOff(job)}>
                  Take off
                </Button>
              </li>
            );
          })}
        </ul>
      )}
      <div>
        <Button variant="outlined" disabled={!onAdd} onClick={() => onAdd?.()}>
          Keep it for today, and add another
        </Button>
      </div>
    </>
  );
}

/** Heads that ask for nothing before a good sheet. */
const QUIET: ReadonlySet<HeadAct> = new Set(['fine', 'live', 'look']);
const TONES = { yes: '', likely: '', risky: 'warn', no: 'bad', notKnown: 'warn' } as const;
