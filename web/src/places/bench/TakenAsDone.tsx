import Button from '@mui/material/Button';
import { CAUTION_WORDS, stepWords } from '@hiraeth/core/words';
import type { Step } from '@hiraeth/core/bench';

/** In the quick gear: what was taken as done since the last number, each with a way to say that it was not so. */
export function TakenAsDone({
  steps,
  onNotSo,
}: {
  readonly steps: readonly Step[];
  readonly onNotSo: (id: string) => void;
}) {
  if (steps.length === 0) return null;
  const cautions = [...new Set(steps.flatMap(({ cautions }) => cautions))];
  return (
    <details className="why">
      <summary>Taken as done: {steps.map((step) => stepWords(step).title.toLowerCase()).join(', ')}</summary>
      <ul className="plain" style={{ gap: 2 }}>
        {steps.map((step) => {
          const { title, text } = stepWords(step);
          return (
            <li key={step.id}>
              <strong>{title}</strong> <span className="soft small">{text}</span>{' '}
              <Button size="small" onClick={() => onNotSo(step.id)} aria-label={`Not so: ${title}`}>
                Not so
              </Button>
            </li>
          );
        })}
      </ul>
      {cautions.map((code) => (
        <p key={code} className="caution">
          <b>Mind:</b> {CAUTION_WORDS[code]}
        </p>
      ))}
    </details>
  );
}
