import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { all, explain, formatUncertain, parseMoney, quoteEdition, settingsOf } from '@hiraeth/core';
import { useLedger, useMoney, useMoneyInterval } from '../../app/hooks';
import { Pick, QuantityField, readTyped } from '../../parts/fields';
import { SIZES, sizeOf, type SizeKey } from '../../parts/sizes';

/** What an edition will take and cost, before it is promised to anyone. */
export function Edition({ printerId, now }: { readonly printerId: string; readonly now: string }) {
  const ledger = useLedger();
  const money = useMoney();
  const interval = useMoneyInterval();
  const { currency } = settingsOf(ledger.context);
  const subjects = all(ledger.context, 'subject');
  const [subjectId, setSubject] = useState(subjects[0]?.id ?? '');
  const [size, setSize] = useState<SizeKey>('297x420');
  const [copies, setCopies] = useState('25');
  const [spare, setSpare] = useState('2');
  const [paper, setPaper] = useState('');
  const [allowance, setAllowance] = useState('10');
  const whole = (text: string, least: number): number | null =>
    /^\s*\d{1,4}\s*$/.test(text) && Number(text) >= least ? Number(text) : null;
  const n = whole(copies, 1);
  const extra = whole(spare, 0);
  const share = readTyped(allowance.trim() === '' ? '0' : allowance, 'plain');
  const paid = paper.trim() === '' ? null : parseMoney(paper, currency);
  const area = sizeOf(size)!;
  const quote =
    n !== null && extra !== null && share.value !== null && share.value >= 0 && (paid === null || paid.ok)
      ? quoteEdition(
          ledger,
          {
            printerId,
            subjectId,
            widthMm: area.widthMm,
            heightMm: area.heightMm,
            copies: n,
            proofs: 0,
            spoils: extra,
            paperMinor: paid?.ok ? paid.value : null,
            allowance: share.value / 100,
          },
          now,
        )
      : undefined;
  if (subjects.length === 0) return null;
  return (
    <section className="section" aria-label="Price an edition">
      <header>
        <h2>Price an edition</h2>
      </header>
      <div className="form">
        <Pick
          label="Picture’s subject"
          value={subjectId}
          options={subjects.map(({ id, name }) => ({ value: id, label: name }))}
          onPick={setSubject}
        />
        <Pick<SizeKey>
          label="Size of a copy"
          value={size}
          options={SIZES.filter((one) => one.value !== 'own')}
          onPick={setSize}
        />
        <TextField
          label="Copies"
          value={copies}
          onChange={(event) => setCopies(event.target.value)}
          error={n === null}
          helperText={n === null ? 'A whole number from 1 to 9999.' : undefined}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
        <TextField
          label="Proofs and spoils"
          value={spare}
          onChange={(event) => setSpare(event.target.value)}
          error={extra === null}
          helperText={extra === null ? 'A whole number from 0 to 9999.' : undefined}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
        <TextField
          label={`Paper for one (${currency}), if it is to be in it`}
          value={paper}
          onChange={(event) => setPaper(event.target.value)}
          error={paid !== null && !paid.ok}
          helperText={paid !== null && !paid.ok ? explain(paid.problem) : undefined}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <QuantityField kind="plain" label="Put on top, %" value={allowance} onText={setAllowance} />
      </div>
      {quote && (
        <>
          <p data-testid="edition" role="status">
            {quote.totalMinor ? (
              <>
                <strong>{interval(quote.totalMinor)}</strong> in all, {money(quote.perCopyMinor?.value)} a
                copy;{' '}
                {quote.originalMinor
                  ? `${money(quote.originalMinor.value)} for the ink alone with originals`
                  : ''}
                .
              </>
            ) : (
              'Not known: the price of an ink in it is missing.'
            )}
          </p>
          <table className="lines">
            <thead>
              <tr>
                <th>{quote.sheets} sheets take</th>
                <th className="n">Ink</th>
                <th className="n">Have at hand</th>
              </tr>
            </thead>
            <tbody>
              {quote.channels.map((channel) => (
                <tr key={channel.slotId}>
                  <td>{channel.name}</td>
                  <td className="n">{formatUncertain(channel.ml, 'ml')}</td>
                  <td className="n">{channel.haveMl.toFixed(1)} ml above the reserve</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </section>
  );
}
