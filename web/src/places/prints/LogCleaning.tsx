import { cleanHead } from '@hiraeth/core/acts';
import { LEVEL_NAMES } from '@hiraeth/core/definition';
import { headAdvice } from '@hiraeth/core/nozzle';
import type { CleaningLevel, Printer } from '@hiraeth/core/workbook';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { choicesOf, Pick } from '../../parts/fields';
import { Tick } from '../../parts/Tick';
import { useAct, useHour, useLedger } from '../../state/hooks';

/** A cleaning that the printer made; of one group it is asked which channels gave ink, for the others gave none. */
export function LogCleaning({ printer }: { readonly printer: Printer }) {
  const ledger = useLedger();
  const at = useHour();
  const act = useAct();
  const [level, setLevel] = useState<CleaningLevel>('light');
  const [ticked, setTicked] = useState<ReadonlySet<string> | null>(null);
  const advised = headAdvice(ledger, printer.id, at);
  const isGroup = level === 'group';
  const chosen = ticked ?? new Set(advised?.act === 'group' ? advised.slotIds : []);
  const slots = isGroup ? printer.slots.filter(({ id }) => chosen.has(id)) : [];
  const log = async (): Promise<void> => {
    if (await act(cleanHead(printer.id, level, slots))) setTicked(null);
  };
  return (
    <>
      <Pick<CleaningLevel>
        label="Head cleaning"
        value={level}
        options={choicesOf(LEVEL_NAMES)}
        onPick={setLevel}
      />
      {isGroup && (
        <div className="row" role="group" aria-label="Which channels did it clean?">
          <span className="soft">Which channels?</span>
          {printer.slots.map(({ id, name }) => (
            <Tick
              key={id}
              label={name}
              checked={chosen.has(id)}
              onTick={(yes) =>
                setTicked(new Set(yes ? [...chosen, id] : [...chosen].filter((one) => one !== id)))
              }
            />
          ))}
        </div>
      )}
      <Button variant="outlined" disabled={isGroup && slots.length === 0} onClick={() => void log()}>
        Log a cleaning
      </Button>
    </>
  );
}
