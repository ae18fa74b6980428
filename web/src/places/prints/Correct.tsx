import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type ReactNode } from 'react';
import { all, type FactDraft, type FactOf } from '@hiraeth/core';
import { useLedger, useRecord } from '../../state/hooks';
import { Pick } from '../../parts/fields';

type Print = FactOf<'printed'>;

/** One thing of several prints, corrected at once: each is taken back and entered anew at its own time. */
export function Correct({
  prints,
  onDone,
  takeBack,
}: {
  readonly prints: readonly Print[];
  readonly onDone: () => void;
  readonly takeBack: ReactNode;
}) {
  const ledger = useLedger();
  const record = useRecord();
  const [subjectId, setSubjectId] = useState('');
  const [paperId, setPaperId] = useState('');
  const [edition, setEdition] = useState('');
  const nothing = subjectId === '' && paperId === '' && edition.trim() === '';
  const as = 'as it is';
  const save = async (): Promise<void> => {
    const drafts = prints.flatMap((print): FactDraft[] => {
      const { id, recorded: _, ...rest } = print;
      return [
        { kind: 'voided', factId: id, reason: 'corrected' },
        {
          ...rest,
          ...(subjectId ? { subjectId } : {}),
          ...(paperId ? { paperId } : {}),
          ...(edition.trim() ? { edition: edition.trim() } : {}),
        },
      ];
    });
    const saved = await record(
      drafts,
      `Saved: ${prints.length === 1 ? 'one print' : `${prints.length} prints`} corrected.`,
    );
    if (saved) onDone();
  };
  return (
    <form
      className="row"
      aria-label="Correct the chosen prints"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <strong>{prints.length} chosen:</strong>
      <Pick
        label="Subject"
        value={subjectId || as}
        options={[
          { value: as, label: as },
          ...all(ledger.context, 'subject').map(({ id, name }) => ({ value: id, label: name })),
        ]}
        onPick={(value) => setSubjectId(value === as ? '' : value)}
      />
      <Pick
        label="Paper"
        value={paperId || as}
        options={[
          { value: as, label: as },
          ...all(ledger.context, 'paper').map(({ id, name }) => ({ value: id, label: name })),
        ]}
        onPick={(value) => setPaperId(value === as ? '' : value)}
      />
      <TextField
        label="Edition"
        value={edition}
        onChange={(event) => setEdition(event.target.value)}
        placeholder={as}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <Button type="submit" variant="outlined" disabled={nothing}>
        Correct them
      </Button>
      {takeBack}
    </form>
  );
}
