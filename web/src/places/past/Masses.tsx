import { pastMass } from '@hiraeth/core/acts';
import { Link } from 'react-router';
import { all, slotFor } from '@hiraeth/core/ledger';
import { explain } from '@hiraeth/core/words';
import { parseQuantity } from '@hiraeth/core/quantity';
import type { FactDraft } from '@hiraeth/core/workbook';
import { useLedger } from '../../state/hooks';
import { PrinterPick, usePrinter } from '../../parts/PrinterPick';
import { DAY, PastSheet } from './PastSheet';

/** Masses of the past: a line a day, a column a cartridge. */
export default function Masses() {
  const ledger = useLedger();
  const printer = usePrinter();
  if (!printer)
    return (
      <div className="stack">
        <h1>Masses of the past</h1>
        <p>
          First <Link to="/set-up">set up a printer</Link>.
        </p>
      </div>
    );
  const order = printer.slots.map(({ id }) => id);
  const cartridges = all(ledger.context, 'cartridge')
    .flatMap((cartridge) => {
      const home = slotFor(ledger.context, cartridge);
      return home?.printer.id === printer.id ? [{ cartridge, at: order.indexOf(home.slot.id) }] : [];
    })
    .sort((a, b) => compare(a.cartridge.set, b.cartridge.set) || a.at - b.at)
    .map(({ cartridge }) => cartridge);
  return (
    <PastSheet
      key={printer.id}
      title="Masses of the past"
      what="masses"
      columns={[DAY, ...cartridges.map(({ id, label }) => ({ id, label, as: 'text' as const }))]}
      read={(line, at) => {
        const drafts: FactDraft[] = [];
        for (const { id, label } of cartridges) {
          const text = (line[id] ?? '').trim();
          if (text === '') continue;
          const parsed = parseQuantity(text, 'mass');
          if (!parsed.ok) return `${label}: ${explain(parsed.problem)}`;
          drafts.push(pastMass(ledger, id, parsed.value.value, at));
        }
        return drafts;
      }}
    >
      <PrinterPick past />
    </PastSheet>
  );
}

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
