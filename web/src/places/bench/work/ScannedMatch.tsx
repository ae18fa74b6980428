import { useState } from 'react';
import { find } from '@hiraeth/core/ledger';
import type { CartridgeRun } from '@hiraeth/core/bench';
import { useLedger } from '../../../state/hooks';
import { useScanTaker } from '../../../parts/scan/useScans';

/** Both labels scanned and compared: the one check that no tired eye can wave through. Works without a scanner as before. */
export function ScannedMatch({ run, onWrong }: { readonly run: CartridgeRun; readonly onWrong: () => void }) {
  const ledger = useLedger();
  const [right, setRight] = useState<ReadonlySet<string>>(new Set());
  const [wrong, setWrong] = useState<string | null>(null);
  const wanted = [run.cartridgeId, ...run.bottleIds];
  useScanTaker((found) => {
    if (found.what === 'paper') return;
    if (wanted.includes(found.id)) {
      setWrong(null);
      setRight(new Set([...right, found.id]));
    } else {
      setWrong(
        `This is ${found.name}, not the ${found.what} of this refill. Put it away, and scan the right one.`,
      );
      onWrong();
    }
  });
  const missing = wanted.filter((id) => !right.has(id));
  const nameOf = (id: string): string =>
    find(ledger.context, 'cartridge', id)?.label ?? (run.bottleIds.length > 1 ? 'a bottle' : 'the bottle');
  return (
    <p role="status" className={wrong ? 'bad' : 'soft'} data-testid="scanned-match">
      {wrong ??
        (right.size === 0
          ? 'With labels on both: scan the cartridge and the bottle, and they are compared here.'
          : missing.length > 0
            ? `Right so far; still to scan: ${missing.map(nameOf).join(', ')}.`
            : 'Both labels are right.')}
    </p>
  );
}
