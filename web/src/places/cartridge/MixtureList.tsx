import { foreignness, composition, priceOfMixes, slotFor } from '@hiraeth/core/ledger';
import { formatUncertain } from '@hiraeth/core/quantity';
import { lotName } from '@hiraeth/core/words';
import type { CartridgeView } from '@hiraeth/core/advice';
import { useLedger, useMoney } from '../../state/hooks';
import { Term } from '../../parts/Term';

/** What a cartridge holds, by lot, chamber by chamber. */
export function MixtureList({ view }: { readonly view: CartridgeView }) {
  const ledger = useLedger();
  const money = useMoney();
  const { mixes, body, foreign, density } = view;
  if (mixes.every((mix) => composition(mix).length === 0)) return <p>Nothing is known yet.</p>;
  const slot = slotFor(ledger.context, body.cartridge)?.slot ?? {
    shades: body.cartridge.shades,
    inkClass: body.cartridge.inkClass,
    original: null,
  };
  const price = priceOfMixes(ledger.context, slot, mixes);
  return (
    <>
      {mixes.map((mix, chamber) => (
        <div key={chamber}>
          {mixes.length > 1 && <h3>{body.cartridge.shades[chamber] ?? `chamber ${chamber + 1}`}</h3>}
          <ul style={{ listStyle: 'none' }}>
            {composition(mix)
              .slice(0, 5)
              .map((share) => (
                <li key={share.lot}>
                  {share.fraction < 0.995
                    ? `${(share.fraction * 100).toFixed(share.fraction < 0.1 ? 1 : 0)} % `
                    : ''}
                  {lotName(ledger, share.lot)}
                </li>
              ))}
          </ul>
        </div>
      ))}
      <p className={foreignness(foreign) === 'mixed' ? 'warn' : ''}>
        {foreignness(foreign) !== 'none'
          ? `${(foreign * 100).toFixed(1)} % is not the ink it is meant for.`
          : 'Only the ink it is meant for.'}
      </p>
      <p>
        <Term of="density">Density</Term> {formatUncertain(density, 'g/ml')}
        {price === null ? '; its price is not known' : `; ${money(price, 3)} a ml`}
      </p>
    </>
  );
}
