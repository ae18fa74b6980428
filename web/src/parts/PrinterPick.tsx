import { useSearchParams } from 'react-router';
import { all, find, printerInUse, printersInUse } from '@hiraeth/core/ledger';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger } from '../state/hooks';
import { Pick } from './fields';

/** The printer that a place speaks of: the one in the address, else the one in use. */
export function usePrinter(): Printer | undefined {
  const ledger = useLedger();
  const [params] = useSearchParams();
  return find(ledger.context, 'printer', params.get('printer') ?? undefined) ?? printerInUse(ledger);
}

/**
 * To change it, where there is more than one.
 *
 * @param past those that are out of use can be chosen, too: the place shows what was
 */
export function PrinterPick({
  past = false,
  onPick,
}: {
  readonly past?: boolean;
  readonly onPick?: () => void;
}) {
  const ledger = useLedger();
  const printer = usePrinter();
  const here = new Set(printersInUse(ledger));
  const printers = all(ledger.context, 'printer').filter((one) => past || here.has(one) || one === printer);
  const [, setParams] = useSearchParams();
  if (!printer || printers.length < 2) return null;
  return (
    <div style={{ maxWidth: 260 }}>
      <Pick
        label="Printer"
        value={printer.id}
        options={printers.map((one) => ({
          value: one.id,
          label: here.has(one) ? one.name : `${one.name}, out of use`,
        }))}
        onPick={(id) => {
          setParams({ printer: id });
          onPick?.();
        }}
      />
    </div>
  );
}
