import { insideWords } from '@hiraeth/core/words';
import Checkbox from '@mui/material/Checkbox';
import { printersInUse, slotFor } from '@hiraeth/core/ledger';
import type { CartridgeView } from '@hiraeth/core/advice';
import { useLedger } from '../../state/hooks';
import { Strip } from '../../parts/Strip';
import { Swatch } from '../../parts/Swatch';

interface CartridgeListProps {
  readonly views: readonly CartridgeView[];
  readonly picked: readonly string[];
  readonly onPicked: (picked: readonly string[]) => void;
}

/** Cartridges to choose from, each with its strip; with several printers, whose they are. */
export function CartridgeList({ views, picked, onPicked }: CartridgeListProps) {
  const ledger = useLedger();
  const { context } = ledger;
  const printers = printersInUse(ledger).length;
  return (
    <div>
      {views.map((view) => {
        const { cartridge } = view.body;
        const on = picked.includes(cartridge.id);
        return (
          <label key={cartridge.id} className="rackrow choice">
            <Checkbox
              checked={on}
              onChange={() =>
                onPicked(on ? picked.filter((id) => id !== cartridge.id) : [...picked, cartridge.id])
              }
              slotProps={{ input: { 'aria-label': cartridge.label } }}
            />
            <span>
              <Swatch shades={cartridge.shades} />
              {cartridge.label}
              {printers > 1 && (
                <span className="soft small"> {slotFor(context, cartridge)?.printer.name}</span>
              )}
            </span>
            <Strip view={view} />
            <span style={{ textAlign: 'right' }}>{insideWords(view)}</span>
          </label>
        );
      })}
    </div>
  );
}
