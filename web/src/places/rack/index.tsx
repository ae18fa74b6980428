import { insideWords, weighedWords, adviceTitle, dueWords, howMany } from '@hiraeth/core/words';
import {
  printerAdvice,
  type Advice,
  type AdviceCode,
  type CartridgeView,
  type SlotView,
} from '@hiraeth/core/advice';
import Button from '@mui/material/Button';
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { all, isGaugeOff, printersInUse } from '@hiraeth/core/ledger';
import { dueItems } from '@hiraeth/core/due';
import { headHealth } from '@hiraeth/core/nozzle';
import type { Printer } from '@hiraeth/core/workbook';
import { useHour, useLedger, useNow } from '../../state/hooks';
import { useAppSelector } from '../../state/store';
import { InTurn } from '../../parts/InTurn';
import { Swatch } from '../../parts/Swatch';
import { claimMl, Strip, StripKey } from '../../parts/Strip';
import { Drift } from './Drift';
import { Lead } from './Lead';
import { Shelf } from './Shelf';
import { Unsaved } from './Unsaved';

/** The strips are the answer that one comes for; the question beside them follows. */
const CanPrint = lazy(() => import('./CanPrint').then((part) => ({ default: part.CanPrint })));

/** What is in each printer now, what is due, and whether a job can be printed. */
export function Rack() {
  const ledger = useLedger();
  const now = useNow();
  // What has to be looked up in the log waits for it; what is inside is said at once.
  const whole = useAppSelector((state) => state.workbook.whole);
  const printers = printersInUse(ledger);
  if (all(ledger.context, 'printer').length === 0) return <FirstUse />;
  const views = printers.map((printer) => ({
    printer,
    advice: printerAdvice(ledger, printer.id, now)!,
    missing: new Map(
      headHealth(ledger, printer.id)?.channels.map((channel) => [channel.slotId, channel.missing]),
    ),
  }));
  return (
    <div className="sheet asks">
      <div>
        <div className="lead">
          <h1 className="visually-hidden">Rack</h1>
          {views.length > 0 ? (
            <Lead printers={views} />
          ) : (
            <p>
              No printer is in use. <Link to="/set-up">Set up another</Link>, or put{' '}
              <Link to="/workbook/things">one that was</Link> back in use.
            </p>
          )}
        </div>
        {views.map(({ printer, advice, missing }) => (
          <section key={printer.id} className="section" aria-labelledby={`p-${printer.id}`}>
            <header>
              <h2 id={`p-${printer.id}`}>{printer.name}</h2>
              <span className="soft small">
                {printer.feed === 'stationary'
                  ? 'stationary bay: air in the lines is dear'
                  : 'carriage: the head starves first'}{' '}
                · {howMany(ledger.state.printers.get(printer.id)?.copies ?? 0, 'print')} in the log
              </span>
              <Drift printerId={printer.id} />
            </header>
            {advice.slots.map((view) => (
              <RackRow key={view.slot.id} view={view} missing={missing.get(view.slot.id) ?? 0} />
            ))}
          </section>
        ))}
        <Shelf />
      </div>
      <aside>
        {whole ? (
          <InTurn before={<p className="soft">What is due follows.</p>}>
            <DueLine />
          </InTurn>
        ) : (
          <p className="soft">Reading the log: what is due follows.</p>
        )}
        <div className="when-asked">
          <Suspense fallback={<h2>Can I print this?</h2>}>
            {whole ? <CanPrint /> : <h2>Can I print this?</h2>}
          </Suspense>
        </div>
        <Unsaved />
        <StripKey />
      </aside>
    </div>
  );
}

const lowerFirst = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1);

/** How much is due; the list itself stands in Plan. */
function DueLine() {
  const ledger = useLedger();
  const at = useHour();
  const due = dueItems(ledger, at, 0).filter(({ snoozedUntil }) => snoozedUntil === null);
  if (due.length === 0) return null;
  return (
    <p>
      <Link to="/plan">{due.length === 1 ? 'One thing is due' : `${due.length} things are due`}</Link>:{' '}
      {lowerFirst(dueWords(due[0]!).what)}
      {due.length > 1 ? ' and more' : ''}.
    </p>
  );
}

const TO_BENCH: ReadonlySet<AdviceCode> = new Set([
  'topUpNow',
  'topUpSoon',
  'topUpAtReading',
  'topUpThenReset',
  'switchOffAhead',
  'replaceChip',
  'printerStopped',
]);
/** Somebody has to look at it: what they find is said on its page. */
const TO_LOOK: ReadonlySet<AdviceCode> = new Set(['lookForLeak', 'rejected']);
const TO_WEIGH: ReadonlySet<AdviceCode> = new Set(['weigh', 'weighIn', 'explain']);

/** One slot; what its last nozzle check missed stands beside its name: a gap is not empty ink. */
function RackRow({ view, missing }: { readonly view: SlotView; readonly missing: number }) {
  const { slot, cartridge, advice } = view;
  const tone = advice.urgency === 'now' ? 'bad' : advice.urgency === 'soon' ? 'warn' : '';
  const words = adviceTitle(advice);
  const untyped = advice.why.find((reason) => reason.code === 'typeUnknown');
  const id = cartridge?.body.cartridge.id ?? untyped?.cartridgeId;
  return (
    <div className="rackrow">
      <div className="name">
        <Swatch shades={slot.shades} />
        {id ? <Link to={`/cartridge/${id}`}>{slot.name}</Link> : slot.name}
        {cartridge?.body.cartridge.set && (
          <span className="soft small"> set {cartridge.body.cartridge.set}</span>
        )}
        {missing > 0 && (
          <Link className="warn small gaps" to={`/checks?printer=${view.printer.id}`}>
            {missing} {missing === 1 ? 'line' : 'lines'} missing
          </Link>
        )}
      </div>
      <div className="strip">{cartridge && <Strip view={cartridge} />}</div>
      <div className="ink">
        {cartridge ? insideWords(cartridge) : untyped ? 'type unknown' : 'empty slot'}
        <span>
          {cartridge && <GaugeWords view={cartridge} advice={advice} display={view.printer.gauge.display} />}
        </span>
      </div>
      <div className="act">
        {cartridge && TO_BENCH.has(advice.code) ? (
          <Link className={tone} to={`/bench?cartridge=${cartridge.body.cartridge.id}`}>
            {words}
          </Link>
        ) : cartridge && TO_WEIGH.has(advice.code) ? (
          <Link className={tone} to={`/weigh-in?printer=${view.printer.id}`}>
            {words}
          </Link>
        ) : id && (untyped || TO_LOOK.has(advice.code)) ? (
          <Link className={tone} to={`/cartridge/${id}`}>
            {words}
          </Link>
        ) : (
          <span style={{ display: 'inline', color: 'inherit', fontSize: 'inherit' }} className={tone}>
            {words}
          </span>
        )}
        <span>{cartridge ? weighedWords(cartridge) : ''}</span>
      </div>
    </div>
  );
}

/** What the printer claims, and at which claim the cartridge is really empty. */
function GaugeWords({
  view,
  advice,
  display,
}: {
  readonly view: CartridgeView;
  readonly advice: Advice;
  readonly display: Printer['gauge']['display'];
}) {
  if (isGaugeOff(view.state)) return <>gauge off: the log counts</>;
  if (display === 'lampForAll') return <>one lamp for all: the log counts</>;
  if (display === 'invisible') return <>shows no level: the log counts</>;
  const fraction = view.state?.gauge?.fraction;
  if (fraction === null || fraction === undefined || claimMl(view) === null) return <>gauge not read</>;
  const empty = advice.emptyAt;
  return (
    <Link to="/gauge" className="quiet">
      says {Math.round(fraction * 100)} %
      {empty ? `, empty at ${Math.round(Math.max(0, empty.reading.value) * 100)} %` : ''}
    </Link>
  );
}

function FirstUse() {
  return (
    <div className="stack" style={{ maxWidth: 720, paddingTop: 24 }}>
      <h1>An empty workbook</h1>
      <p>
        To begin, say what you own: a printer with its channels, a cartridge type, the scale and the syringe.
        It takes about three minutes, and all of it can be corrected later.
      </p>
      <ol style={{ paddingLeft: 22 }} className="stack">
        <li>Set up a printer and its cartridges.</li>
        <li>Buy and open a bottle of ink in Inks.</li>
        <li>Weigh a cartridge on the Bench: it says how much to add.</li>
        <li>Log what you print; weigh in now and then. Cost tells the rest.</li>
      </ol>
      <div className="row">
        <Button variant="contained" component={Link} to="/set-up">
          Set up a printer
        </Button>
        <Button component={Link} to="/workbook">
          Open a workbook file
        </Button>
      </div>
    </div>
  );
}
