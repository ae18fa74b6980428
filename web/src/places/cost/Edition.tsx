import { keepQuote } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { all, settingsOf } from '@hiraeth/core/ledger';
import { explain, taxWords } from '@hiraeth/core/words';
import { formatUncertain, parseMoney } from '@hiraeth/core/quantity';
import { leftOut, promise, quoteEdition, type EditionQuote } from '@hiraeth/core/cost';
import { quoteCsv } from '@hiraeth/core/exchange';
import { useLedger, useMoney, useMoneyInterval, usePriceUnit, useAct } from '../../state/hooks';
import { download } from '../../parts/download';
import { Pick, readWhole, WholeField } from '../../parts/fields';
import { PaperPick } from '../../parts/PaperPick';
import { PicturePick } from '../../parts/picture/PicturePick';
import { demandMap, usePicture } from '../../parts/picture/usePicture';
import { chooseSize, chosenSize, SizePick } from '../../parts/SizePick';
import { Quotes } from './Quotes';
import { Lines } from '../../parts/Lines';

/** What an edition will take and cost, before it is promised to anyone. */
export function Edition({ printerId, at }: { readonly printerId: string; readonly at: string }) {
  const ledger = useLedger();
  const unit = usePriceUnit();
  const { currency } = settingsOf(ledger.context);
  const subjects = all(ledger.context, 'subject');
  const [name, setName] = useState('');
  const [subjectId, setSubject] = useState(subjects[0]?.id ?? '');
  const [size, setSize] = useState(() => chooseSize());
  const [copies, setCopies] = useState('25');
  const [spare, setSpare] = useState('2');
  const [paper, setPaper] = useState('');
  const [allowance, setAllowance] = useState('10');
  const [paperId, setPaperId] = useState('');
  const picture = usePicture(
    printerId,
    ({ subjectId: near, size: printed, name }) => {
      if (near) setSubject(near);
      if (printed) setSize(printed);
      setName((before) => before || name);
    },
    paperId,
  );
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
            paperId,
            ...area,
            copies: n,
            proofs: 0,
            spoils: extra,
            paperMinor: paid?.ok ? paid.value : null,
            allowance: percent / 100,
            demand: demandMap(picture, printerId),
          },
          at,
        )
      : undefined;
  if (subjects.length === 0) return null;
  const called = name.trim() || (subjects.find(({ id }) => id === subjectId)?.name ?? 'An edition');
  return (
    <section className="section" aria-label="Price an edition">
      <header>
        <h2>Price an edition</h2>
        <span className="soft small">at what prints cost on the average of all so far</span>
      </header>
      <div className="form">
        <TextField label="Edition" value={name} onChange={(event) => setName(event.target.value)} />
        <Pick
          label="Kind of picture"
          value={subjectId}
          options={subjects.map(({ id, name: called }) => ({ value: id, label: called }))}
          onPick={setSubject}
        />
        <SizePick label="Size of a copy" value={size} onPick={setSize} />
        <PaperPick printerId={printerId} value={paperId} onPick={setPaperId} />
        <WholeField label="Copies" least={1} value={copies} onText={setCopies} />
        <WholeField label="Proofs and spoils" value={spare} onText={setSpare} />
        <TextField
          label={`Paper for one, ${unit}`}
          value={paper}
          onChange={(event) => setPaper(event.target.value)}
          error={paid !== null && !paid.ok}
          helperText={
            paid !== null && !paid.ok
              ? explain(paid.problem)
              : leftOut(ledger, printerId).includes('paper')
                ? 'Left empty: without its paper.'
                : 'The paper that you entered as bought is in the average already: leave this empty.'
          }
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <WholeField label="Put on top, %" value={allowance} onText={setAllowance} />
      </div>
      <PicturePick value={picture} printerId={printerId} maps />
      {!quote && <p role="status">Fill in the fields above to see the price.</p>}
      {quote && <Priced quote={quote} called={called} of={picture.picture?.name ?? null} at={at} />}
      <Quotes printerId={printerId} at={at} />
    </section>
  );
}

/** What the edition comes to, and what it takes from each channel. */
function Priced({
  quote,
  called,
  of,
  at,
}: {
  readonly quote: EditionQuote;
  readonly called: string;
  /** Name of the picture that it was reckoned with; null: none. */
  readonly of: string | null;
  readonly at: string;
}) {
  const money = useMoney();
  const interval = useMoneyInterval();
  const act = useAct();
  const { currency } = settingsOf(useLedger().context);
  return (
    <div className="stack" style={{ paddingTop: 14 }}>
      <p data-testid="edition" role="status">
        {quote.totalMinor ? (
          <>
            <strong>{interval(quote.totalMinor)}</strong> in all, {money(quote.perCopyMinor?.value)} a copy
            {quote.tax && `, ${taxWords(quote.tax, quote.totalMinor.value, money)}`}
            {quote.originalMinor && `; ${money(quote.originalMinor.value)} for the ink alone with originals`}.
          </>
        ) : (
          'Not known: the price of an ink in it is missing.'
        )}
      </p>
      <div className="row">
        <Button
          variant="contained"
          onClick={() => void act(keepQuote(promise(quote, called.slice(0, 80), of), called))}
        >
          Keep this quote
        </Button>
        <Button
          onClick={() =>
            download(`hiraeth-quote-${at.slice(0, 10)}.csv`, quoteCsv(quote, called, currency), 'text/csv')
          }
        >
          As a table (CSV)
        </Button>
      </div>
      <Lines
        columns={[
          {
            head: quote.sheets === 1 ? '1 sheet takes' : `${quote.sheets} sheets take`,
            of: (channel) => channel.name,
          },
          { head: 'Ink', n: true, of: (channel) => formatUncertain(channel.ml, 'ml') },
          {
            head: 'To have above the reserve',
            n: true,
            of: (channel) => `${channel.haveMl.toFixed(1)} ml`,
          },
        ]}
        rows={quote.channels}
        keyOf={(channel) => channel.slotId}
      />
    </div>
  );
}
