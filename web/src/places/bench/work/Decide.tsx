import { useState } from 'react';
import { stepWords } from '@hiraeth/core/words';
import { Next } from './Next';
import { Options } from './Options';
import type { StepProps } from './props';

/** A decision, each answer with what it costs. */
export function Decide({ step, actions }: StepProps<'decide'>) {
  const [choice, setChoice] = useState(step.suggested);
  return (
    <>
      <Options
        step={step}
        legend={stepWords(step).title}
        codes={step.options}
        value={choice}
        onChange={setChoice}
      />
      <div>
        <Next onClick={() => actions.next(step, { kind: 'choice', choice })}>Go on</Next>
      </div>
    </>
  );
}
