import { factWords, type FactDraft } from '@hiraeth/core';
import { useLedger } from '../../state/hooks';

/** A fact about to be written, in words. */
export function FactLine({ fact }: { readonly fact: FactDraft }) {
  const ledger = useLedger();
  return <>{factWords(ledger, fact)}</>;
}
