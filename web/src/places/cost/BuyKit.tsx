import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { explain, parseMoney, settingsOf } from '@hiraeth/core';
import { useLedger, useRecord } from '../../app/hooks';
import { Pick } from '../../parts/fields';
import { FormEnd } from '../../parts/FormEnd';

const WHAT = [
  { value: 'kit', label: 'the kit: cartridges, resetter, syringes' },
  { value: 'chips', label: 'chips' },
  { value: 'consumables', label: 'needles, gloves, towels' },
] as const;

/** What refilling costs besides ink. */
export function BuyKit({ onDone }: { readonly onDone: () => void }) {
  const ledger = useLedger();
  const record = useRecord();
  const { currency } = settingsOf(ledger.context);
  const [what, setWhat] = useState<(typeof WHAT)[number]['value']>('kit');
  const [name, setName] = useState('');
  const [price, setPrice] = useState('');
  const [error, setError] = useState<string | null>(null);
  const save = async (): Promise<void> => {
    const money = parseMoney(price, currency);
    if (!money.ok) return setError(explain(money.problem));
    const label = name.trim() || WHAT.find((w) => w.value === what)!.label;
    const saved = await record(
      [{ kind: 'purchased', what, name: label, priceMinor: money.value }],
      `Saved: ${label}.`,
    );
    if (saved) onDone();
  };
  return (
    <form
      className="stack"
      aria-label="Enter a purchase"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <Pick label="Bought" value={what} options={WHAT} onPick={setWhat} />
      <TextField label="Name" value={name} onChange={(event) => setName(event.target.value)} />
      <TextField
        label={`Price (${currency})`}
        value={price}
        onChange={(event) => {
          setPrice(event.target.value);
          setError(null);
        }}
        error={error !== null}
        helperText={error}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      />
      <FormEnd submit="Record it" onCancel={onDone} />
    </form>
  );
}
