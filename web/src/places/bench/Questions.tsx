import { Tick } from '../../parts/Tick';

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
      <Tick label="It is meant so" checked={sure} onTick={onSure} />
    </div>
  );
}
