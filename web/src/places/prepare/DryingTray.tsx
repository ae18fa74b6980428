import { weighDrying } from '@hiraeth/core/acts';
import { useCallback, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { cartridgeView } from '@hiraeth/core/advice';
import { dryingTray } from '@hiraeth/core/prepare';
import { find, type MassReading } from '@hiraeth/core/ledger';
import { formatUncertain } from '@hiraeth/core/quantity';
import { useLedger, useNow, useAct } from '../../state/hooks';
import { useScaleTarget } from '../../devices/useScale';
import { clock } from '../../parts/dates';
import { Swatch } from '../../parts/Swatch';

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
        <table className="lines">
          <thead>
            <tr>
              <th scope="col">Cartridge</th>
              <th scope="col">Last weight</th>
              <th scope="col">Water inside</th>
              <th scope="col">Ready</th>
            </tr>
          </thead>
          <tbody>
            {tray.map((one) => {
              const last = one.weighings.at(-1);
              const view = cartridgeView(ledger, one.cartridgeId, now);
              return (
                <tr key={one.cartridgeId}>
                  <th scope="row">
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
                  </th>
                  <td>{last ? formatUncertain(last.massG, 'g') : 'not weighed yet'}</td>
                  <td>
                    {one.waterMl === null ? 'not known' : `${one.waterMl.toFixed(1)} ml`}
                    {view && one.waterMl !== null && one.state !== 'dry'
                      ? `, ${Math.round((100 * one.waterMl) / Math.max(1, view.body.type.capacityMl))} %`
                      : ''}
                  </td>
                  <td className={one.state === 'dry' ? '' : 'warn'}>
                    {one.state === 'dry'
                      ? 'dry enough'
                      : one.readyAt
                        ? `about ${clock(one.readyAt)}`
                        : 'weigh it again in half an hour'}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </section>
  );
}
