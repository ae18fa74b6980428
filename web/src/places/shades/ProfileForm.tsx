import { makeProfile } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { all } from '@hiraeth/core/ledger';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger, useAct } from '../../state/hooks';
import { FormEnd } from '../../parts/FormEnd';
import { PickOf, TextOf } from '../../parts/formFields';

const profileSchema = z.object({
  name: z
    .string()
    .trim()
    .min(1, 'Give it the name by which you choose it when you print.')
    .max(120, 'A name has at most 120 letters.'),
  paperId: z.string(),
});
type Profile = z.output<typeof profileSchema>;

/** A profile was made: from now on the change of ink is judged against this moment. */
export function ProfileForm({ printer }: { readonly printer: Printer }) {
  const [open, setOpen] = useState(false);
  return open ? (
    <Made printer={printer} onDone={() => setOpen(false)} />
  ) : (
    <Button onClick={() => setOpen(true)}>I made a profile</Button>
  );
}

function Made({ printer, onDone }: { readonly printer: Printer; readonly onDone: () => void }) {
  const act = useAct();
  const papers = all(useLedger().context, 'paper');
  const { control, handleSubmit } = useForm<Profile>({
    resolver: zodResolver(profileSchema),
    defaultValues: { name: '', paperId: papers[0]?.id ?? '' },
  });
  const save = async ({ name, paperId }: Profile): Promise<void> => {
    const saved = await act(makeProfile(printer.id, name, paperId));
    if (saved) onDone();
  };
  return (
    <form
      className="stack"
      aria-label="A profile was made"
      style={{ marginTop: 12 }}
      noValidate
      onSubmit={(event) => void handleSubmit(save)(event)}
    >
      <TextOf control={control} name="name" label="Name of the profile" />
      {papers.length > 0 && (
        <PickOf
          control={control}
          name="paperId"
          label="For paper"
          options={papers.map(({ id, name }) => ({ value: id, label: name }))}
        />
      )}
      <FormEnd submit="Save the profile" onCancel={onDone} />
    </form>
  );
}
