import { useState } from 'react';
import { ResetterPanel } from '../../rig/ResetterPanel';
import { Next } from './Next';
import type { StepProps } from './props';

/** A decision, each answer with what it costs. */
export function Decide({ bench, step, actions }: StepProps) {
  const [choice, setChoice] = useState(step.suggested ?? step.choices?.[0]?.value ?? '');
  return (
    <>
      <fieldset className="choice" style={{ border: 0, padding: 0, margin: 0 }}>
        <legend className="visually-hidden">{step.title}</legend>
        {step.choices?.map((option) => (
          <label key={option.value}>
            <input
              type="radio"
              name={step.id}
              checked={choice === option.value}
              onChange={() => setChoice(option.value)}
            />
            {option.label}
            <span>{option.why}</span>
          </label>
        ))}
      </fieldset>
      {bench.rehearsal && step.id === 'reset' && <ResetterPanel onReset={() => setChoice('yes')} />}
      <div>
        <Next onClick={() => actions.next(step, { kind: 'choice', choice })}>Go on</Next>
      </div>
    </>
  );
}
