import { bottleStock, all, bottleRemaining, densityOfInk, pricePerMl } from '@hiraeth/core/ledger';
import { openBottle, bottleIsEmpty } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { COVERAGE } from '@hiraeth/core/numeric';
import { formatUncertain } from '@hiraeth/core/quantity';
import { DUE, type Bottle, type Entity, type Ink } from '@hiraeth/core/workbook';
import { inkLasts } from '@hiraeth/core/plan';
import { MONTH_MS } from '@hiraeth/core/time';
import { useLedger, useMoney, useNow, useAct } from '../../state/hooks';
import { Big } from '../../parts/Big';
import { day } from '../../parts/dates';
import { EntityEditor } from '../../parts/EntityEditor';
import { Swatch } from '../../parts/Swatch';
import { BuyBottle } from './BuyBottle';
import { DensityBench } from './DensityBench';
import { SqueezeBench } from './SqueezeBench';
import { WeighBottle } from './WeighBottle';

type Doing =
  | { readonly what: 'buy' }
  | { readonly what: 'density'; readonly ink: Ink }
  | { readonly what: 'squeeze' }
  | { readonly what: 'weigh'; readonly bottle: Bottle }
  | null;

/** Inks by shade, their bottles and lots, what is left by mass, and their densities. */
export default function Inks() {
  const ledger = useLedger();
  const now = useNow();
  const [doing, setDoing] = useState<Doing>(null);
  const [editing, setEditing] = useState<Entity | null>(null);
  const [withEmpty, setWithEmpty] = useState(false);
  const inks = all(ledger.context, 'ink');
  const bottles = all(ledger.context, 'bottle');
  const open = bottles.filter((bottle) => !ledger.state.bottles.get(bottle.id)?.retired);
  const least = inkLasts(ledger, now)[0];
  const close = (): void => setDoing(null);
  return (
    <div className="sheet">
      <div>
        <h1>Inks</h1>
        {least ? (
          <div className="lead" style={{ paddingTop: 12 }}>
            <Big
              text={formatUncertain(least.left, 'ml')}
              of={`of ${least.ink.shade} left`}
              tone={bottleStock(least.left.value) === 'plenty' ? '' : 'warn'}
            />
            <p>
              {least.months === null
                ? `${least.ink.name} is the smallest stock. How long it lasts is known after the first fills.`
                : `${least.ink.name} runs out first. At ${least.perMonth.toFixed(0)} ml a month it lasts about ${least.months.toFixed(1)} months.`}
            </p>
          </div>
        ) : (
          <p className="soft" style={{ padding: '12px 0' }}>
            No ink yet. Buy a bottle: name, shade, lot, volume, price.
          </p>
        )}
        <div className="row">
          <Button variant="contained" onClick={() => setDoing({ what: 'buy' })}>
            Buy a bottle
          </Button>
          <Button onClick={() => setDoing({ what: 'squeeze' })}>Calibrate a squeeze or drop bottle</Button>
          <Button onClick={() => setWithEmpty(!withEmpty)}>
            {withEmpty ? 'Hide used-up bottles' : 'Show used-up bottles too'}
          </Button>
        </div>
        {doing?.what === 'buy' && <BuyBottle onDone={close} />}
        {doing?.what === 'squeeze' && <SqueezeBench onDone={close} />}
        {inks.map((ink) => (
          <section key={ink.id} className="section">
            <header>
              <h2>
                <Swatch shades={[ink.shade]} />
                {ink.name}
              </h2>
              <Density ink={ink} />
              <Button size="small" onClick={() => setDoing({ what: 'density', ink })}>
                Measure its density
              </Button>
              <Button size="small" onClick={() => setEditing(ink)} aria-label={`Correct ${ink.name}`}>
                Correct
              </Button>
            </header>
            {doing?.what === 'density' && doing.ink.id === ink.id && (
              <DensityBench ink={ink} onDone={close} />
            )}
            <BottleTable
              bottles={(withEmpty ? bottles : open).filter((bottle) => bottle.inkId === ink.id)}
              now={now}
              withEmpty={withEmpty}
              onWeigh={(bottle) => setDoing({ what: 'weigh', bottle })}
              onEdit={setEditing}
            />
            {doing?.what === 'weigh' && doing.bottle.inkId === ink.id && (
              <WeighBottle bottle={doing.bottle} onDone={close} />
            )}
          </section>
        ))}
      </div>
      <aside>
        <div>
          <h2>What is left</h2>
          <p>
            A bottle that is weighed now and then knows what is in it. One that is not counts what the log
            took out of its nominal volume.
          </p>
        </div>
        <div>
          <h2>Density</h2>
          <p>
            One gram is not one millilitre: a real ink is a few per cent off. Measured beats stated, stated
            beats the usual value of its class.
          </p>
        </div>
        <div>
          <h2>Care</h2>
          <p>
            Shake before use; make only a needle-sized hole in the seal; keep the cap liner. Never let a
            bottle suck ink back from a wet outlet. Out of reach of children, pets and food.
          </p>
        </div>
      </aside>
      <EntityEditor entity={editing} onClose={() => setEditing(null)} />
    </div>
  );
}

function Density({ ink }: { readonly ink: Ink }) {
  const ledger = useLedger();
  const density = densityOfInk(ledger.context, ink);
  const measured = ledger.context.densities.has(ink.id);
  return (
    <span className="soft small">
      {density.value.toFixed(3)} ± {(COVERAGE * density.u).toFixed(3)} g/ml,{' '}
      {measured ? 'measured' : ink.density ? 'stated by its maker' : 'usual for its class'}
    </span>
  );
}

function BottleTable({
  bottles,
  now,
  withEmpty,
  onWeigh,
  onEdit,
}: {
  readonly bottles: readonly Bottle[];
  readonly now: string;
  readonly withEmpty: boolean;
  readonly onWeigh: (bottle: Bottle) => void;
  readonly onEdit: (entity: Entity) => void;
}) {
  const ledger = useLedger();
  const act = useAct();
  const money = useMoney();
  const rows = bottles
    .map((bottle) => ({
      bottle,
      state: ledger.state.bottles.get(bottle.id),
      left: bottleRemaining(ledger, bottle.id)!,
    }))
    .filter(({ left, state }) => withEmpty || (left.now.value > 1 && !state?.retired));
  if (rows.length === 0) return <p className="soft small">No bottle of it has ink left.</p>;
  return (
    <div className="scrollx">
      <table className="lines">
        <thead>
          <tr>
            <th>Lot</th>
            <th className="n">Left</th>
            <th className="n">Of</th>
            <th className="n">Price</th>
            <th className="n">A ml</th>
            <th>Opened</th>
            <th>
              <span className="visually-hidden">Do</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ bottle, state, left }) => {
            const months = state?.openedAt ? (Date.parse(now) - Date.parse(state.openedAt)) / MONTH_MS : 0;
            return (
              <tr key={bottle.id}>
                <td>{bottle.lot || 'no lot'}</td>
                <td className="n">
                  <strong>{formatUncertain(left.now, 'ml')}</strong>
                  <span className="soft small">
                    {' '}
                    {left.now.source === 'weighed' ? 'weighed' : 'by the log'}
                  </span>
                  {left.gapMl !== null && Math.abs(left.gapMl) > COVERAGE * left.gapU && (
                    <div className="warn small">
                      {left.gapMl > 0
                        ? `${left.gapMl.toFixed(1)} ml more gone than the log knows`
                        : `${(-left.gapMl).toFixed(1)} ml more left than the log knows`}
                    </div>
                  )}
                </td>
                <td className="n">{bottle.volumeMl} ml</td>
                <td className="n">{money(bottle.priceMinor)}</td>
                <td className="n">{money(pricePerMl(bottle), 3)}</td>
                <td>
                  {state?.openedAt ? (
                    <span className={months > DUE.bottleMonths ? 'warn' : ''}>
                      {day(state.openedAt)}
                      {months > DUE.bottleMonths ? ': old, check it' : ''}
                    </span>
                  ) : (
                    <Button size="small" onClick={() => void act(openBottle(bottle.id))}>
                      Open it
                    </Button>
                  )}
                </td>
                <td className="n">
                  <Button size="small" onClick={() => onWeigh(bottle)} aria-label={`Weigh lot ${bottle.lot}`}>
                    Weigh
                  </Button>
                  <Button
                    size="small"
                    onClick={() => onEdit(bottle)}
                    aria-label={`Correct lot ${bottle.lot}`}
                  >
                    Correct
                  </Button>
                  {!state?.retired && bottleStock(left.now.value) === 'last' && (
                    <Button size="small" onClick={() => void act(bottleIsEmpty(bottle.id))}>
                      Used up
                    </Button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
