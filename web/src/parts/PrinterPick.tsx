import { useSearchParams } from 'react-router';
import { all, find, printerInUse } from '@hiraeth/core/ledger';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger } from '../state/hooks';
import { Pick } from './fields';

/** The printer that a place speaks of: the one in the address, else the one in use. */
export function usePrinter(): Printer | undefined {
  const ledger = useLedger();
  const [params] = useSearchParams();
  return find(ledger.context, 'printer', params.get('printer') ?? undefined) ?? printerInUse(ledger);
}

/** To change it, where there is more than one. */
export function PrinterPick({ onPick }: { readonly onPick?: () => void }) {
  const printers = all(useLedger().context, 'printer');
  const printer = usePrinter();
  const [, setParams] = useSearchParams();
  if (!printer || printers.length < 2) return null;
  return (
    <div style={{ maxWidth: 260 }}>
      <Pick
        label="Printer"
        value={printer.id}
        options={printers.map(({ id, name }) => ({ value: id, label: name }))}
        onPick={(id) => {
          setParams({ printer: id });
          onPick?.();
        }}
      />
    </div>
  );
}
