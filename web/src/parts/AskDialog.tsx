import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useCallback, useRef, useState, type ReactNode } from 'react';
import { BECAUSE_WORDS, explain } from '@hiraeth/core/words';
import type { FactProblem } from '@hiraeth/core/check';
import type { MassReason } from '@hiraeth/core/workbook';
import { useLeaving } from './useLeaving';
import { AskContext, type Ask, type AskAnswer } from '../state/ask';

/** Says what is wrong with an entry; where a person may know better, lets them confirm it, or say what happened. */
export function AskProvider({ children }: { readonly children: ReactNode }) {
  const [problems, setProblems] = useState<readonly FactProblem[] | null>(null);
  const [because, setBecause] = useState<MassReason | null>(null);
  const answer = useRef<(given: AskAnswer | null) => void>(() => undefined);
  const ask = useCallback<Ask>(
    (list) =>
      new Promise((resolve) => {
        answer.current(null);
        answer.current = resolve;
        setBecause(null);
        setProblems(list);
      }),
    [],
  );
  const close = (given: AskAnswer | null): void => {
    setProblems(null);
    answer.current(given);
  };
  useLeaving(problems !== null, () => close(null));
  const mayConfirm = problems?.every((problem) => problem.severity === 'ask') ?? false;
  const reasons = problems?.flatMap((problem) => ('reasons' in problem ? [problem.reasons] : []))[0] ?? null;
  return (
    <AskContext value={ask}>
      {children}
      <Dialog open={problems !== null} onClose={() => close(null)} aria-labelledby="ask-title">
        <DialogTitle id="ask-title">
          {!mayConfirm ? 'This cannot be right' : reasons ? 'What happened?' : 'Is this what you want?'}
        </DialogTitle>
        <DialogContent>
          <div className="stack">
            {problems?.map((problem, i) => (
              <p key={i}>{explain(problem)}</p>
            ))}
            {mayConfirm && reasons && (
              <fieldset className="choice" style={{ border: 0, padding: 0, margin: 0 }}>
                <legend className="visually-hidden">What happened?</legend>
                {reasons.map((reason) => (
                  <label key={reason}>
                    <input
                      type="radio"
                      name="because"
                      checked={because === reason}
                      onChange={() => setBecause(reason)}
                    />
                    {BECAUSE_WORDS[reason].label}
                    <span>{BECAUSE_WORDS[reason].then}</span>
                  </label>
                ))}
              </fieldset>
            )}
            <p className="soft">Nothing has been recorded yet.</p>
          </div>
        </DialogContent>
        <DialogActions>
          {mayConfirm && (
            <Button
              color="warning"
              disabled={reasons !== null && because === null}
              onClick={() => close({ because })}
            >
              {reasons ? 'Record it with this reason' : 'Yes, record it so'}
            </Button>
          )}
          <Button variant="contained" autoFocus onClick={() => close(null)}>
            Go back and correct
          </Button>
        </DialogActions>
      </Dialog>
    </AskContext>
  );
}
