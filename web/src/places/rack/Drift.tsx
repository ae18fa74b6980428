import { useMemo } from 'react';
import { Link } from 'react-router';
import { reprofile } from '@hiraeth/core/colour';
import { reprofileWords } from '@hiraeth/core/words';
import { useHour, useLedger } from '../../state/hooks';

/** Its colours are no longer those of its profile: said where one looks before printing. */
export function Drift({ printerId }: { readonly printerId: string }) {
  const ledger = useLedger();
  const at = useHour();
  const { verdict, why } = useMemo(() => reprofile(ledger, printerId, at), [ledger, printerId, at]);
  if (verdict !== 'now') return null;
  return (
    <span className="warn small">
      Its colours drifted: <Link to={`/shades?printer=${printerId}`}>profile anew</Link>.{' '}
      {why[0] && reprofileWords(why[0])}
    </span>
  );
}
