import { useState } from 'react';
import { Link } from 'react-router';
import { BY_LOG_WORDS, CAUSE_FOUND_WORDS, TROUBLE_WORDS } from '@hiraeth/core/words';
import { TROUBLES, troubleCauses, type Trouble as Seen } from '@hiraeth/core/nozzle';
import type { Printer } from '@hiraeth/core/workbook';
import { useHour, useLedger } from '../../state/hooks';
import { optionsOf, Pick } from '../../parts/fields';

/** From what is seen to its likely cause: the log answers first what it knows. */
export function Trouble({ printer }: { readonly printer: Printer }) {
  const ledger = useLedger();
  const at = useHour();
  const [seen, setSeen] = useState<Seen | ''>('');
  const [slotId, setSlotId] = useState(printer.slots[0]!.id);
  const cartridgeId = ledger.state.printers.get(printer.id)?.slots.get(slotId)?.cartridgeId ?? null;
  return (
    <section className="section" aria-label="Something is wrong">
      <header>
        <h2>Something is wrong</h2>
      </header>
      <div className="row">
        <Pick
          label="What do you see?"
          value={seen}
          options={optionsOf(TROUBLES, TROUBLE_WORDS)}
          onPick={setSeen}
        />
        <Pick
          label="In which channel?"
          value={slotId}
          options={printer.slots.map(({ id, name }) => ({ value: id, label: name }))}
          onPick={setSlotId}
        />
      </div>
      {seen !== '' && (
        <ol>
          {troubleCauses(ledger, cartridgeId, seen, at).map(({ cause, byLog }) => (
            <li key={cause} className={byLog === 'no' ? 'soft' : ''}>
              <strong>{CAUSE_FOUND_WORDS[cause].what}</strong> ({BY_LOG_WORDS[byLog]}).{' '}
              {CAUSE_FOUND_WORDS[cause].then}
            </li>
          ))}
        </ol>
      )}
      {seen !== '' && cartridgeId && (
        <Link to={`/cartridge/${cartridgeId}`}>See what the log knows of it</Link>
      )}
    </section>
  );
}
