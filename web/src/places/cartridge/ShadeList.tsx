import { Link } from 'react-router';
import { find } from '@hiraeth/core/ledger';
import { lotName, VERDICT_WORDS } from '@hiraeth/core/words';
import { shadeHistory } from '@hiraeth/core/colour';
import { useLedger } from '../../state/hooks';
import { day } from '../../parts/dates';

const SHOWN = 4;

/** How prints looked while this cartridge's channel held which lot. */
export function ShadeList({ cartridgeId }: { readonly cartridgeId: string }) {
  const ledger = useLedger();
  const wordsOf = (look: ReturnType<typeof shadeHistory>[number]): string => {
    const paper = find(ledger.context, 'paper', look.paperId ?? undefined)?.name;
    const of = [
      day(look.at),
      ...(look.bottleId ? [lotName(ledger, look.bottleId)] : []),
      ...(paper ? [`on ${paper}`] : []),
    ];
    return look.mean === null || look.verdict === null
      ? `${of.join(', ')}: no original to compare with`
      : `${of.join(', ')}: ΔE00 ${look.mean.toFixed(1)} from the original. ${VERDICT_WORDS[look.verdict]}.`;
  };
  // Sheets of one day that hang in different places say the same of this ink.
  const looks = [...new Set(shadeHistory(ledger, cartridgeId).map(wordsOf))];
  if (looks.length === 0) return null;
  return (
    <div>
      <h2>Shades measured</h2>
      <ul className="plain small">
        {looks.slice(0, SHOWN).map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
      <Link to="/shades">Shades</Link>
    </div>
  );
}
