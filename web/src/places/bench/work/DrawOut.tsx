import Button from '@mui/material/Button';
import { zodResolver } from '@hookform/resolvers/zod';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { z } from 'zod';
import { FATES as WHERE, type Fate } from '@hiraeth/core/workbook';
import { syringeU } from '@hiraeth/core/bench';
import { TextOf } from '../../../parts/formFields';
import { maybeQuantity } from '../../../parts/formSchema';
import type { StepProps } from './props';

const FATES: Readonly<Record<Fate, { label: string; why: string }>> = {
  bin: { label: 'Into the bin for mixed ink', why: 'The log counts it as lost.' },
  bottle: { label: 'Back into the bottle', why: 'Only from a clean cartridge of the same lot.' },
  cartridge: { label: 'Back into the cartridge', why: 'Then nothing was lost.' },
};

/** An empty field: nothing was drawn. */
const drawSchema = z.object({ ml: maybeQuantity('volume'), fate: z.enum(WHERE) });
type DrawForm = z.input<typeof drawSchema>;
type Drawn = z.output<typeof drawSchema>;

/** Ink that is drawn out, primed or left over: how much, and where it goes. */
export function DrawOut({ env, step, actions }: StepProps<'draw'>) {
  const { control, handleSubmit, register } = useForm<DrawForm, unknown, Drawn>({
    resolver: zodResolver(drawSchema),
    defaultValues: { ml: step.ml.value.toFixed(step.draw === 'leftover' ? 1 : 2), fate: step.suggested },
  });
  const risky = useWatch({ control, name: 'fate' }) === 'bottle' && step.mixed;
  const [sure, setSure] = useState(false);
  const done = ({ ml, fate }: Drawn): void =>
    void actions.next(step, { kind: 'volume', ml: { value: ml ?? 0, u: syringeU(ml ?? 0, env) }, fate });
  return (
    <form className="stack" noValidate onSubmit={(event) => void handleSubmit(done)(event)}>
      <div style={{ maxWidth: 220 }}>
        <TextOf control={control} name="ml" label="How much, ml" kind="volume" />
      </div>
      <fieldset className="choice" style={{ border: 0, padding: 0, margin: 0 }}>
        <legend className="soft small">Where does it go?</legend>
        {step.fates.map((option) => (
          <label key={option}>
            <input type="radio" value={option} {...register('fate')} />
            {FATES[option].label}
            <span>{FATES[option].why}</span>
          </label>
        ))}
      </fieldset>
      {risky && (
        <p className="bad" role="alert">
          This is a mixture: back in the bottle it spoils the bottle for good.{' '}
          <Button color="error" onClick={() => setSure(true)} disabled={sure}>
            I overrule: into the bottle
          </Button>
        </p>
      )}
      <div>
        <Button data-next type="submit" variant="contained" size="large" disabled={risky && !sure}>
          Done
        </Button>
      </div>
    </form>
  );
}
