import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Printer } from '@hiraeth/core/workbook';
import { find, type Book } from '@hiraeth/core/ledger';
import { reprofile, shadeSeries, type ShadeSeries } from '@hiraeth/core/colour';
import {
  measuredUnderWords,
  REPROFILE_WORDS,
  reprofileWords,
  shiftWords,
  VERDICT_WORDS,
  howMany,
} from '@hiraeth/core/words';
import { useHour, useLedger } from '../../state/hooks';
import { Big } from '../../parts/Big';
import { day } from '../../parts/dates';
import { Pick } from '../../parts/fields';
import { PrinterPick, usePrinter } from '../../parts/PrinterPick';
import { Fading } from './Fading';
import { Grades } from './Grades';
import { Measure } from './Measure';
import { PatchPairs } from './PatchPairs';
import { Ramps } from './Ramps';
import { ProfileForm } from './ProfileForm';
import { TestPlan } from './TestPlan';
import { Leaves } from '../../parts/Leaves';

/** Is the colour still the colour? Originals against refill, lot against lot, fading, and whether to profile anew. */
export default function Shades() {
  const ledger = useLedger();
  const printer = usePrinter();
  const [chosen, setChosen] = useState<string | null>(null);
  const [against, setAgainst] = useState<'original' | 'lot'>('original');
  if (!printer) return <NoPrinter />;
  const all = shadeSeries(ledger, printer.id);
  const series = all.find((one) => keyOf(one) === chosen) ?? all[0];
  const compared =
    series &&
    (against === 'lot'
      ? (series.againstLot ?? series.againstOriginal)
      : (series.againstOriginal ?? series.againstLot));
  return (
    <div className="sheet">
      <div>
        <h1>Shades</h1>
        <Leaves of="/checks" />
        <div className="row" style={{ paddingTop: 14 }}>
          <PrinterPick past onPick={() => setChosen(null)} />
          {all.length > 1 && (
            <Pick
              label="Measured"
              value={series ? keyOf(series) : ''}
              options={all.map((one) => ({ value: keyOf(one), label: nameOf(ledger, one) }))}
              onPick={setChosen}
            />
          )}
          {series?.againstOriginal && series.againstLot && (
            <Pick<'original' | 'lot'>
              label="Compare with"
              value={against}
              options={[
                { value: 'original', label: 'the original' },
                { value: 'lot', label: 'the last lot' },
              ]}
              onPick={setAgainst}
            />
          )}
        </div>
        {compared ? (
          <>
            <Found compared={compared} series={series} />
            <PatchPairs found={compared.found} />
            <Ramps found={compared.found} />
          </>
        ) : (
          <p>
            {series
              ? 'Measure the same chart once more, of originals and of the refill: then they are compared.'
              : 'Nothing measured yet. Print the chart with originals, then with the refill: same file, paper and settings; measure both, or compare by eye beside this.'}
          </p>
        )}
        {series && <Fading series={series} />}
        <TestPlan printer={printer} />
      </div>
      <aside>
        <Anew printer={printer} />
        <Measure key={printer.id} printer={printer} chart={series?.chart ?? 'Hiraeth 22'} />
        <Grades printer={printer} />
        <Link to="/shades/chart">A chart to print and measure</Link>
      </aside>
    </div>
  );
}

function NoPrinter() {
  return (
    <div className="stack">
      <h1>Shades</h1>
      <p>First set up a printer: then what it prints can be measured and compared here.</p>
      <div>
        <Button variant="contained" component={Link} to="/set-up">
          Set up a printer
        </Button>
      </div>
    </div>
  );
}

/** How far apart they lie, in one figure and in words. */
function Found({
  compared,
  series,
}: {
  readonly compared: NonNullable<ShadeSeries['againstOriginal']>;
  readonly series: ShadeSeries;
}) {
  const ledger = useLedger();
  return (
    <div className="lead">
      <Big text={compared.found.mean.toFixed(1)} of="mean ΔE00" testId="mean" />
      <div>
        <p>
          <strong>{VERDICT_WORDS[compared.found.verdict]}.</strong>{' '}
          {compared === series.againstLot ? 'Against the lot before' : 'Against the original'}:{' '}
          {shiftWords(compared.found).join(', ') || 'no shift to speak of'}. 95 % of {compared.found.count}{' '}
          patches lie below {compared.found.p95.toFixed(1)}.
        </p>
        <p className="soft small">
          {nameOf(ledger, series)}: {day(compared.from.at)} and {day(compared.to.at)}.
        </p>
      </div>
    </div>
  );
}

/** Whether the profile still holds, and why not. */
function Anew({ printer }: { readonly printer: Printer }) {
  const ledger = useLedger();
  const anew = reprofile(ledger, printer.id, useHour());
  return (
    <div>
      <h2>Profile anew?</h2>
      <p>
        <strong className={anew.verdict === 'now' ? 'bad' : anew.verdict === 'soon' ? 'warn' : ''}>
          {REPROFILE_WORDS[anew.verdict]}.
        </strong>{' '}
        {anew.profile
          ? `${anew.profile.name}, ${day(anew.profile.at)}; ${howMany(anew.printsSince, 'print')} since.`
          : ''}
      </p>
      <ul className="plain small" style={{ gap: 4 }}>
        {anew.why.map((reason, i) => (
          <li key={i}>{reprofileWords(reason)}</li>
        ))}
      </ul>
      <ProfileForm printer={printer} />
    </div>
  );
}

const keyOf = (one: ShadeSeries): string =>
  JSON.stringify([one.chart, one.paperId, one.condition, one.illuminant, one.observer, one.filter]);
const nameOf = (ledger: Book, one: ShadeSeries): string =>
  `${one.chart} on ${find(ledger.context, 'paper', one.paperId ?? undefined)?.name ?? 'no paper named'}, ${measuredUnderWords(one)}`;
