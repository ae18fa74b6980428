import { useState } from 'react';
import { all, canPrint, formatUncertain } from '@hiraeth/core';
import { useLedger, useNow } from '../../app/hooks';
import { Pick, QuantityField, readTyped } from '../../parts/fields';
import { SIZES, sizeOf, type SizeKey } from '../../parts/sizes';

/** Can I print this job? The probability that it takes a channel to its reserve. */
export function CanPrint() {
  const ledger = useLedger();
  const now = useNow();
  const printers = all(ledger.context, 'printer');
  const subjects = all(ledger.context, 'subject');
  const [printerId, setPrinterId] = useState(printers[0]?.id ?? '');
  const [subjectId, setSubjectId] = useState(subjects[0]?.id ?? '');
  const [copies, setCopies] = useState('10');
  const [size, setSize] = useState<SizeKey>('297x420');
  const count = readTyped(copies, 'plain').value;
  const area = sizeOf(size);
  const job =
    area && count !== null && count >= 1 && printerId && subjectId
      ? canPrint(ledger, { printerId, subjectId, copies: Math.round(count), ...area }, now)
      : null;
  const worst = job?.worst;
  const channel = job?.channels.find((c) => c.slotId === worst?.slotId);
  const percent = worst ? Math.round(worst.probability * 100) : 0;
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
      <Pick<SizeKey>
        label="Size"
        value={size}
        options={SIZES.filter((s) => s.value !== 'own')}
        onPick={setSize}
      />
      <QuantityField label="Copies" kind="plain" value={copies} onText={setCopies} />
      <p role="status">
        {worst && channel ? (
          <>
            <strong className={percent >= 20 ? 'bad' : percent >= 5 ? 'warn' : ''}>
              {percent < 1
                ? 'Yes, it is safe.'
                : percent < 5
                  ? 'Very likely, yes.'
                  : percent < 20
                    ? 'It may run short.'
                    : 'No: top up first.'}
            </strong>{' '}
            {worst.name} goes first: it takes {formatUncertain(channel.use, 'ml')} and leaves{' '}
            {channel.left ? formatUncertain(channel.left, 'ml') : '–'}; {percent < 1 ? 'under 1' : percent} %
            that it comes to its reserve.
          </>
        ) : (
          'Nothing is weighed in this printer yet.'
        )}
      </p>
    </div>
  );
}
