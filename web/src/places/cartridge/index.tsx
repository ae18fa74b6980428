import {
  insideWords,
  agoWords,
  adviceTitle,
  emptyAtWords,
  factWords,
  howFarWords,
  METHOD_NAMES,
  reasonWords,
  pullOutWords,
  STRATEGY_NAMES,
} from '@hiraeth/core/words';
import { putIn, retire, shake, takeOut } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { bodyOf, factsAbout, find, headOf, isGaugeOff, lifeOf, partsOf, slotFor } from '@hiraeth/core/ledger';
import { cartridgeTotals, recordsOf } from '@hiraeth/core/report';
import { cartridgeView, emptyAt, slotView, type CartridgeView } from '@hiraeth/core/advice';
import { formatUncertain } from '@hiraeth/core/quantity';
import { howFar } from '@hiraeth/core/plan';
import type { Entity } from '@hiraeth/core/workbook';
import { useHour, useLedger, useNow, useAct } from '../../state/hooks';
import { useAppDispatch } from '../../state/store';
import { undo } from '../../state/thunks';
import { Big } from '../../parts/Big';
import { clock, day, moment } from '../../parts/dates';
import { CartridgeDrawing } from '../../parts/drawing/CartridgeDrawing';
import { EntityEditor } from '../../parts/EntityEditor';
import { Swatch } from '../../parts/Swatch';
import { Strip, StripKey } from '../../parts/Strip';
import { Evidence } from './Evidence';
import { Glance } from './Glance';
import { LifeChart } from './LifeChart';
import { Looked } from './Looked';
import { MixtureList } from './MixtureList';
import { ShadeList } from './ShadeList';

const PAGE = 14;

/** One cartridge's life: what is in it, how it came there, and every entry with its undo. */
export default function CartridgePlace() {
  const { id = '' } = useParams();
  const ledger = useLedger();
  const { begins } = ledger.state;
  const now = useNow();
  const hour = useHour();
  const [editing, setEditing] = useState<Entity | null>(null);
  const view = cartridgeView(ledger, id, now);
  const untyped = view ? undefined : find(ledger.context, 'cartridge', id);
  if (untyped)
    return (
      <div className="stack">
        <h1>{untyped.label}</h1>
        <p>
          {reasonWords({ code: 'typeUnknown', cartridgeId: id, label: untyped.label })} What was recorded of
          it is safe, and counts again as soon as its type is known.
        </p>
        <div className="row">
          <Button variant="contained" onClick={() => setEditing(untyped)}>
            Choose its type
          </Button>
          <Link to="/workbook/log">or bring the type back, in the log of entries</Link>
        </div>
        <EntityEditor entity={editing} onClose={() => setEditing(null)} />
      </div>
    );
  if (!view)
    return (
      <div className="stack">
        <h1>No such cartridge</h1>
        <p>
          It is not in this workbook. Look for it in the <Link to="/">Rack</Link>.
        </p>
      </div>
    );
  const { cartridge } = view.body;
  const { state } = view;
  const place = state.seat;
  const slot = place ? slotView(ledger, place.printerId, place.slotId, now) : undefined;
  const far = place && howFar(ledger, place.printerId, place.slotId, hour);
  const empty = emptyAt(ledger, id, now);
  const open = view.ink ? state.ports : null;
  const totals = cartridgeTotals(ledger, id, now);
  return (
    <div className="sheet">
      <div>
        <h1>
          <Swatch shades={cartridge.shades} />
          {cartridge.label}
          <span className="soft" style={{ fontWeight: 400 }}>
            , {cartridge.shades.join(', ')}
            {state?.retired
              ? ' (retired)'
              : place
                ? `, in ${find(ledger.context, 'printer', place.printerId)?.name}`
                : ', on the shelf'}
          </span>
        </h1>
        <div className="lead" style={{ paddingTop: 14 }}>
          <Big
            text={view.ink ? formatUncertain(view.ink, 'ml') : '–'}
            of={view.ink ? 'inside' : insideWords(view)}
          />
          <div>
            {slot && (
              <p>
                <strong>{adviceTitle(slot.advice)}.</strong> {slot.advice.why.map(reasonWords).join(' ')}
              </p>
            )}
            {far && <p className="soft">{howFarWords(far)}</p>}
            {!slot && view.restUntil && (
              <p>It rests until {clock(view.restUntil)}: then its weight is the honest full mass.</p>
            )}
            {view.weighedDaysAgo !== null && (
              <p className="soft small">
                {view.ink?.source}; last weighed {agoWords(view.weighedDaysAgo)}:{' '}
                {formatUncertain(state.lastWeighed!.massG, 'g')}
              </p>
            )}
          </div>
        </div>
        <Strip view={view} height={46} />
        <Glance view={view} />
        <Actions view={view} />
        <section className="section">
          <header>
            <h2>Its life</h2>
            <span className="soft small">
              {state.fills} fills{begins ? `; since ${day(begins.at)}:` : ','} {totals.addedMl.toFixed(0)} ml
              put in, {totals.usedMl.toFixed(0)} ml used
            </span>
          </header>
          <Life view={view} now={now} />
        </section>
      </div>
      <aside>
        <div>
          <h2>What is inside</h2>
          <MixtureList view={view} />
        </div>
        <ShadeList cartridgeId={id} />
        <div>
          <h2>Body</h2>
          <p>
            {view.body.type.name}, {METHOD_NAMES[view.body.type.method]}. Empty{' '}
            {formatUncertain(view.body.emptyG, 'g')}
            {view.body.emptyIsOwn ? ' (its own)' : ' (the type’s)'}, full {view.body.type.fullG.toFixed(2)} g,
            at most {view.body.maxG.toFixed(2)} g
            {state?.restedG ? `; rested full mass ${state.restedG.toFixed(2)} g` : ''}.
            <HeadLine cartridgeId={id} />
          </p>
          <Button size="small" onClick={() => setEditing(cartridge)}>
            Correct
          </Button>
        </div>
        {open && (
          <div>
            <h2>Ports</h2>
            <CartridgeDrawing
              construction={view.body.type.construction}
              shades={cartridge.shades}
              fill={
                view.ink && {
                  share: view.ink.value / view.body.type.capacityMl,
                  u: view.ink.u / view.body.type.capacityMl,
                }
              }
              ports={state.ports}
              width="100%"
            />
            <p>
              {Object.entries(open)
                .filter(([, port]) => port !== undefined && port !== 'none')
                .map(([name, port]) =>
                  typeof port === 'boolean' ? (port ? name : `not ${name}`) : `${name} ${port}`,
                )
                .join(', ') || 'nothing to close'}
            </p>
          </div>
        )}
        <div>
          <h2>Chip</h2>
          <p>
            {cartridge.chip
              ? `${STRATEGY_NAMES[cartridge.chip.strategy]}; counts ${state?.chip.volumeMl ?? cartridge.chip.volumeMl ?? '?'} ml`
              : 'none'}
            {isGaugeOff(state) ? '; its gauge is off: the log is the gauge now' : ''}
            {state?.chip.resetAt ? `; last reset ${moment(state.chip.resetAt)}` : ''}.
            {empty ? ` ${emptyAtWords(empty)}` : ''}
          </p>
        </div>
        <StripKey />
      </aside>
      <EntityEditor entity={editing} onClose={() => setEditing(null)} />
    </div>
  );
}

function Actions({ view }: { readonly view: CartridgeView }) {
  const ledger = useLedger();
  const act = useAct();
  const { id } = view.body.cartridge;
  const { state } = view;
  const home = slotFor(ledger.context, view.body.cartridge);
  const [retiring, setRetiring] = useState(false);
  if (state?.retired) return null;
  return (
    <>
      <div className="row" style={{ padding: '12px 0' }}>
        <Button variant="contained" component={Link} to={`/bench?cartridge=${id}`}>
          Fill it on the Bench
        </Button>
        {state.seat ? (
          <Button variant="outlined" onClick={() => void act(takeOut(ledger, id))}>
            Take it out
          </Button>
        ) : (
          home && (
            <Button
              variant="outlined"
              onClick={() => void act(putIn(home.printer.id, [{ slotId: home.slot.id, cartridgeId: id }]))}
            >
              Put it in {home.printer.name}
            </Button>
          )
        )}
        <Button onClick={() => void act(shake(id))}>I shook it</Button>
        <Button component={Link} to={`/prepare/${id}`}>
          Convert to another ink
        </Button>
        <Button color="warning" onClick={() => setRetiring(true)}>
          Retire it
        </Button>
      </div>
      {state.seat && home && <p className="soft small">{pullOutWords(home.printer)}</p>}
      {retiring && (
        <div className="row" role="group" aria-label="Why retire it?">
          <span>Why?</span>
          {['it leaks', 'it is clogged', 'its contacts are dead', 'it ran dry too often'].map((reason) => (
            <Button
              key={reason}
              variant="outlined"
              onClick={() => {
                setRetiring(false);
                void act(retire(id, reason));
              }}
            >
              {reason}
            </Button>
          ))}
          <Button onClick={() => setRetiring(false)}>Keep it</Button>
        </div>
      )}
      <Evidence view={view} />
      <Looked view={view} />
    </>
  );
}

function Life({ view, now }: { readonly view: CartridgeView; readonly now: string }) {
  const ledger = useLedger();
  const dispatch = useAppDispatch();
  const [shown, setShown] = useState(PAGE);
  const { id } = view.body.cartridge;
  const { facts, entries, byFact } = useMemo(() => {
    const last = ledger.facts.at(-1)?.at ?? '';
    const own = lifeOf(ledger, id, last, recordsOf(ledger));
    return {
      facts: factsAbout(ledger, id),
      entries: own,
      byFact: new Map(own.map((entry) => [entry.factId, entry])),
    };
  }, [ledger, id]);
  if (facts.length === 0) return <p>Nothing has happened to it yet. Weigh it once to begin.</p>;
  return (
    <>
      <LifeChart view={view} entries={entries} now={now} />
      <div className="scrollx">
        <table className="lines">
          <thead>
            <tr>
              <th>When</th>
              <th>What</th>
              <th className="n">Ink after</th>
              <th className="n">Used since</th>
              <th>
                <span className="visually-hidden">Take back</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {facts.slice(0, shown).map((fact) => {
              const entry = byFact.get(fact.id);
              const words = factWords(ledger, fact);
              return (
                <tr key={fact.id}>
                  <td style={{ whiteSpace: 'nowrap' }} className="soft">
                    {moment(fact.at)}
                  </td>
                  <td>
                    {words}
                    {entry?.flag && (
                      <span className={entry.flag === 'heavier' ? 'warn' : 'bad'}>
                        {' '}
                        {
                          {
                            leak: 'Leaked while nothing printed.',
                            surprise: 'Far from what was expected.',
                            heavier: 'Heavier than by the log.',
                            ranDry: 'Empty.',
                            contradicts: 'Does not fit the log.',
                          }[entry.flag]
                        }
                      </span>
                    )}
                    {fact.note && !fact.note.startsWith('step ') && (
                      <span className="soft"> {fact.note}</span>
                    )}
                  </td>
                  <td className="n">{entry ? formatUncertain({ value: entry.ml, u: entry.u }, 'ml') : ''}</td>
                  <td className="n soft">{entry?.used ? formatUncertain(entry.used, 'ml') : ''}</td>
                  <td className="n">
                    <Button
                      size="small"
                      onClick={() => void dispatch(undo([fact.id]))}
                      aria-label={`Take back: ${words}`}
                    >
                      Take back
                    </Button>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      {shown < facts.length && (
        <Button onClick={() => setShown(shown + 10 * PAGE)}>Show more ({facts.length - shown} older)</Button>
      )}
    </>
  );
}

/** Of a two-part cartridge: what its head held when it was weighed by itself. */
function HeadLine({ cartridgeId }: { readonly cartridgeId: string }) {
  const ledger = useLedger();
  const head = headOf(ledger, cartridgeId);
  const body = bodyOf(ledger.context, cartridgeId);
  const parts = body && partsOf(body);
  if (!parts) return null;
  return (
    <>
      {' '}
      Its head alone: empty {formatUncertain(parts.head.emptyG, 'g')}, full {parts.head.fullG.toFixed(2)} g
      {head
        ? `; it held ${formatUncertain(head.ink, 'ml')} on ${moment(head.at)}`
        : '; not weighed by itself yet'}
      .
    </>
  );
}
