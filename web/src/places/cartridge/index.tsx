import { factWords, reasonWords, pullOutWords, howMany } from '@hiraeth/core/words';
import { putIn, retire, shake, takeOut } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { factsAbout, find, lifeOf, slotFor } from '@hiraeth/core/ledger';
import { cartridgeTotals, recordsOf } from '@hiraeth/core/report';
import { cartridgeView, type CartridgeView } from '@hiraeth/core/advice';
import { formatUncertain } from '@hiraeth/core/quantity';
import type { Cartridge, Entity } from '@hiraeth/core/workbook';
import { useLedger, useNow, useAct } from '../../state/hooks';
import { useAppDispatch } from '../../state/store';
import { undo } from '../../state/thunks';
import { day, moment } from '../../parts/dates';
import { EntityEditor } from '../../parts/EntityEditor';
import { Strip } from '../../parts/Strip';
import { Evidence } from './Evidence';
import { Glance } from './Glance';
import { Lead } from './Lead';
import { LifeChart } from './LifeChart';
import { Looked } from './Looked';
import { Margin } from './Margin';

const PAGE = 14;

/** One cartridge's life: what is in it, how it came there, and every entry with its undo. */
export default function CartridgePlace() {
  const { id = '' } = useParams();
  const ledger = useLedger();
  const { begins } = ledger.state;
  const now = useNow();
  const [editing, setEditing] = useState<Entity | null>(null);
  const view = cartridgeView(ledger, id, now);
  const untyped = view ? undefined : find(ledger.context, 'cartridge', id);
  if (untyped) return <Untyped cartridge={untyped} editing={editing} onEdit={setEditing} />;
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
  const totals = cartridgeTotals(ledger, id, now);
  return (
    <div className="sheet">
      <div>
        <Lead view={view} />
        <Strip view={view} height={46} />
        <Glance view={view} />
        <Actions view={view} />
        <section className="section">
          <header>
            <h2>Its life</h2>
            <span className="soft small">
              {howMany(state.fills, 'fill')}
              {begins ? `; since ${day(begins.at)}:` : ','} {totals.addedMl.toFixed(0)} ml put in,{' '}
              {totals.usedMl.toFixed(0)} ml used
            </span>
          </header>
          <Life view={view} now={now} />
        </section>
      </div>
      <Margin view={view} onCorrect={() => setEditing(cartridge)} />
      <EntityEditor entity={editing} onClose={() => setEditing(null)} />
    </div>
  );
}

/** A cartridge whose type is not in the workbook. */
function Untyped({
  cartridge,
  editing,
  onEdit,
}: {
  readonly cartridge: Cartridge;
  readonly editing: Entity | null;
  readonly onEdit: (entity: Entity | null) => void;
}) {
  return (
    <div className="stack">
      <h1>{cartridge.label}</h1>
      <p>
        {reasonWords({ code: 'typeUnknown', cartridgeId: cartridge.id, label: cartridge.label })} What was
        recorded of it is safe, and counts again as soon as its type is known.
      </p>
      <div className="row">
        <Button variant="contained" onClick={() => onEdit(cartridge)}>
          Choose its type
        </Button>
        <Link to="/workbook/log">or bring the type back, in the log of entries</Link>
      </div>
      <EntityEditor entity={editing} onClose={() => onEdit(null)} />
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
          home &&
          !ledger.state.printers.get(home.printer.id)?.retired && (
            <Button
              variant="outlined"
              onClick={() => void act(putIn(home.printer.id, [{ slotId: home.slot.id, cartridgeId: id }]))}
            >
              Put it in {home.printer.name}
            </Button>
          )
        )}
        <Button onClick={() => void act(shake([id]))}>I shook it</Button>
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
