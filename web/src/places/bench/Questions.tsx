import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';

interface QuestionsProps {
  readonly lines: readonly string[];
  readonly sure: boolean;
  readonly onSure: (sure: boolean) => void;
}

/** What is asked before anything is opened: the wrong bottle, a wet body. */
export function Questions({ lines, sure, onSure }: QuestionsProps) {
  if (lines.length === 0) return null;
  return (
    <div role="group" aria-label="Is it meant so?">
      {lines.map((line) => (
        <p key={line} className="bad">
          {line}
        </p>
      ))}
      <FormControlLabel
        control={<Checkbox checked={sure} onChange={(event) => onSure(event.target.checked)} />}
        label="It is meant so"
      />
    </div>
  );
}
