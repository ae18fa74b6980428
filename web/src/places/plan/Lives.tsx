import { Link } from 'react-router';
import { cartridgeLives } from '@hiraeth/core/advice';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger } from '../../state/hooks';

const SHOWN = 4;

/** How far the cartridges' lives have gone: the furthest first. */
export function Lives({ printer }: { readonly printer: Printer }) {
  const ledger = useLedger();
  const lives = cartridgeLives(ledger, printer.id).filter(({ fills }) => fills > 0);
  if (lives.length === 0) return null;
  const known = lives.some(({ bears }) => bears !== null);
  return (
    <div>
      <h2>Lives of cartridges</h2>
      <ul className="plain" style={{ gap: 2 }}>
        {lives.slice(0, SHOWN).map(({ cartridgeId, label, fills, bears, ranDry, verdict }) => (
          <li key={cartridgeId}>
            <Link to={`/cartridge/${cartridgeId}`}>{label}</Link>:{' '}
            {fills === 1 ? 'one fill' : `${fills} fills`}
            {bears === null ? '' : ` of about ${bears}`}
            {ranDry > 0 ? `, ran dry ${ranDry === 1 ? 'once' : `${ranDry} times`}` : ''}
            {verdict === 'retire' && <strong className="warn">: time to retire it?</strong>}
            {verdict === 'watch' && <span className="soft">: look at it more closely</span>}
          </li>
        ))}
      </ul>
      <p className="soft small">
        A leak, a clog or a dead contact ends one.{' '}
        {!known && (
          <>
            How many fills such bodies bear can be entered with their type in the{' '}
            <Link to="/workbook/things">workbook</Link>.
          </>
        )}
      </p>
    </div>
  );
}
