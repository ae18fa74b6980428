import { stepAnswerWords } from '@hiraeth/core/words';
import type { StepOf } from '@hiraeth/core/bench';

interface OptionsProps {
  readonly step: StepOf<'check'> | StepOf<'decide'>;
  readonly legend: string;
  readonly codes: readonly string[];
  readonly value: string;
  readonly onChange: (code: string) => void;
}

/** The answers to a step, each with what it means or costs. */
export function Options({ step, legend, codes, value, onChange }: OptionsProps) {
  return (
    <fieldset className="choice" style={{ border: 0, padding: 0, margin: 0 }}>
      <legend className="visually-hidden">{legend}</legend>
      {codes.map((code) => {
        const { label, why } = stepAnswerWords(step, code);
        return (
          <label key={code}>
            <input type="radio" name={step.id} checked={value === code} onChange={() => onChange(code)} />
            {label}
            {why && <span>{why}</span>}
          </label>
        );
      })}
    </fieldset>
  );
}
