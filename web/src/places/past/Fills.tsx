import { pastFill } from '@hiraeth/core/acts';
import { all, find } from '@hiraeth/core/ledger';
import { explain, lotName } from '@hiraeth/core/words';
import { METHOD_NAMES } from '@hiraeth/core/definition';
import { METHODS } from '@hiraeth/core/workbook';
import { parseQuantity } from '@hiraeth/core/quantity';
import { useLedger } from '../../state/hooks';
import { DAY, PastSheet } from './PastSheet';

/** Fills of the past: how much of which bottle went into which cartridge. */
export default function Fills() {
  const ledger = useLedger();
  const { context } = ledger;
  return (
    <PastSheet
      title="Fills of the past"
      what="fills"
      columns={[
        DAY,
        {
          id: 'cartridge',
          label: 'Cartridge',
          as: 'choice',
          width: 170,
          options: all(context, 'cartridge').map(({ id, label }) => ({ value: id, label })),
        },
        {
          id: 'bottle',
          label: 'Bottle',
          as: 'choice',
          width: 210,
          options: all(context, 'bottle').map(({ id }) => ({ value: id, label: lotName(ledger, id) })),
        },
        { id: 'ml', label: 'In, ml', as: 'text' },
        {
          id: 'method',
          label: 'How',
          as: 'choice',
          width: 170,
          options: METHODS.map((value) => ({ value, label: METHOD_NAMES[value] })),
        },
      ]}
      read={(line, at) => {
        const cartridge = find(context, 'cartridge', line['cartridge'] ?? '');
        if (!cartridge) return 'choose the cartridge.';
        const bottle = find(context, 'bottle', line['bottle'] ?? '');
        if (!bottle) return 'choose the bottle.';
        const parsed = parseQuantity(line['ml'] ?? '', 'volume');
        if (!parsed.ok) return explain(parsed.problem);
        const method = METHODS.find((one) => one === line['method']) ?? null;
        return [pastFill(ledger, cartridge.id, bottle.id, parsed.value.value, method, at)];
      }}
    />
  );
}
