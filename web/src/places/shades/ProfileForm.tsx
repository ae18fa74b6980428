import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { all, type Printer } from '@hiraeth/core';
import { useLedger, useRecord } from '../../state/hooks';
import { Pick } from '../../parts/fields';

/** A profile was made: from now on the change of ink is judged against this moment. */
export function ProfileForm({ printer }: { readonly printer: Printer }) {
  const ledger = useLedger();
  const record = useRecord();
  const papers = all(ledger.context, 'paper');
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [paperId, setPaperId] = useState(papers[0]?.id ?? '');
  if (!open) return <Button onClick={() => setOpen(true)}>I made a profile</Button>;
  const save = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    if (name.trim() === '') return;
    const saved = await record(
      [{ kind: 'profiled', printerId: printer.id, name: name.trim(), ...(paperId ? { paperId } : {}) }],
      `Saved: the profile ${name.trim()}.`,
    );
    if (saved) setOpen(false);
  };
  return (
    <form className="stack" aria-label="A profile was made" onSubmit={(event) => void save(event)}>
      <TextField label="Name of the profile" value={name} onChange={(event) => setName(event.target.value)} />
      {papers.length > 0 && (
        <Pick
          label="For paper"
          value={paperId}
          options={papers.map(({ id, name: label }) => ({ value: id, label }))}
          onPick={setPaperId}
        />
      )}
      <div className="row">
        <Button type="submit" variant="contained" disabled={name.trim() === ''}>
          Save the profile
        </Button>
        <Button onClick={() => setOpen(false)}>Not now</Button>
      </div>
    </form>
  );
}
