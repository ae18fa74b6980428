import TextField from '@mui/material/TextField';
import { useState } from 'react';
import {
  all,
  explain,
  parseMoney,
  PURCHASE_WORDS,
  PURCHASES,
  settingsOf,
  type PurchaseKind,
} from '@hiraeth/core';
import { useLedger, useNow, useRecord } from '../../state/hooks';
import { fromLocalField, toLocalField } from '../../parts/dates';
import { Pick, readWhole, WholeField } from '../../parts/fields';
import { FormEnd } from '../../parts/FormEnd';

/** Bottles and originals stand where their ink does. */
const WHAT = PURCHASES.filter((what) => what !== 'bottle' && what !== 'originals').map((value) => ({
  value,
  label: PURCHASE_WORDS[value],
}));
/** What lasts: spread over months unless it is said otherwise. */
const LASTS: ReadonlySet<PurchaseKind> = new Set(['kit', 'cartridges', 'tools', 'wear']);

/** What printing costs besides ink: each with its own date and life, for one printer or for all. */
export function BuyKit({ onDone }: { readonly onDone: () => void }) {
  const ledger = useLedger();
  const now = useNow();
  const record = useRecord();
  const { currency, kitLifeMonths } = settingsOf(ledger.context);
  const printers = all(ledger.context, 'printer');
  const [what, setWhat] = useState<PurchaseKind>('kit');
  const [name, setName] = useState('');
  const [price, setPrice] = useState('');
  const [ink, setInk] = useState('');
  const [life, setLife] = useState('');
  const [printerId, setPrinter] = useState('');
  const [when, setWhen] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const save = async (): Promise<void> => {
    const money = price.trim() === '' ? null : parseMoney(price, currency);
    if (money && !money.ok) return setError(explain(money.problem));
    const inkPart = what === 'kit' && ink.trim() !== '' ? parseMoney(ink, currency) : null;
    if (inkPart && !inkPart.ok) return setError(explain(inkPart.problem));
    if (inkPart?.ok && (!money?.ok || inkPart.value > money.value))
      return setError(
        'Of it ink: this is more than the whole price. Enter what its bottles count for, at most the price.',
      );
    const months = life.trim() === '' ? null : readWhole(life, 0);
    if (life.trim() !== '' && (months === null || months > 240))
      return setError('Lasts, months: a whole number from 0 (counted when bought) to 240.');
    const at = when === null ? null : fromLocalField(when);
    if (when !== null && at === null) return setError('Choose the day on which it was bought.');
    const label = name.trim() || PURCHASE_WORDS[what];
    const saved = await record(
      [
        {
          kind: 'purchased',
          what,
          name: label,
          priceMinor: money?.ok ? money.value : null,
          ...(inkPart?.ok ? { inkMinor: inkPart.value } : {}),
          ...(months !== null ? { lifeMonths: months } : {}),
          ...(printerId ? { printerId } : {}),
          ...(at ? { at } : {}),
        },
      ],
      `Saved: ${label}.`,
    );
    if (saved) onDone();
  };
  const moneyField = (label: string, value: string, onText: (text: string) => void, help: string) => (
    <TextField
      label={`${label} (${currency})`}
      value={value}
      onChange={(event) => {
        onText(event.target.value);
        setError(null);
      }}
      helperText={help}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
    />
  );
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
      {moneyField('Price', price, setPrice, 'Empty: not known; then the cost is not known either.')}
      {what === 'kit' && moneyField('Of it ink', ink, setInk, 'What its bottles’ own prices hold already.')}
      <WholeField label="Lasts, months" least={0} value={life} onText={setLife} />
      <p className="soft small">
        {LASTS.has(what)
          ? `Empty: ${what === 'wear' ? 'counted when bought' : `spread over ${kitLifeMonths} months`}.`
          : 'Empty: counted when bought.'}
      </p>
      {printers.length > 1 && (
        <Pick
          label="For"
          value={printerId}
          options={[
            { value: '', label: 'all printers, by the ink that each takes' },
            ...printers.map((printer) => ({ value: printer.id, label: printer.name })),
          ]}
          onPick={setPrinter}
        />
      )}
      <TextField
        label="When"
        type="datetime-local"
        value={when ?? toLocalField(now)}
        onChange={(event) => setWhen(event.target.value)}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      {error && (
        <p className="bad" role="alert">
          {error}
        </p>
      )}
      <FormEnd submit="Record it" onCancel={onDone} />
    </form>
  );
}
