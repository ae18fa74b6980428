import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import { all, bottleStock } from '@hiraeth/core/ledger';
import { inkLasts } from '@hiraeth/core/plan';
import { formatUncertain } from '@hiraeth/core/quantity';
import type { Bottle, Entity, Ink } from '@hiraeth/core/workbook';
import { useLedger, useNow } from '../../state/hooks';
import { Big } from '../../parts/Big';
import { EntityEditor } from '../../parts/EntityEditor';
import { Leaves } from '../../parts/Leaves';
import { useLeaf } from '../../parts/useLeaf';
import { BuyBottle } from './BuyBottle';
import { Densities } from './Densities';
import { DensityBench } from './DensityBench';
import { SqueezeBench } from './SqueezeBench';
import { Stock } from './Stock';
import { WeighBottle } from './WeighBottle';

type Doing =
  | { readonly what: 'buy' }
  | { readonly what: 'density'; readonly ink: Ink }
  | { readonly what: 'squeeze' }
  | { readonly what: 'weigh'; readonly bottle: Bottle }
  | null;

/** Inks by shade, their bottles and lots, what is left by mass, and their densities. */
export default function Inks() {
  const leaf = useLeaf('/inks');
  const ledger = useLedger();
  const now = useNow();
  const [doing, setDoing] = useState<Doing>(null);
  const [editing, setEditing] = useState<Entity | null>(null);
  const [withEmpty, setWithEmpty] = useState(false);
  const inks = all(ledger.context, 'ink');
  const bottles = all(ledger.context, 'bottle');
  const open = bottles.filter((bottle) => !ledger.state.bottles.get(bottle.id)?.retired);
  const supplies = inkLasts(ledger, now);
  const close = (): void => setDoing(null);
  return (
    <div className="sheet">
      <div>
        <h1>Inks</h1>
        <Leaves of="/inks" />
        {leaf === null ? (
          <>
            <Least least={supplies[0]} />
            <div className="row">
              <Button variant="contained" onClick={() => setDoing({ what: 'buy' })}>
                Buy a bottle
              </Button>
              <Button component={Link} to="/plan/orders">
                What to order, and by when
              </Button>
              <Button onClick={() => setWithEmpty(!withEmpty)}>
                {withEmpty ? 'Hide used-up bottles' : 'Show used-up bottles too'}
              </Button>
            </div>
            {doing?.what === 'buy' && <BuyBottle onDone={close} />}
            {doing?.what === 'weigh' && (
              <WeighBottle key={doing.bottle.id} bottle={doing.bottle} onDone={close} />
            )}
            {inks.length > 0 && (
              <Stock
                inks={inks}
                supplies={supplies}
                bottles={withEmpty ? bottles : open}
                now={now}
                withEmpty={withEmpty}
                onWeigh={(bottle) => setDoing({ what: 'weigh', bottle })}
                onEdit={setEditing}
              />
            )}
          </>
        ) : (
          <>
            <div className="row">
              <Button onClick={() => setDoing({ what: 'squeeze' })}>
                Calibrate a squeeze or drop bottle
              </Button>
            </div>
            {doing?.what === 'squeeze' && <SqueezeBench onDone={close} />}
            {doing?.what === 'density' && <DensityBench key={doing.ink.id} ink={doing.ink} onDone={close} />}
            <Densities
              inks={inks}
              onMeasure={(ink) => setDoing({ what: 'density', ink })}
              onEdit={setEditing}
            />
          </>
        )}
      </div>
      <Aside ofStock={leaf === null} />
      <EntityEditor entity={editing} onClose={() => setEditing(null)} />
    </div>
  );
}

/** The ink that runs out first. */
function Least({ least }: { readonly least: ReturnType<typeof inkLasts>[number] | undefined }) {
  if (!least)
    return (
      <p className="soft" style={{ padding: '12px 0' }}>
        No ink yet. Buy a bottle: name, shade, lot, volume, price.
      </p>
    );
  return (
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
  );
}

function Aside({ ofStock }: { readonly ofStock: boolean }) {
  return (
    <aside>
      {ofStock && (
        <div>
          <h2>What is left</h2>
          <p>
            A bottle that is weighed now and then knows what is in it. One that is not counts what the log
            took out of its nominal volume.
          </p>
        </div>
      )}
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
          Shake before use; make only a needle-sized hole in the seal; keep the cap liner. Never let a bottle
          suck ink back from a wet outlet. Out of reach of children, pets and food.
        </p>
      </div>
    </aside>
  );
}
