import Button from '@mui/material/Button';
import { Link } from 'react-router';
import {
  all,
  emptyAt,
  formatUncertain,
  isGaugeOff,
  slotView,
  type CartridgeView,
  type Printer,
  type SlotView,
} from '@hiraeth/core';
import { useLedger, useNow } from '../../app/hooks';
import { Big } from '../../parts/Big';
import { ago } from '../../parts/dates';
import { Swatch } from '../../parts/Swatch';
import { claimMl, Strip, StripKey } from '../../parts/Strip';
import { CanPrint } from './CanPrint';
import { Shelf } from './Shelf';

/** What is in each printer now, what is due, and whether a job can be printed. */
export function Rack() {
  const ledger = useLedger();
  const now = useNow();
  const printers = all(ledger.context, 'printer');
  if (printers.length === 0) return <FirstUse />;
  const views = printers.map((printer) => ({
    printer,
    slots: printer.slots.map((slot) => slotView(ledger, printer.id, slot.id, now)!),
  }));
  const first = worst(views.flatMap((view) => view.slots));
  return (
    <div className="sheet">
      <div>
        <h1 className="visually-hidden">Rack</h1>
        <Lead view={first} />
        {views.map(({ printer, slots }) => (
          <section key={printer.id} className="section" aria-labelledby={`p-${printer.id}`}>
            <header>
              <h2 id={`p-${printer.id}`}>{printer.name}</h2>
              <span className="soft small">
                {printer.feed === 'stationary'
                  ? 'stationary bay: air in the lines is dear'
                  : 'carriage: the head starves first'}{' '}
                · {ledger.state.printers[printer.id]?.copies ?? 0} prints in the log
              </span>
            </header>
            {slots.map((view) => (
              <RackRow key={view.slot.id} view={view} />
            ))}
          </section>
        ))}
        <Shelf />
      </div>
      <aside>
        <CanPrint />
        <StripKey />
      </aside>
    </div>
  );
}

/** The one number that matters: how many sheets are safe, and which channel ends them. */
function Lead({ view }: { readonly view: SlotView | null }) {
  if (!view) return null;
  const { action, safeSheets, slot, cartridge } = view;
  if (action.urgency === 'now' || safeSheets === null)
    return (
      <div className="lead">
        <Big
          text={
            cartridge
              ? cartridge.ink
                ? formatUncertain(cartridge.ink, 'ml')
                : 'Weigh first'
              : 'An empty slot'
          }
          tone={cartridge && action.urgency === 'now' ? 'bad' : ''}
        />
        <p>
          <strong>
            {slot.name}, {view.printer.name}: {action.words.toLowerCase()}.
          </strong>{' '}
          {action.why.join(' ')}
        </p>
      </div>
    );
  return (
    <div className="lead">
      <Big text={String(safeSheets)} of="standard sheets are safe" />
      <p>
        <strong>{slot.name}</strong> in {view.printer.name} goes first, with{' '}
        {formatUncertain(cartridge!.ink!, 'ml')} inside. Safe means: at 95 %, no channel comes to its reserve.
      </p>
    </div>
  );
}

function worst(views: readonly SlotView[]): SlotView | null {
  const inUse = views.filter((view) => view.cartridge);
  const pool = inUse.length > 0 ? inUse : views;
  return pool.reduce<SlotView | null>((a, b) => {
    if (!a) return b;
    if ((a.action.urgency === 'now') !== (b.action.urgency === 'now'))
      return a.action.urgency === 'now' ? a : b;
    return (a.safeSheets ?? -1) <= (b.safeSheets ?? -1) ? a : b;
  }, null);
}

function RackRow({ view }: { readonly view: SlotView }) {
  const { slot, cartridge, action } = view;
  const tone = action.urgency === 'now' ? 'bad' : action.urgency === 'soon' ? 'warn' : '';
  return (
    <div className="rackrow">
      <div className="name">
        <Swatch shades={slot.shades} />
        {cartridge ? <Link to={`/cartridge/${cartridge.body.cartridge.id}`}>{slot.name}</Link> : slot.name}
        {cartridge?.body.cartridge.set && (
          <span className="soft small"> set {cartridge.body.cartridge.set}</span>
        )}
      </div>
      <div className="strip">{cartridge && <Strip view={cartridge} />}</div>
      <div className="ink">
        {cartridge?.ink ? formatUncertain(cartridge.ink, 'ml') : cartridge ? 'not weighed' : 'empty slot'}
        <span>{cartridge && <GaugeWords view={cartridge} display={view.printer.gauge.display} />}</span>
      </div>
      <div className="act">
        {action.code === 'topUpNow' || action.code === 'topUpSoon' ? (
          <Link className={tone} to={`/bench?cartridge=${cartridge!.body.cartridge.id}`}>
            {action.words}
          </Link>
        ) : action.code === 'weigh' || action.code === 'weighIn' ? (
          <Link className={tone} to={`/weigh-in?printer=${view.printer.id}`}>
            {action.words}
          </Link>
        ) : (
          <span style={{ display: 'inline', color: 'inherit', fontSize: 'inherit' }} className={tone}>
            {action.words}
          </span>
        )}
        <span>
          {cartridge?.weighedDaysAgo === null || !cartridge
            ? 'never weighed'
            : `weighed ${ago(cartridge.weighedDaysAgo)}`}
        </span>
      </div>
    </div>
  );
}

/** What the printer claims, and at which claim the cartridge is really empty. */
function GaugeWords({
  view,
  display,
}: {
  readonly view: CartridgeView;
  readonly display: Printer['gauge']['display'];
}) {
  const ledger = useLedger();
  if (isGaugeOff(view.state)) return <>gauge off: the log counts</>;
  if (display === 'lampForAll') return <>one lamp for all: the log counts</>;
  if (display === 'invisible') return <>shows no level: the log counts</>;
  const fraction = view.state?.gauge?.fraction;
  if (fraction === null || fraction === undefined || claimMl(view) === null) return <>gauge not read</>;
  const empty = emptyAt(ledger, view.body.cartridge.id);
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
        <Button variant="contained" component={Link} to="/workbook?set-up=printer">
          Set up a printer
        </Button>
        <Button component={Link} to="/workbook">
          Open a workbook file
        </Button>
      </div>
    </div>
  );
}
