import Button from '@mui/material/Button';
import { useState } from 'react';
import { syringeU, type Fate } from '@hiraeth/core';
import { QuantityField, readTyped } from '../../../parts/fields';
import type { StepProps } from './props';

const FATES: Readonly<Record<Fate, { label: string; why: string }>> = {
  bin: { label: 'Into the bin for mixed ink', why: 'The log counts it as lost.' },
  bottle: { label: 'Back into the bottle', why: 'Only from a clean cartridge of the same lot.' },
  cartridge: { label: 'Back into the cartridge', why: 'Then nothing was lost.' },
};

/** Ink that is drawn out, primed or left over: how much, and where it goes. */
export function DrawOut({ env, step, actions }: StepProps<'draw'>) {
  const [text, setText] = useState(step.ml.value.toFixed(step.draw === 'leftover' ? 1 : 2));
  const [fate, setFate] = useState<Fate>(step.suggested);
  const typed = readTyped(text, 'volume');
  const risky = fate === 'bottle' && step.mixed;
  const [sure, setSure] = useState(false);
  return (
    <form
      className="stack"
      onSubmit={(event) => {
        event.preventDefault();
        void actions.next(step, {
          kind: 'volume',
          ml: { value: typed.value ?? 0, u: syringeU(typed.value ?? 0, env) },
          fate,
        });
      }}
    >
      <div style={{ maxWidth: 220 }}>
        <QuantityField label="How much, ml" kind="volume" value={text} onText={setText} />
      </div>
      <fieldset className="choice" style={{ border: 0, padding: 0, margin: 0 }}>
        <legend className="soft small">Where does it go?</legend>
        {step.fates.map((option) => (
          <label key={option}>
            <input type="radio" name="fate" checked={fate === option} onChange={() => setFate(option)} />
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
        <Button
          data-next
          type="submit"
          variant="contained"
          size="large"
          disabled={typed.error !== null || (risky && !sure)}
        >
          Done
        </Button>
      </div>
    </form>
  );
}
