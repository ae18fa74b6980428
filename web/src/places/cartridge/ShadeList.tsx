import { Link } from 'react-router';
import { lotName, shadeHistory, VERDICT_WORDS } from '@hiraeth/core';
import { useLedger } from '../../state/hooks';
import { day } from '../../parts/dates';

const SHOWN = 4;

/** How prints looked while this cartridge's channel held which lot. */
export function ShadeList({ cartridgeId }: { readonly cartridgeId: string }) {
  const ledger = useLedger();
  const looks = shadeHistory(ledger, cartridgeId);
  if (looks.length === 0) return null;
  return (
    <div>
      <h2>Shades measured</h2>
      <ul className="plain small">
        {looks.slice(0, SHOWN).map((look) => (
          <li key={look.factId}>
            {day(look.at)}
            {look.bottleId ? `, ${lotName(ledger, look.bottleId)}` : ''}:{' '}
            {look.mean === null || look.verdict === null
              ? 'no original to compare with'
              : `ΔE00 ${look.mean.toFixed(1)} from the original. ${VERDICT_WORDS[look.verdict]}.`}
          </li>
        ))}
      </ul>
      <Link to="/shades">Shades</Link>
    </div>
  );
}
