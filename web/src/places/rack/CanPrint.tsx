import { useState } from 'react';
import {
  adviceTitle,
  all,
  answerWords,
  canPrint,
  formatUncertain,
  HEAD_ACT_WORDS,
  headReasonWords,
  notKnownWords,
  type HeadAct,
} from '@hiraeth/core';
import { Link } from 'react-router';
import { useLedger, useNow } from '../../app/hooks';
import { Pick, readWhole, WholeField } from '../../parts/fields';
import { chooseSize, chosenSize, SizePick } from '../../parts/SizePick';

/** Can I print this job? The probability that it takes a channel to its reserve. */
export function CanPrint() {
  const ledger = useLedger();
  const now = useNow();
  const printers = all(ledger.context, 'printer');
  const subjects = all(ledger.context, 'subject');
  const [printerId, setPrinterId] = useState(printers[0]?.id ?? '');
  const [subjectId, setSubjectId] = useState(subjects[0]?.id ?? '');
  const [copies, setCopies] = useState('10');
  const [size, setSize] = useState(() => chooseSize());
  const count = readWhole(copies, 1);
  const area = chosenSize(size);
  const job =
    area && count !== null && printerId && subjectId
      ? canPrint(ledger, printerId, [{ subjectId, copies: count, ...area }], now)
      : null;
  const percent = Math.round((job?.probability ?? 0) * 100);
  if (subjects.length === 0) return null;
  return (
    <div className="stack">
      <h2>Can I print this?</h2>
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
      <p role="status">
        {job?.first ? (
          <>
            <strong className={TONES[job.answer]}>{answerWords(job)}</strong>{' '}
            {job.first.notKnown !== null
              ? `${job.first.name}: ${notKnownWords(job.first.notKnown)}.`
              : job.blocked[0]
                ? `${job.blocked[0].name}: ${adviceTitle({ code: job.blocked[0].code, safeSheets: null, strategy: null }).toLowerCase()}.`
                : `${job.first.name} goes first: it takes ${formatUncertain(job.first.use, 'ml')} and leaves ${job.first.left ? formatUncertain(job.first.left, 'ml') : '–'}; ${percent < 1 ? 'under 1' : percent} % that any channel comes to its reserve.`}
          </>
        ) : (
          'Choose a size and how many copies.'
        )}
      </p>
      {job && job.cleanings > 0 && (
        <p className="small">
          The printer will clean itself {job.cleanings === 1 ? 'once' : `${job.cleanings} times`} in the
          middle: that ink is in the figures.
        </p>
      )}
      {job?.head && !QUIET.has(job.head.act) && (
        <p className="small warn">
          {HEAD_ACT_WORDS[job.head.act]} first: {headReasonWords(job.head.why[0]!)}{' '}
          <Link to={`/checks?printer=${printerId}`}>Checks</Link>
        </p>
      )}
    </div>
  );
}

/** Heads that ask for nothing before a good sheet. */
const QUIET: ReadonlySet<HeadAct> = new Set(['fine', 'live', 'look']);
const TONES = { yes: '', likely: '', risky: 'warn', no: 'bad', notKnown: 'warn' } as const;
