import { correctPrints } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { zodResolver } from '@hookform/resolvers/zod';
import type { ReactNode } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { z } from 'zod';
import { all } from '@hiraeth/core/ledger';
import type { FactOf } from '@hiraeth/core/workbook';
import { useLedger, useAct } from '../../state/hooks';
import { PickOf, TextOf } from '../../parts/formFields';

type Print = FactOf<'printed'>;

/** Empty: it stays as it is. */
const correction = z.object({
  subjectId: z.string(),
  paperId: z.string(),
  edition: z.string().trim().max(100, 'An edition’s name has at most 100 letters.'),
});
type Correction = z.output<typeof correction>;
const AS_IT_IS = { value: '', label: 'as it is' };

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
  const act = useAct();
  const { control, handleSubmit } = useForm<Correction>({
    resolver: zodResolver(correction),
    defaultValues: { subjectId: '', paperId: '', edition: '' },
  });
  const nothing = useWatch({ control, name: ['subjectId', 'paperId', 'edition'] }).every(
    (part) => part.trim() === '',
  );
  const save = async ({ subjectId, paperId, edition }: Correction): Promise<void> => {
    const saved = await act(
      correctPrints(prints, {
        ...(subjectId ? { subjectId } : {}),
        ...(paperId ? { paperId } : {}),
        ...(edition ? { edition } : {}),
      }),
    );
    if (saved) onDone();
  };
  return (
    <form
      className="row"
      aria-label="Correct the chosen prints"
      noValidate
      onSubmit={(event) => void handleSubmit(save)(event)}
    >
      <strong>{prints.length} chosen:</strong>
      <PickOf
        control={control}
        name="subjectId"
        label="Kind of picture"
        options={[
          AS_IT_IS,
          ...all(ledger.context, 'subject').map(({ id, name }) => ({ value: id, label: name })),
        ]}
      />
      <PickOf
        control={control}
        name="paperId"
        label="Paper"
        options={[
          AS_IT_IS,
          ...all(ledger.context, 'paper').map(({ id, name }) => ({ value: id, label: name })),
        ]}
      />
      <TextOf control={control} name="edition" label="Edition" placeholder={AS_IT_IS.label} />
      <Button type="submit" variant="outlined" disabled={nothing}>
        Correct them
      </Button>
      {takeBack}
    </form>
  );
}
