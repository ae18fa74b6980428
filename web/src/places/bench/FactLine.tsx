import { factWords } from '@hiraeth/core/words';
import type { FactDraft } from '@hiraeth/core/workbook';
import { useLedger } from '../../state/hooks';

/** A fact about to be written, in words. */
export function FactLine({ fact }: { readonly fact: FactDraft }) {
  const ledger = useLedger();
  return <>{factWords(ledger, fact)}</>;
}
