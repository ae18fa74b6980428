import { weighDrying } from '@hiraeth/core/acts';
import { useCallback, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { cartridgeView } from '@hiraeth/core/advice';
import { dryingTray, type Drying } from '@hiraeth/core/prepare';
import { find, type MassReading } from '@hiraeth/core/ledger';
import { formatUncertain } from '@hiraeth/core/quantity';
import { useLedger, useNow, useAct } from '../../state/hooks';
import { useScaleTarget } from '../../devices/useScale';
import { clock } from '../../parts/dates';
import { Swatch } from '../../parts/Swatch';
import { Lines } from '../../parts/Lines';

/** Several cartridges that dry: how much water each still holds, when it is ready, and which is weighed next. */
export function DryingTray() {
  const ledger = useLedger();
  const now = useNow();
  const act = useAct();
  const tray = dryingTray(ledger, ledger.facts, now);
  const [chosen, setChosen] = useState<string | null>(null);
  const next =
    tray.find(({ cartridgeId }) => cartridgeId === chosen) ??
    tray.find(({ state }) => state !== 'dry') ??
    tray[0];
  const id = next?.cartridgeId;
  const label = next?.label ?? '';
  const take = useCallback(
    (reading: MassReading) => {
      if (!id) return;
      void act(weighDrying(id, reading)).then((saved) => saved && setChosen(null));
    },
    [act, id],
  );
  const target = useMemo(() => (id ? { label: `${label}, drying`, onTake: take } : null), [id, label, take]);
  useScaleTarget(target);
  if (tray.length === 0) return null;
  return (
    <section className="section" aria-label="On the drying tray">
      <header>
        <h2>On the drying tray</h2>
        <span className="soft small">The rail below takes the weight of the one that is marked.</span>
      </header>
      <div className="scrollx">
        <Lines
          columns={[
            {
              head: 'Cartridge',
              of: ({ one }) => (
                <>
                  <label>
                    <input
                      type="radio"
                      name="drying"
                      checked={one.cartridgeId === id}
                      onChange={() => setChosen(one.cartridgeId)}
                      aria-label={`Weigh ${one.label} next`}
                    />{' '}
                    <Swatch shades={find(ledger.context, 'cartridge', one.cartridgeId)?.shades ?? []} />
                  </label>
                  <Link to={`/prepare/${one.cartridgeId}`}>{one.label}</Link>
                </>
              ),
            },
            {
              head: 'Last weight',
              of: ({ last }) => (last ? formatUncertain(last.massG, 'g') : 'not weighed yet'),
            },
            { head: 'Water inside', of: ({ one, capacityMl }) => waterWords(one, capacityMl) },
            {
              head: 'Ready',
              of: ({ one: { state, readyAt } }) =>
                state === 'dry'
                  ? 'dry enough'
                  : readyAt
                    ? `about ${clock(readyAt)}`
                    : 'weigh it again in half an hour',
              tone: ({ one }) => (one.state === 'dry' ? '' : 'warn'),
            },
          ]}
          rows={tray.map((one) => ({
            one,
            last: one.weighings.at(-1),
            capacityMl: cartridgeView(ledger, one.cartridgeId, now)?.body.type.capacityMl ?? null,
          }))}
          keyOf={({ one }) => one.cartridgeId}
        />
      </div>
    </section>
  );
}

const waterWords = ({ waterMl, state }: Drying, capacityMl: number | null): string =>
  waterMl === null
    ? 'not known'
    : `${waterMl.toFixed(1)} ml${capacityMl !== null && state !== 'dry' ? `, ${Math.round((100 * waterMl) / Math.max(1, capacityMl))} %` : ''}`;
