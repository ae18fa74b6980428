import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { all, explain, formatUncertain, parseMoney, quoteEdition, settingsOf } from '@hiraeth/core';
import { useLedger, useMoney, useMoneyInterval } from '../../app/hooks';
import { Pick, readWhole, WholeField } from '../../parts/fields';
import { chooseSize, chosenSize, SizePick } from '../../parts/SizePick';

/** What an edition will take and cost, before it is promised to anyone. */
export function Edition({ printerId, at }: { readonly printerId: string; readonly at: string }) {
  const ledger = useLedger();
  const money = useMoney();
  const interval = useMoneyInterval();
  const { currency } = settingsOf(ledger.context);
  const subjects = all(ledger.context, 'subject');
  const [subjectId, setSubject] = useState(subjects[0]?.id ?? '');
  const [size, setSize] = useState(() => chooseSize());
  const [copies, setCopies] = useState('25');
  const [spare, setSpare] = useState('2');
  const [paper, setPaper] = useState('');
  const [allowance, setAllowance] = useState('10');
  const n = readWhole(copies, 1);
  const extra = readWhole(spare, 0);
  const percent = readWhole(allowance, 0);
  const paid = paper.trim() === '' ? null : parseMoney(paper, currency);
  const area = chosenSize(size);
  const quote =
    area && n !== null && extra !== null && percent !== null && (paid === null || paid.ok)
      ? quoteEdition(
          ledger,
          {
            printerId,
            subjectId,
            ...area,
            copies: n,
            proofs: 0,
            spoils: extra,
            paperMinor: paid?.ok ? paid.value : null,
            allowance: percent / 100,
          },
          at,
        )
      : undefined;
  if (subjects.length === 0) return null;
  return (
    <section className="section" aria-label="Price an edition">
      <header>
        <h2>Price an edition</h2>
        <span className="soft small">at what prints cost on the average of all so far</span>
      </header>
      <div className="form">
        <Pick
          label="Picture’s subject"
          value={subjectId}
          options={subjects.map(({ id, name }) => ({ value: id, label: name }))}
          onPick={setSubject}
        />
        <SizePick label="Size of a copy" value={size} onPick={setSize} />
        <WholeField label="Copies" least={1} value={copies} onText={setCopies} />
        <WholeField label="Proofs and spoils" value={spare} onText={setSpare} />
        <TextField
          label={`Paper for one (${currency}), if it is to be in it`}
          value={paper}
          onChange={(event) => setPaper(event.target.value)}
          error={paid !== null && !paid.ok}
          helperText={paid !== null && !paid.ok ? explain(paid.problem) : undefined}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <WholeField label="Put on top, %" value={allowance} onText={setAllowance} />
      </div>
      {!quote && <p role="status">Fill in the fields above to see the price.</p>}
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
                <th className="n">Have above the reserve</th>
              </tr>
            </thead>
            <tbody>
              {quote.channels.map((channel) => (
                <tr key={channel.slotId}>
                  <td>{channel.name}</td>
                  <td className="n">{formatUncertain(channel.ml, 'ml')}</td>
                  <td className="n">{channel.haveMl.toFixed(1)} ml</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </section>
  );
}
